/** Reads the column file of a load. */
import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import { tableFromIPC } from 'apache-arrow';
import { z } from 'zod';
import type { ColumnBatch, Columns } from '../../core/cube/columnRows';
import { columnFiles, readIndex, type ColumnIndex, type IndexedColumn } from './columnFile';

export interface OpenColumns {
  readonly index: ColumnIndex;
  /** The different texts of a column, by its position. */
  texts: (position: number) => string[];
  /** The columns by name, their rows from a batch on; `positionOf` tells the position of a name. */
  named: (positionOf: (column: string) => number, from?: number) => Columns;
  close: () => void;
}

/** Opens a column file; undefined where there is none, or it is damaged. */
export function openColumns(dataset: number, load: number): OpenColumns | undefined {
  const files = columnFiles(dataset, load);
  let index: ColumnIndex;
  let file: number;
  try {
    index = readIndex(dataset, load);
    file = openSync(/* turbopackIgnore: true */ files.data, 'r');
  } catch {
    return undefined;
  }
  // It may be longer: what a later load adds is written behind all that this one knows of.
  if (fstatSync(file).size < index.bytes) {
    closeSync(file);
    return undefined;
  }
  const read = ({ offset, bytes }: { offset: number; bytes: number }, buffer = Buffer.allocUnsafe(bytes)) => {
    for (let done = 0; done < bytes;) {
      const more = readSync(file, buffer, done, bytes - done, offset + done);
      if (more === 0) throw new Error('The column file is shorter than it says.');
      done += more;
    }
    return buffer.subarray(0, bytes);
  };
  const column = <K extends IndexedColumn['kind']>(position: number, kind: K) => {
    const found = index.columns[position];
    if (found?.kind !== kind) throw new Error(`Column ${position} is not held as ${kind}`);
    return found as Extract<IndexedColumn, { kind: K }>;
  };
  const known = new Map<number, string[]>();
  const texts = (position: number) => {
    const values =
      known.get(position) ??
      z.array(z.string()).parse(JSON.parse(read(column(position, 'texts').values).toString('utf8')));
    known.set(position, values);
    return values;
  };
  return {
    index,
    texts,
    named: (positionOf, from = 0) => ({
      values: (name) => texts(positionOf(name)),
      range(name) {
        const { first, last } = column(positionOf(name), 'days');
        return first === null || last === null ? undefined : { first, last };
      },
      *batches() {
        // One place for all batches: a file is larger than what should be held of it.
        const buffer = Buffer.alloc(Math.max(0, ...index.batches.map(({ bytes }) => bytes)));
        for (const place of index.batches.slice(from)) {
          const table = tableFromIPC(read(place, buffer));
          const values = (name: string, kind: IndexedColumn['kind']): unknown => {
            const position = positionOf(name);
            column(position, kind);
            return table.getChild(`c${position}`)!.toArray();
          };
          const batch: ColumnBatch = {
            rows: place.rows,
            days: (name) => values(name, 'days') as Int32Array,
            codes: (name) => values(name, 'texts') as Uint32Array,
            numbers: (name) => values(name, 'numbers') as Float64Array,
          };
          yield batch;
        }
      },
    }),
    close: () => closeSync(file),
  };
}
