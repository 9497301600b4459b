/** A part of what a visual sees: the rows of one value of a dimension, or of all but some. */
import { chosenDays, columnIn, isAttribute, type Dimension } from '../../model/dimension';
import type { Model } from '../../model/model';
import type { Reach } from './reach';

type Value = string | null;

/** A part of a visual: a value of a dimension. */
export interface Narrowing {
  readonly dimension: Dimension;
  readonly value: Value;
}

/** A reach with the rows of some values only, or of all others; the same where its dataset has no such column. */
function narrowed(
  model: Model,
  reach: Reach,
  dimension: Dimension,
  values: readonly Value[],
  exclude: boolean,
): Reach {
  const { selection, part } = reach;
  if (isAttribute(dimension)) {
    const runs = chosenDays(model, dimension.attribute, values, exclude);
    const otherDays = [...selection.otherDays, { column: part.role, runs }];
    return { ...reach, selection: { ...selection, otherDays } };
  }
  const column = columnIn(model, dimension, part.dataset);
  if (column === undefined) return reach;
  const filters = [...selection.filters, { column, values, exclude }];
  return { ...reach, selection: { ...selection, filters } };
}

/** A reach with only the rows of one value. */
export const withOnly = (model: Model, reach: Reach, { dimension, value }: Narrowing): Reach =>
  narrowed(model, reach, dimension, [value], false);

/** A reach without the rows of some values. */
export const withoutThese = (
  model: Model,
  reach: Reach,
  { dimension, values }: { readonly dimension: Dimension; readonly values: readonly Value[] },
): Reach => narrowed(model, reach, dimension, values, true);
