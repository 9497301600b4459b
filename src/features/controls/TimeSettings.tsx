'use client';
/** The settings that all time controls share: what readers begin with, anchor, hold, reveal. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { TimeControl } from '../../core/dashboard/document/document';
import type { Point } from '../../core/period/phrase';
import { printPoint } from '../../core/period/print';
import { ROLLING_SWITCHES } from '../../core/period/rolling';
import { PeriodSetting } from '../ui/PeriodSetting';
import { SWITCH_LABELS } from './RollingSwitches';
import { HoldSetting, RevealSetting } from './RevealSetting';
import { AnchorSetting } from '../ui/AnchorSetting';
import { ChoiceSetting, SwitchSetting } from '../ui/fields';
import { useControlAnswer, useDocument, usePeriodContext, useWorkspace } from '../workspace/workspace';

/** Which of the rolling switches readers are given. */
function SwitchesSetting({
  control: { switches },
  change,
  anchor,
}: {
  control: TimeControl;
  change: (part: Partial<TimeControl>) => void;
  anchor: Point;
}) {
  const countedFrom = printPoint(anchor);
  return (
    <>
      {ROLLING_SWITCHES.map((which) => (
        <SwitchSetting
          key={which}
          label={`Readers may switch “${SWITCH_LABELS[which]}”`}
          checked={switches.includes(which)}
          onChange={(on) =>
            change({ switches: ROLLING_SWITCHES.filter((e) => (e === which ? on : switches.includes(e))) })
          }
        />
      ))}
      {switches.includes('today counts') && !['today', 'yesterday'].includes(countedFrom) && (
        <Typography variant="body2" color="textSecondary">
          “{SWITCH_LABELS['today counts']}” is shown where a period is counted from today or from yesterday;
          this control counts from {countedFrom}.
        </Typography>
      )}
    </>
  );
}

export function TimeSettings({
  control,
  change,
}: {
  control: TimeControl;
  change: (part: Partial<TimeControl>) => void;
}) {
  const { held, model } = useWorkspace();
  const document = useDocument();
  const answer = useControlAnswer(control.id);
  const context = usePeriodContext(control.id);
  if (!context) return <RevealSetting control={control} change={change} />;
  return (
    <>
      <PeriodSetting
        label="Readers begin with"
        value={{ phrase: control.default, named: control.defaultNamed }}
        known={model.periods}
        context={context}
        words={(now, later) => `Opened today, readers see ${now}; in a month ${later}.`}
        onChange={({ phrase, named }) => change({ default: phrase, defaultNamed: named })}
      />
      {answer?.kind === 'period' && answer.text !== control.default && (
        <Button
          onClick={() => {
            change({ default: answer.text, defaultNamed: null });
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
      <SwitchesSetting control={control} change={change} anchor={context.anchor} />
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
