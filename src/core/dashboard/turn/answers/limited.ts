/** Which groups a limit leaves, and the rows of all the others as one group. */
import { chosenDays, columnIn, isAttribute, type Dimension } from '../../../model/dimension';
import type { Ground } from '../ground';
import type { MeasureReach, Reach } from '../reach';
import { valueTable, type TableWanted, type ValueTable } from '../valueTable';
import type { Rest } from '../../document/kinds/chart';

type Value = string | null;

/** The values of a dimension that are listed, and those that are not. */
export interface Listing {
  readonly dimension: Dimension;
  readonly listed: readonly Value[];
  readonly unlisted: readonly Value[];
  /** Whether all that are not listed are one group. */
  readonly others: boolean;
}

/** The first values, as many as fit, of all in their order. */
export function listing(dimension: Dimension, ordered: readonly Value[], limit: number, rest: Rest): Listing {
  const unlisted = ordered.slice(limit);
  const others = rest === 'others' && unlisted.length > 0;
  return { dimension, listed: ordered.slice(0, limit), unlisted, others };
}

/** The same values as an answer lists, of all that there are. */
export function sameListing(
  dimension: Dimension,
  all: readonly Value[],
  listed: readonly Value[],
  others: boolean,
): Listing {
  const known = new Set(listed);
  return { dimension, listed, unlisted: all.filter((value) => !known.has(value)), others };
}

/** Values by a figure of theirs, the greatest first; those without one last, all else in natural order. */
export function greatestFirst(
  values: readonly Value[],
  figure: ReadonlyMap<Value, number | null>,
  natural: (a: Value, b: Value) => number,
): Value[] {
  const size = (value: Value) => figure.get(value) ?? null;
  return [...values].sort((a, b) => {
    const [one, other] = [size(a), size(b)];
    if (one === null || other === null) return one === other ? natural(a, b) : one === null ? 1 : -1;
    return other - one || natural(a, b);
  });
}

/** A measure's own aggregate over the whole window, by the values of a dimension. */
export async function figuresBy(
  ground: Ground,
  entry: MeasureReach,
  dimension: Dimension,
): Promise<Map<Value, number | null> | 'elsewhere'> {
  const { source, design } = ground.context;
  const outcome = await valueTable(design.model, source, entry.measure, entry.reaches, {
    dimensions: [dimension],
    buckets: null,
  });
  if (outcome.kind === 'elsewhere') return 'elsewhere';
  return outcome.kind === 'no column' ? new Map() : figuresOf(outcome.table);
}

/** The figures of a table by one dimension over a whole window. */
export const figuresOf = ({ keys, values }: Pick<ValueTable, 'keys' | 'values'>): Map<Value, number | null> =>
  new Map(keys.map((key, g) => [key[0]!, values[g]![0] ?? null]));

/** A reach with only the rows of what a listing leaves out. `all`: whether every value that there is stands in it. */
function beyond(ground: Ground, reach: Reach, { dimension, listed, unlisted }: Listing, all: boolean): Reach {
  const { model } = ground.context.design;
  const { selection, part } = reach;
  const values = all ? listed : unlisted;
  if (isAttribute(dimension)) {
    const runs = chosenDays(model, dimension.attribute, values, all);
    const otherDays = [...selection.otherDays, { column: part.role, runs }];
    return { ...reach, selection: { ...selection, otherDays } };
  }
  const column = columnIn(model, dimension, part.dataset)!;
  return {
    ...reach,
    selection: { ...selection, filters: [...selection.filters, { column, values, exclude: all }] },
  };
}

/** What a measure sees of all that some listings leave out. `all` as in `beyond`. */
export const othersReaches = (
  ground: Ground,
  { reaches }: MeasureReach,
  left: readonly Listing[],
  all: boolean,
): Reach[] =>
  reaches.map((reach) => left.reduce((narrowed, one) => beyond(ground, narrowed, one, all), reach));

/**
 * The values of a measure over the rows of all that some listings leave out, by the remaining dimensions: its own
 * aggregate, not a sum of what stands there. `all` as in `beyond`.
 */
export async function othersTable(
  ground: Ground,
  entry: MeasureReach,
  left: readonly Listing[],
  wanted: TableWanted,
  all: boolean,
): Promise<{ table: ValueTable; reaches: readonly Reach[] } | 'elsewhere'> {
  const { source, design } = ground.context;
  const reaches = othersReaches(ground, entry, left, all);
  const outcome = await valueTable(design.model, source, entry.measure, reaches, wanted);
  return outcome.kind === 'table' ? { table: outcome.table, reaches } : 'elsewhere';
}
