'use client';
/** The settings that all time controls share: what readers begin with, anchor, hold, reveal. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { shiftMonths } from '../../core/calendar/units';
import type { Control, TimeControl } from '../../core/dashboard/document/document';
import { isTimeControl } from '../../core/dashboard/document/document';
import { titleOf } from '../../core/dashboard/document/title';
import { parsePhrase } from '../../core/period/parse';
import { staysFixed } from '../../core/period/phrase';
import { resolveText } from '../../core/period/resolve';
import { PhraseField } from '../ui/PhraseField';
import { resolvedWords } from '../../core/period/resolvedWords';
import { AnchorSetting } from '../ui/AnchorSetting';
import { ChoiceSetting, SwitchSetting, type Option } from '../ui/fields';
import { useControlAnswer, useDocument, useWorkspace } from '../workspace/workspace';

export function TimeSettings({
  control,
  change,
}: {
  control: TimeControl;
  change: (part: Partial<TimeControl>) => void;
}) {
  const { reader } = useWorkspace();
  const document = useDocument();
  const answer = useControlAnswer(control.id);
  if (answer?.kind !== 'period') return <RevealSetting control={control} change={change} />;
  const { context } = answer;
  const inAMonth = { ...context, today: shiftMonths(context.today, 1), asOf: null };
  const parsed = parsePhrase(control.default);
  const isFixed = parsed.ok && staysFixed(parsed.phrase);
  const today = resolvedWords(resolveText(control.default, context), context.rule);
  const later = resolvedWords(resolveText(control.default, inAMonth), context.rule);
  return (
    <>
      <PhraseField
        label="Readers begin with"
        value={control.default}
        context={context}
        onCommit={(text) => change({ default: text })}
      />
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
            reader.setPeriod(control.id, null);
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

type ChangeCommon = (part: Pick<Partial<Control>, 'hold' | 'reveal'>) => void;

export function HoldSetting({ control, change }: { control: Control; change: ChangeCommon }) {
  return (
    <SwitchSetting
      label="Changes wait for Apply"
      checked={control.hold}
      onChange={(hold) => change({ hold })}
    />
  );
}

/** Values of another control that a reveal rule can name. */
function useRevealValues(other: Control | undefined): Option[] {
  const answer = useControlAnswer(other?.id ?? '');
  if (!other) return [];
  if (other.kind === 'slicer' && answer?.kind === 'slicer')
    return answer.values.flatMap((entry) =>
      entry.value === null ? [] : [{ value: entry.value, label: entry.value }],
    );
  if (other.kind === 'periods')
    return other.entries.map((entry) => ({ value: entry.phrase, label: entry.name }));
  if (other.kind === 'condition')
    return other.groups.flatMap((group) =>
      group.entries.map((entry) => ({ value: entry.id, label: entry.name || entry.sql })),
    );
  if (isTimeControl(other)) return [{ value: other.default, label: other.default }];
  return [];
}

const ALWAYS = '-';

/** "Shows only while another control holds a choice." */
export function RevealSetting({ control, change }: { control: Control; change: ChangeCommon }) {
  const { model } = useWorkspace();
  const document = useDocument();
  const others = document.controls.filter(
    (entry) => entry.id !== control.id && entry.kind !== 'asof' && entry.kind !== 'numbers',
  );
  const { reveal } = control;
  const other = others.find((entry) => entry.id === reveal?.control);
  const values = useRevealValues(other);
  if (others.length === 0) return null;
  const toggle = (value: string) => {
    if (!reveal) return;
    const next = reveal.values.includes(value)
      ? reveal.values.filter((entry) => entry !== value)
      : [...reveal.values, value];
    if (next.length > 0) change({ reveal: { ...reveal, values: next } });
  };
  return (
    <>
      <ChoiceSetting
        label="Shows"
        value={reveal?.control ?? ALWAYS}
        options={[
          { value: ALWAYS, label: 'Always' },
          ...others.map((entry) => ({
            value: entry.id,
            label: `Only with a choice of ${titleOf(entry, model)}`,
          })),
        ]}
        onChange={(id) => {
          const next = others.find((entry) => entry.id === id);
          if (!next) return change({ reveal: null });
          const first =
            next.kind === 'periods' ? next.entries[0]!.phrase : isTimeControl(next) ? next.default : '';
          change({ reveal: { control: next.id, values: [first] } });
        }}
      />
      {reveal &&
        values.map((entry) => (
          <SwitchSetting
            key={entry.value}
            label={`while it is ${entry.label}`}
            checked={reveal.values.includes(entry.value)}
            onChange={() => toggle(entry.value)}
          />
        ))}
    </>
  );
}
