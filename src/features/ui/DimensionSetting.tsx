'use client';
import { canonicalDimension, dimensionKey, type Dimension } from '../../core/model/dimension';
import type { Model } from '../../core/model/model';
import { ChoiceSetting } from './fields';
import { dimensionsIn } from './options';

const NONE = '';

/** A dimension of the model, or none. */
export function DimensionSetting({
  model,
  label,
  value,
  none,
  fits = () => true,
  onChange,
}: {
  model: Model;
  label: string;
  value: Dimension | null;
  /** What it means that none is chosen. */
  none: string;
  /** Which dimensions are offered, beside the one that is chosen. */
  fits?: (dimension: Dimension) => boolean;
  onChange: (dimension: Dimension | null) => void;
}) {
  const chosen = value && dimensionKey(canonicalDimension(model, value));
  const all = dimensionsIn(model).filter(
    ({ dimension }) => fits(dimension) || dimensionKey(dimension) === chosen,
  );
  return (
    <ChoiceSetting
      label={label}
      value={chosen ?? NONE}
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
