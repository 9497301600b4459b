'use client';
import { dimensionKey, type Dimension } from '../../core/dashboard/dimension';
import { ChoiceSetting } from './fields';
import { dimensionsIn, sameDimension } from './options';
import { useWorkspace } from './workspace';

const NONE = '';

/** A dimension of the model, or none. */
export function DimensionSetting({
  label,
  value,
  none,
  onChange,
}: {
  label: string;
  value: Dimension | null;
  /** What it means that none is chosen. */
  none: string;
  onChange: (dimension: Dimension | null) => void;
}) {
  const { model } = useWorkspace();
  const all = dimensionsIn(model);
  return (
    <ChoiceSetting
      label={label}
      value={value ? dimensionKey(sameDimension(model, value)) : NONE}
      options={[
        { value: NONE, label: none },
        ...all.map(({ dimension, label: name }) => ({ value: dimensionKey(dimension), label: name })),
      ]}
      onChange={(key) =>
        onChange(all.find(({ dimension }) => dimensionKey(dimension) === key)?.dimension ?? null)
      }
    />
  );
}
