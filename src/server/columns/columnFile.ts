/**
 * The column file of a load: its rows by column, for making cubes without asking the database. It is derived from the
 * rows and never the judge: missing or damaged, the database answers. Two files: `….columns`, batches of rows (each an
 * Arrow stream of its own) and dictionaries behind them; and `….json`, which says what lies where and is written last.
 * A load that adds rows goes on in the file of the one before, under a name of its own.
 */
import { existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import path from 'node:path';
import { z } from 'zod';
import type { StoredColumn } from '../datasets/definition';
import { derivedFolder } from '../datasets/derivedFiles';

const placeSchema = z.object({ offset: z.int(), bytes: z.int() });

const columnSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('days'),
    /** First and last day, inclusive; null where all are blank. */
    first: z.int().nullable(),
    last: z.int().nullable(),
  }),
  z.object({ kind: z.literal('texts'), values: placeSchema }),
  z.object({
    kind: z.literal('numbers'),
    /** Of all its numbers, scaled and without their signs; not there where it is not known. */
    total: z.number().optional(),
  }),
  /** Too many different texts, or numbers that are not exact: the database has to be asked. */
  z.object({ kind: z.literal('absent') }),
]);

const columnIndexSchema = z.object({
  version: z.literal(1),
  /** By position in the dataset's definition. */
  columns: z.array(columnSchema),
  batches: z.array(placeSchema.extend({ rows: z.int() })),
  /** Loads that it goes on from, the latest last, each with how many of the batches were there then. */
  earlier: z.array(z.object({ load: z.int(), batches: z.int() })).default([]),
  /** Of the file as far as it belongs to this load. */
  bytes: z.int(),
});
export type ColumnIndex = z.infer<typeof columnIndexSchema>;
/** Earlier loads that are remembered. */
export const MOST_EARLIER = 3;
export type IndexedColumn = ColumnIndex['columns'][number];

/** Rows of a batch. */
export const BATCH_ROWS = 65_536;
/** A text column with more different values is not held. */
export const MOST_VALUES = 1_000_000;

/** What a column of a dataset is in its column file, its numbers and texts allowing. */
export function kindOf({ type }: Pick<StoredColumn, 'type'>): 'days' | 'texts' | 'numbers' {
  if (type === 'text') return 'texts';
  return type === 'day' || type === 'timestamp' ? 'days' : 'numbers';
}

const folder = () => derivedFolder('columns');

/** Where the column file of a load lies. */
export function columnFiles(dataset: number, load: number): { data: string; index: string } {
  const base = path.join(folder(), `${Number(dataset)}_${Number(load)}`);
  return { data: `${base}.columns`, index: `${base}.json` };
}

/** Makes the folder that they lie in. */
export function makeColumnFolder(): void {
  mkdirSync(folder(), { recursive: true, mode: 0o700 });
}

/** What lies where in the column file of a load. Throws where there is none, and for one that is damaged. */
export const readIndex = (dataset: number, load: number): ColumnIndex =>
  columnIndexSchema.parse(
    JSON.parse(readFileSync(/* turbopackIgnore: true */ columnFiles(dataset, load).index, 'utf8')),
  );

/** The loads that the column file of a load goes on from, the latest last; none where there is no file. */
export function earlierLoads(dataset: number, load: number): ColumnIndex['earlier'] {
  try {
    return readIndex(dataset, load).earlier;
  } catch {
    return [];
  }
}

/** How many rows the column file of a load holds; 0 where there is none. */
export function rowsHeld(dataset: number, load: number): number {
  try {
    return readIndex(dataset, load).batches.reduce((sum, { rows }) => sum + rows, 0);
  } catch {
    return 0;
  }
}

/** Removes the column files of a dataset, one that is in use aside. */
export async function removeColumns(dataset: number, inUse: number | null): Promise<void> {
  for (const name of namesOfFiles()) {
    const match = /^(\d+)_(\d+)\./.exec(name);
    if (match && Number(match[1]) === dataset && Number(match[2]) !== inUse)
      await rm(path.join(folder(), name), { force: true });
  }
}

/** Numbers of the datasets that have column files. */
export const datasetsWithColumns = (): number[] => [
  ...new Set(namesOfFiles().map((name) => Number(name.split('_')[0]))),
];

function namesOfFiles(): string[] {
  return existsSync(/* turbopackIgnore: true */ folder()) ? readdirSync(folder()) : [];
}
