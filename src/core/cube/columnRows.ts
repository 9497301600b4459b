/** Rows by column, and what can be made of them. */
import type { Cube } from './cube';

/** Some rows, by column. Arrays have one entry a row. */
export interface ColumnBatch {
  readonly rows: number;
  /** `BLANK_DAY` where blank. */
  days: (column: string) => Int32Array;
  /** Codes of texts: 0 where blank, else one more than the place in the column's values. */
  codes: (column: string) => Uint32Array;
  /** Scaled integers; not a number where blank. */
  numbers: (column: string) => Float64Array;
}

/** The columns of a dataset's rows. */
export interface Columns {
  /** The different values of a text column. */
  values: (column: string) => readonly string[];
  /** First and last day of a date column, inclusive; undefined where all are blank. */
  range: (column: string) => { readonly first: number; readonly last: number } | undefined;
  /** All rows, batch after batch; arrays of a batch are valid until the next one is asked for. */
  batches: () => Iterable<ColumnBatch>;
}

/** A cube; or that there would be too many cells; or that its sums may not be exact, so that the database has to judge. */
export type ColumnCube =
  | { readonly ok: true; readonly cube: Cube }
  | { readonly ok: false; readonly reason: 'too-many-cells' }
  | { readonly ok: false; readonly reason: 'unsure' };
