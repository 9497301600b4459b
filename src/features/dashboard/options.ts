/** Options of the settings that several items share. */
import { UNITS, type Unit } from '../../core/calendar/units';
import type { Model } from '../../core/dashboard/model';
import type { Option } from './fields';

export const unitOptions = (units: readonly Unit[] = UNITS): Option[] =>
  units.map((unit) => ({ value: unit, label: unit }));

/** Every measure of the model; its value is `dataset/measure`. */
export const measureOptions = (model: Model): Option[] =>
  model.datasets.flatMap((dataset) =>
    dataset.measures.map((measure) => ({
      value: `${dataset.key}/${measure.key}`,
      label: `${measure.name} · ${dataset.name}`,
    })),
  );
