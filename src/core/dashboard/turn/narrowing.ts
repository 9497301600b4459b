/** A part of what a visual sees: the rows of one value of a dimension, or of all but some. */
import { chosenDays, columnIn, isAttribute, type Dimension } from '../../model/dimension';
import type { Selection } from '../../cube/query';
import type { Model } from '../../model/model';
import type { Reach } from './reach';

type Value = string | null;

/** A part of a visual: a value of a dimension. */
export interface Narrowing {
  readonly dimension: Dimension;
  readonly value: Value;
}

/** What a part counts its days by. */
interface Counted {
  readonly dataset: string;
  readonly role: string;
}

/** A selection with the rows of some values only, or of all others; the same where its dataset has no such column. */
function narrowed(
  model: Model,
  selection: Selection,
  { dataset, role }: Counted,
  dimension: Dimension,
  values: readonly Value[],
  exclude: boolean,
): Selection {
  if (isAttribute(dimension)) {
    const runs = chosenDays(model, dimension.attribute, values, exclude);
    return { ...selection, otherDays: [...selection.otherDays, { column: role, runs }] };
  }
  const column = columnIn(model, dimension, dataset);
  if (column === undefined) return selection;
  return { ...selection, filters: [...selection.filters, { column, values, exclude }] };
}

/** A selection with only the rows of one value. */
export const selectionOnly = (
  model: Model,
  selection: Selection,
  counted: Counted,
  { dimension, value }: Narrowing,
): Selection => narrowed(model, selection, counted, dimension, [value], false);

/** A reach with only the rows of one value. */
export const withOnly = (model: Model, reach: Reach, narrowing: Narrowing): Reach => ({
  ...reach,
  selection: selectionOnly(model, reach.selection, reach.part, narrowing),
});

/** A reach without the rows of some values. */
export const withoutThese = (
  model: Model,
  reach: Reach,
  { dimension, values }: { readonly dimension: Dimension; readonly values: readonly Value[] },
): Reach => ({
  ...reach,
  selection: narrowed(model, reach.selection, reach.part, dimension, values, true),
});
