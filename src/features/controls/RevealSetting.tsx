'use client';
/** When a control waits for Apply, and when it shows: always, or only while another one holds a choice. */
import type { Control } from '../../core/dashboard/document/document';
import { kindOf } from '../../core/dashboard/document/controls';
import type { Design } from '../../core/dashboard/wiring/design';
import type { RevealChoice } from '../../core/dashboard/document/kinds/entry';
import { ChoiceSetting, SwitchSetting } from '../ui/fields';
import { useControlAnswer, useDesign, useDocument } from '../workspace/workspace';

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

const revealsOf = (control: Control, { model, document }: Design) =>
  kindOf(control).reveals(control, { model, baselines: document.baselines });

/** What a reveal rule can name of another control. */
function useRevealChoices(other: Control | undefined): readonly RevealChoice[] {
  const answer = useControlAnswer(other?.id ?? '');
  const design = useDesign();
  if (!other) return [];
  const named = revealsOf(other, design);
  if (named.by === 'choices') return named.choices;
  if (answer?.kind !== 'slicer') return [];
  return answer.values.flatMap(({ value }) => (value === null ? [] : [{ value, label: value }]));
}

const ALWAYS = '-';

/** "Shows only while another control holds a choice." */
export function RevealSetting({ control, change }: { control: Control; change: ChangeCommon }) {
  const design = useDesign();
  const document = useDocument();
  const others = document.controls.filter(
    (entry) => entry.id !== control.id && revealsOf(entry, design).by !== 'nothing',
  );
  const { reveal } = control;
  const other = others.find((entry) => entry.id === reveal?.control);
  const values = useRevealChoices(other);
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
            label: `Only with a choice of ${design.titleOf(entry)}`,
          })),
        ]}
        onChange={(id) => {
          const next = others.find((entry) => entry.id === id);
          if (!next) {
            change({ reveal: null });
            return;
          }
          const named = revealsOf(next, design);
          const first = named.by === 'choices' ? named.choices[0]?.value : undefined;
          change({ reveal: { control: next.id, values: [first ?? ''] } });
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
