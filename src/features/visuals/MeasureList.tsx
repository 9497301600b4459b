'use client';
/** The measures of a visual: each with its date role, and in a combined chart its mark and axis. */
import Button from '@mui/material/Button';
import { datasetOf, measureOf } from '../../core/model/model';
import { shownMeasure, type ShownMeasure } from '../../core/dashboard/document/kinds/measured';
import type { MeasuredVisual } from '../../core/dashboard/document/visuals';
import { role } from '../../theme/roles';
import { ChoiceSetting } from '../ui/fields';
import { MeasureField } from '../ui/MeasureField';
import { measureOptions } from '../ui/options';
import { useWorkspace } from '../workspace/workspace';

const MOST = 8;
const OWN = '';

/** What can be set on the measures of a kind of visual. */
export interface MeasureForm {
  /** Whether it shows one measure only. */
  readonly single?: boolean;
  /** Whether each measure has a mark of its own. */
  readonly marks?: boolean;
  /** Whether there are two value axes. */
  readonly axes?: boolean;
}

export function MeasureList({
  visual,
  form,
  onChange,
}: {
  visual: MeasuredVisual;
  form: MeasureForm;
  onChange: (measures: ShownMeasure[]) => void;
}) {
  const { model } = useWorkspace();
  const options = measureOptions(model);
  const { measures } = visual;
  const set = (i: number, part: Partial<ShownMeasure>) =>
    onChange(measures.map((entry, j) => (j === i ? { ...entry, ...part } : entry)));
  const add = () => {
    const used = new Set(measures.map((entry) => `${entry.dataset}/${entry.measure}`));
    const free = options.find((option) => !used.has(option.value)) ?? options[0];
    const [dataset, measure] = (free?.value ?? '').split('/');
    if (dataset && measure) onChange([...measures, shownMeasure(dataset, measure)]);
  };
  return (
    <>
      {measures.map((shown, i) => (
        <MeasureSettings
          key={i}
          shown={shown}
          place={measures.length > 1 ? i + 1 : null}
          form={form}
          options={options}
          onChange={(part) => set(i, part)}
          onRemove={() => onChange(measures.filter((_, j) => j !== i))}
        />
      ))}
      {!form.single && measures.length < MOST && (
        <Button onClick={add} sx={{ mb: 1 }}>
          Add a measure
        </Button>
      )}
    </>
  );
}

const MARKS = [
  { value: 'bar', label: 'Bars' },
  { value: 'line', label: 'Line' },
  { value: 'area', label: 'Area' },
];
const AXES = [
  { value: 'auto', label: 'Right for another unit' },
  { value: 'left', label: 'Left' },
  { value: 'right', label: 'Right' },
];

function MeasureSettings({
  shown,
  place,
  form,
  options,
  onChange,
  onRemove,
}: {
  shown: ShownMeasure;
  /** Which of several it is, from 1 on; null where it is alone. */
  place: number | null;
  form: MeasureForm;
  options: ReturnType<typeof measureOptions>;
  onChange: (part: Partial<ShownMeasure>) => void;
  onRemove: () => void;
}) {
  const { model } = useWorkspace();
  const number = place === null ? '' : ` ${place}`;
  const measure = measureOf(model, shown.dataset, shown.measure);
  const roles = datasetOf(model, shown.dataset)?.roles ?? [];
  const ownRole = roles.find((entry) => entry.key === measure?.role)?.name ?? '';
  return (
    <div style={place !== null ? { borderBottom: `1px solid ${role.hairline}`, paddingBottom: 4 } : {}}>
      <MeasureField
        label={`Measure${number}`}
        value={`${shown.dataset}/${shown.measure}`}
        options={options}
        onChange={(text) => {
          const [dataset = '', key = ''] = text.split('/');
          // A date role that was chosen stays where the dataset stays.
          onChange({ dataset, measure: key, role: dataset === shown.dataset ? shown.role : null });
        }}
      />
      {roles.length > 1 && (
        <ChoiceSetting
          label={`Days counted by${number}`}
          value={shown.role ?? OWN}
          options={[
            { value: OWN, label: `${ownRole} (the measure’s own)` },
            ...roles
              .filter((entry) => entry.key !== measure?.role)
              .map((entry) => ({ value: entry.key, label: entry.name })),
          ]}
          onChange={(chosen) => onChange({ role: chosen === OWN ? null : chosen })}
        />
      )}
      {form.marks && (
        <ChoiceSetting
          label={`Drawn as${number}`}
          value={shown.mark}
          options={MARKS}
          onChange={(mark) => onChange({ mark: mark === 'bar' || mark === 'area' ? mark : 'line' })}
        />
      )}
      {place !== null && form.axes && (
        <ChoiceSetting
          label={`Axis${number}`}
          value={shown.axis}
          options={AXES}
          onChange={(axis) => onChange({ axis: axis === 'left' || axis === 'right' ? axis : 'auto' })}
        />
      )}
      {place !== null && (
        <Button color="error" aria-label={`Remove measure ${place}`} onClick={onRemove}>
          Remove
        </Button>
      )}
    </div>
  );
}
