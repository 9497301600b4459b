/** Options of the settings that several items share. */
import { UNITS, type Unit } from '../../core/calendar/units';
import { ATTRIBUTES, attributeName } from '../../core/calendar/attributes';
import { dimensionName, type Dimension } from '../../core/model/dimension';
import { sharedOf, type Model } from '../../core/model/model';
import type { Option } from './fields';
import type { MeasureOption } from './MeasureField';

export const unitOptions = (units: readonly Unit[] = UNITS): Option[] =>
  units.map((unit) => ({ value: unit, label: unit }));

/** Every measure of the model; its value is `dataset/measure`. */
export const measureOptions = (model: Model): MeasureOption[] =>
  model.datasets.flatMap((dataset) =>
    dataset.measures.map((measure) => ({
      value: `${dataset.key}/${measure.key}`,
      label: `${measure.name} · ${dataset.name}`,
      dataset: dataset.name,
    })),
  );

/** Every number column of the model; its value is `dataset/column`. */
export const numberColumnOptions = (model: Model): Option[] =>
  model.datasets.flatMap((dataset) =>
    dataset.columns
      .filter((column) => column.type === 'whole' || column.type === 'decimal')
      .map((column) => ({
        value: `${dataset.key}/${column.key}`,
        label: `${column.name.replace(/_/g, ' ')} · ${dataset.name}`,
      })),
  );

/** Every dimension of the model with its name: shared ones once, categories, attributes of the almanac. */
export function dimensionsIn(model: Model): { readonly dimension: Dimension; readonly label: string }[] {
  const shared = model.shared.flatMap((entry) => {
    const [member] = entry.members;
    return member ? [{ dimension: member, label: `${entry.name} · shared` }] : [];
  });
  const own = model.datasets.flatMap((dataset) =>
    dataset.columns
      .filter((column) => column.category && !sharedOf(model, dataset.key, column.key))
      .map((column) => {
        const dimension = { dataset: dataset.key, column: column.key };
        return { dimension, label: `${dimensionName(model, dimension)} · ${dataset.name}` };
      }),
  );
  const attributes = ATTRIBUTES.map((attribute) => ({
    dimension: { attribute },
    label: `${attributeName(attribute)} · almanac`,
  }));
  return [...shared, ...own, ...attributes];
}
