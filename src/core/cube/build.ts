/** Makes a cube from grouped rows, in any order. */
import type { Day } from '../calendar/day';
import { BLANK_DAY, heldCategories, type Cube, type CubeShape } from './cube';

/** One group of rows. Arrays follow the order of the shape's columns (categories, then conditions); numbers are scaled integers. */
export interface GroupedRow {
  readonly day: Day;
  readonly otherDays: readonly (Day | null)[];
  readonly categories: readonly (string | null)[];
  readonly rows: number;
  readonly numbers: readonly { sum: number; count: number; minimum: number | null; maximum: number | null }[];
}

/** Sums are exact while their absolute values together stay below 2^53. */
export const EXACT_LIMIT = Number.MAX_SAFE_INTEGER;

const summed = <T extends GroupedRow['numbers'][number]>(a: T, b: T) => ({
  sum: a.sum + b.sum,
  count: a.count + b.count,
  minimum: of(Math.min, a.minimum, b.minimum),
  maximum: of(Math.max, a.maximum, b.maximum),
});
const of = (best: (a: number, b: number) => number, a: number | null, b: number | null) =>
  a === null || b === null ? (a ?? b) : best(a, b);

/** The same rows in one group where there are several of the same days and values, such as one from each of some parts. */
export function mergeGroups(groups: readonly GroupedRow[]): GroupedRow[] {
  const merged = new Map<string, GroupedRow>();
  for (const group of groups) {
    const key = JSON.stringify([group.day, group.otherDays, group.categories]);
    const known = merged.get(key);
    merged.set(
      key,
      known
        ? {
            ...known,
            rows: known.rows + group.rows,
            numbers: known.numbers.map((number, i) => summed(number, group.numbers[i]!)),
          }
        : group,
    );
  }
  return [...merged.values()];
}

export type BuiltCube =
  { readonly ok: true; readonly cube: Cube } | { readonly ok: false; readonly reason: 'inexact' };

/** Builds a cube; refused when a running total, or an extreme, could leave the range of exact integers. */
export function buildCube(shape: CubeShape, groups: readonly GroupedRow[]): BuiltCube {
  const order = Uint32Array.from(groups, (_, i) => i).sort((a, b) => groups[a]!.day - groups[b]!.day);
  const size = groups.length;
  const firstDay = size > 0 ? groups[order[0]!]!.day : 0;
  const lastDay = size > 0 ? groups[order[size - 1]!]!.day : -1;
  const days = Int32Array.from(order, (i) => groups[i]!.day);
  const numbers = shape.numbers.map((number, n) => {
    const column = (value: (group: GroupedRow) => number) =>
      Float64Array.from(order, (i) => value(groups[i]!));
    return {
      column: number.column,
      scale: number.scale,
      sum: column((group) => group.numbers[n]!.sum),
      count: column((group) => group.numbers[n]!.count),
      minimum: number.extremes ? column((group) => group.numbers[n]!.minimum ?? NaN) : null,
      maximum: number.extremes ? column((group) => group.numbers[n]!.maximum ?? NaN) : null,
    };
  });
  const areExact = (values: Float64Array | null) =>
    values === null || values.every((value) => Number.isNaN(value) || Math.abs(value) <= EXACT_LIMIT);
  const exact = numbers.every(
    (number) =>
      number.sum.reduce((total, sum) => total + Math.abs(sum), 0) <= EXACT_LIMIT &&
      areExact(number.minimum) &&
      areExact(number.maximum),
  );
  if (!exact) return { ok: false, reason: 'inexact' };
  const cube: Cube = {
    shape,
    firstDay,
    dayOffsets: offsetsOf(days, firstDay, lastDay),
    rows: Float64Array.from(order, (i) => groups[i]!.rows),
    categories: heldCategories(shape).map((column, c) => ({
      column,
      ...encode(order, (i) => groups[i]!.categories[c] ?? null),
    })),
    numbers,
    otherDays: shape.otherDays.map((column, c) => ({
      column,
      days: Int32Array.from(order, (i) => groups[i]!.otherDays[c] ?? BLANK_DAY),
    })),
  };
  return { ok: true, cube };
}

/** Where each day's cells begin, from cells' days in ascending order. */
export function offsetsOf(days: Int32Array, firstDay: Day, lastDay: Day): Uint32Array {
  const offsets = new Uint32Array(lastDay - firstDay + 2);
  for (const day of days) offsets[day - firstDay + 1]!++;
  for (let i = 1; i < offsets.length; i++) offsets[i]! += offsets[i - 1]!;
  return offsets;
}

/** Dictionary form of a column: values sorted by text, blank last. */
function encode(order: Uint32Array, valueOf: (i: number) => string | null) {
  const seen = new Set<string | null>();
  for (const i of order) seen.add(valueOf(i));
  const values = [...seen].sort((a, b) => (a === null ? 1 : b === null ? -1 : a < b ? -1 : 1));
  const codeOf = new Map(values.map((value, code) => [value, code]));
  return { values, codes: Uint32Array.from(order, (i) => codeOf.get(valueOf(i))!) };
}
