'use client';
/** The settings that all time controls share: what readers begin with, anchor, hold, reveal. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { TimeControl } from '../../core/dashboard/document/document';
import { parsePhrase } from '../../core/period/parse';
import { staysFixed } from '../../core/period/phrase';
import { closedEnds } from '../../core/period/ends';
import { printPoint } from '../../core/period/print';
import { resolveText } from '../../core/period/resolve';
import { ROLLING_SWITCHES } from '../../core/period/rolling';
import { PhraseField } from '../ui/PhraseField';
import { resolvedWords, wordsInAMonth } from '../../core/period/resolvedWords';
import { EndsEditor } from './EndsEditor';
import { SWITCH_LABELS } from './RollingSwitches';
import { HoldSetting, RevealSetting } from './RevealSetting';
import { AnchorSetting } from '../ui/AnchorSetting';
import { ChoiceSetting, SwitchSetting } from '../ui/fields';
import { useControlAnswer, useDocument, useWorkspace } from '../workspace/workspace';

export function TimeSettings({
  control,
  change,
}: {
  control: TimeControl;
  change: (part: Partial<TimeControl>) => void;
}) {
  const { held } = useWorkspace();
  const document = useDocument();
  const [isSettingEnds, setSettingEnds] = useState(false);
  const answer = useControlAnswer(control.id);
  if (answer?.kind !== 'period') return <RevealSetting control={control} change={change} />;
  const { context } = answer;
  const parsed = parsePhrase(control.default);
  const isFixed = parsed.ok && staysFixed(parsed.phrase);
  const defaultDays = resolveText(control.default, context);
  const today = resolvedWords(defaultDays, context.rule);
  const isCountedFromADay = ['today', 'yesterday'].includes(printPoint(context.anchor));
  const later = wordsInAMonth(control.default, context);
  return (
    <>
      <PhraseField
        label="Readers begin with"
        value={control.default}
        context={context}
        onCommit={(text) => change({ default: text })}
      />
      <Button onClick={() => setSettingEnds(!isSettingEnds)} aria-expanded={isSettingEnds} sx={{ py: 0 }}>
        {isSettingEnds ? 'Close the ends' : 'Set each end by itself'}
      </Button>
      {isSettingEnds && (
        <EndsEditor
          text={control.default}
          rule={context.rule}
          days={closedEnds(defaultDays.ok ? defaultDays.runs : [], context.data, context.today)}
          onChange={(text) => change({ default: text })}
        />
      )}
      <Typography variant="body2" color="textSecondary">
        Opened today, readers see {today}; in a month {later === today ? 'the same' : later}.
      </Typography>
      {isFixed && (
        <Typography variant="body2" color="warning" role="note">
          These days stay as they are: the dashboard will grow old. A rolling period, such as last 3 full
          months, moves on by itself.
        </Typography>
      )}
      {answer.text !== control.default && (
        <Button
          onClick={() => {
            change({ default: answer.text });
            held.restore(control.id);
          }}
        >
          Begin with what is chosen now
        </Button>
      )}
      <AnchorSetting
        value={control.anchor}
        inherited={document.anchor}
        onChange={(anchor) => change({ anchor })}
      />
      {ROLLING_SWITCHES.map((which) => (
        <SwitchSetting
          key={which}
          label={`Readers may switch “${SWITCH_LABELS[which]}”`}
          checked={control.switches.includes(which)}
          onChange={(on) =>
            change({
              switches: ROLLING_SWITCHES.filter((e) => (e === which ? on : control.switches.includes(e))),
            })
          }
        />
      ))}
      {control.switches.includes('today counts') && !isCountedFromADay && (
        <Typography variant="body2" color="textSecondary">
          “{SWITCH_LABELS['today counts']}” is shown where a period is counted from today or from yesterday;
          this control counts from {printPoint(context.anchor)}.
        </Typography>
      )}
      <ChoiceSetting
        label="Offers days with data"
        value={control.offer}
        options={[
          { value: 'union', label: 'In any measure it reaches' },
          { value: 'intersection', label: 'In every measure it reaches' },
        ]}
        onChange={(offer) => change({ offer: offer === 'intersection' ? 'intersection' : 'union' })}
      />
      <ChoiceSetting
        label="When other choices take its data away"
        value={control.lost}
        options={[
          { value: 'keep', label: 'It stays, struck, with a way to mend' },
          { value: 'follow', label: 'It moves to the nearest data' },
        ]}
        onChange={(lost) => change({ lost: lost === 'follow' ? 'follow' : 'keep' })}
      />
      <SwitchSetting
        label="Periods without data can be chosen"
        checked={control.allowUncovered}
        onChange={(allowUncovered) => change({ allowUncovered })}
      />
      <HoldSetting control={control} change={change} />
      <RevealSetting control={control} change={change} />
    </>
  );
}
