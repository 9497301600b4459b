import type { Company } from '../company';

/** A dataset of the demo: a CSV file in the making. */
export interface DemoDataset {
  readonly name: string;
  readonly header: readonly string[];
  /** Columns that become date roles. */
  readonly dateColumns: readonly string[];
  /** The rows in the order of the file, as texts. */
  rows: (company: Company) => Iterable<readonly string[]>;
}
