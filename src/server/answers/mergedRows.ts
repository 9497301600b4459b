/** Rows from several parts, each in an order, as one list in that order. */
import type { StoredColumn } from '../datasets/definition';

/** A row with the value that it is ordered by, and its number. */
export interface OrderedRow {
  readonly sort_key: string | number | null;
  readonly row_id: number | string | null;
}

/** Decimals of one column have as many places, so that their digits alone tell which is more. */
const digits = (value: string | number) => BigInt(String(value).replace('.', ''));

/**
 * Compares two values of a column as the database orders them: numbers by size, days and times by date, texts by the
 * bytes of their letters; blanks come before all others.
 */
export function compareCells(
  type: StoredColumn['type'],
  a: string | number | null,
  b: string | number | null,
): number {
  if (a === null || b === null) return Number(a !== null) - Number(b !== null);
  if (type === 'text') return Buffer.compare(Buffer.from(String(a)), Buffer.from(String(b)));
  if (type === 'day' || type === 'timestamp') return a < b ? -1 : Number(a > b);
  const difference = digits(a) - digits(b);
  return difference < 0n ? -1 : Number(difference > 0n);
}

/** The rows of all parts in the order of a column and, where they are alike in it, of their numbers. */
export function mergedRows<R extends OrderedRow>(
  rows: readonly R[],
  type: StoredColumn['type'],
  isDescending: boolean,
): R[] {
  const sign = isDescending ? -1 : 1;
  return [...rows].sort(
    (a, b) =>
      sign * (compareCells(type, a.sort_key, b.sort_key) || Number(a.row_id ?? 0) - Number(b.row_id ?? 0)),
  );
}
