/** Digests of days from the column file of a load. */
import { setImmediate as nextTurn } from 'node:timers/promises';
import type { Day } from '../../core/calendar/day';
import { DayDigests, type DigestColumn } from '../../core/cube/dayDigests';
import type { Definition } from '../datasets/definition';
import { log } from '../log';
import { openColumns } from './columnReader';

/**
 * By day of a date column, a text that is the same for the same rows in any order, of some columns by their keys.
 * Undefined where the file does not hold them as they are: without one, for points of time, of which it has the day only.
 */
export async function columnDigests(
  dataset: number,
  load: number,
  { columns }: Pick<Definition, 'columns'>,
  day: string,
  wanted: readonly string[],
): Promise<Map<Day, string> | undefined> {
  if (columns.some(({ key, type }) => wanted.includes(key) && type === 'timestamp')) return undefined;
  const open = openColumns(dataset, load);
  if (!open) return undefined;
  try {
    const positionOf = (key: string) => columns.findIndex((column) => column.key === key);
    const looked = wanted.map((name): DigestColumn | undefined => {
      const kind = open.index.columns[positionOf(name)]?.kind;
      if (kind === 'texts') return { kind, name, values: open.texts(positionOf(name)) };
      return kind === 'days' || kind === 'numbers' ? { kind, name } : undefined;
    });
    const held = looked.filter((column) => column !== undefined);
    if (held.length < looked.length) return undefined;
    const named = open.named(positionOf);
    const range = named.range(day);
    if (!range) return new Map();
    const digests = new DayDigests(day, held, range.first, range.last);
    for (const batch of named.batches()) {
      digests.add(batch);
      // Whatever else the server does goes on in between.
      await nextTurn();
    }
    return digests.byDay();
  } catch (error) {
    log().warn(error, 'a column file is damaged; the database is asked');
    return undefined;
  } finally {
    open.close();
  }
}
