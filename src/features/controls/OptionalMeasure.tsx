'use client';
/** A measure of the model, or none. */
import type { MeasureRef } from '../../core/model/model';
import { MeasureField } from '../ui/MeasureField';
import { measureOptions } from '../ui/options';
import { useWorkspace } from '../workspace/workspace';

const NONE = 'none';

export function OptionalMeasure({
  label,
  none = 'None',
  value,
  onChange,
}: {
  label: string;
  /** What having none is called. */
  none?: string;
  value: MeasureRef | null;
  onChange: (value: MeasureRef | null) => void;
}) {
  const { model } = useWorkspace();
  return (
    <MeasureField
      label={label}
      value={value ? `${value.dataset}/${value.measure}` : NONE}
      options={[{ value: NONE, label: none, dataset: '' }, ...measureOptions(model)]}
      onChange={(text) => {
        const [dataset, measure] = text.split('/');
        onChange(dataset && measure ? { dataset, measure } : null);
      }}
    />
  );
}
