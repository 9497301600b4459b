/** What a visual keeps when its measures change: the dimensions along which they can go. */
import { dimensionKey, isAttribute, reaches, type Dimension } from '../../model/dimension';
import { datasetOf, type Model } from '../../model/model';
import { categoryOf } from './kinds/entry';
import type { ShownMeasure } from './kinds/measured';
import type { MeasuredVisual } from './visuals';

/** Whether every measure can be told apart by a dimension. */
export const canGoAlong = (model: Model, measures: readonly ShownMeasure[], dimension: Dimension): boolean =>
  isAttribute(dimension) || measures.every(({ dataset }) => reaches(model, dimension, dataset));

/** The visual with other measures; dimensions that these cannot go along give way to one that they can, or to none. */
export function withMeasures<V extends MeasuredVisual>(
  visual: V,
  measures: readonly ShownMeasure[],
  model: Model,
): V {
  const next = { ...visual, measures: [...measures] };
  const fits = (dimension: Dimension | null) =>
    dimension !== null && canGoAlong(model, measures, dimension) ? dimension : null;
  if (next.kind === 'crosstab') {
    const kept = next.rows.filter((row) => canGoAlong(model, measures, row));
    const instead = firstFitting(model, measures);
    const rows = kept.length > 0 || !instead ? kept : [instead];
    return rows.length > 0 ? { ...next, rows } : next;
  }
  if (next.kind === 'map') {
    const along = fits(next.across) ?? firstFitting(model, measures);
    return along ? { ...next, across: along } : next;
  }
  if (!('across' in next)) return next;
  const across = fits(next.across);
  // A bar that went along something goes on doing so.
  const instead = next.across && !across ? firstFitting(model, measures) : null;
  const along = across ?? instead;
  const split = fits(next.split);
  return {
    ...next,
    across: along,
    split: split && along && dimensionKey(split) === dimensionKey(along) ? null : split,
  };
}

/** The first category of the first measure's dataset along which all measures can go. */
function firstFitting(model: Model, measures: readonly ShownMeasure[]): Dimension | null {
  const dataset = measures[0] && datasetOf(model, measures[0].dataset);
  const category = dataset && categoryOf(dataset);
  const dimension = category && { dataset: dataset.key, column: category.key };
  return dimension && canGoAlong(model, measures, dimension) ? dimension : null;
}
