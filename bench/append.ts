/**
 * Adding a day to a dataset: until its rows are in use and cubes have them, grown from those before or made anew, against
 * copying the table as it would be without going on in it.
 * Run: node bench/run.mjs append [rows]
 */
import path from 'node:path';
import type { CubeShape } from '../src/core/cube/cube';
import { p50p95, report } from './report';
import { importBookings, milliseconds, quantile, withBenchDatabase, writeBookings } from './support';

const rows = Number(process.argv[2] ?? 1_000_000);
/** Days over which bookings are written: a day has so many rows. */
const added = Math.max(1, Math.round(rows / 1095));
const TIMES = 5;
const CATEGORIES = [[], ['route'], ['route', 'channel', 'ticket_class']];

await withBenchDatabase(async (folder) => {
  const [whole, day] = [path.join(folder, 'bookings.csv'), path.join(folder, 'day.csv')];
  await writeBookings(whole, rows);
  await writeBookings(day, added);
  const { makeFromFile } = await import('../src/server/answers/cubes');
  const { cubeFromFile } = await import('../src/server/columns/columnCube');
  const { selectRows } = await import('../src/server/database/connection');
  const { rowsTable } = await import('../src/server/datasets/definition');
  const { findDataset } = await import('../src/server/datasets/repository');
  const key = await importBookings('Bookings', whole);
  const timed = async <T>(work: () => Promise<T> | T): Promise<[number, T]> => {
    const from = performance.now();
    const result = await work();
    return [performance.now() - from, result];
  };
  const shapeOf = (load: number, categories: string[]): CubeShape => ({
    dataset: key,
    load,
    day: 'travels',
    otherDays: [],
    categories,
    conditions: [],
    numbers: [{ column: 'seats', scale: 0, extremes: false }],
    spellings: {},
  });
  const first = await findDataset(key);
  for (const categories of CATEGORIES) await makeFromFile(first, shapeOf(first.currentLoad!, categories));
  const loadings: number[] = [];
  const growings = CATEGORIES.map((): number[] => []);
  const makings = CATEGORIES.map((): number[] => []);
  for (let i = 0; i < TIMES; i++) {
    const [loading] = await timed(() => importBookings('Bookings', day, { into: key, mode: 'append' }));
    const stored = await findDataset(key);
    loadings.push(loading);
    for (const [c, categories] of CATEGORIES.entries()) {
      const shape = shapeOf(stored.currentLoad!, categories);
      const [growing, isGrown] = await timed(() => makeFromFile(stored, shape));
      const [making, cube] = await timed(() => cubeFromFile(stored, shape));
      if (!isGrown || !cube?.ok) throw new Error('The column file gave no cube');
      growings[c]!.push(growing);
      makings[c]!.push(making);
    }
  }
  const table = rowsTable(await findDataset(key));
  await selectRows(`CREATE TABLE copied LIKE ${table}`);
  const [copying] = await timed(() => selectRows(`INSERT INTO copied SELECT * FROM ${table}`));
  const what = `${added.toLocaleString('en')} rows added to ${rows.toLocaleString('en')}`;
  const middle = (times: readonly number[]) => quantile(times, 0.5);
  report({
    what: `${what}: in use`,
    figure: p50p95(loadings),
    against: {
      what: 'copying the table alone',
      figure: milliseconds(copying),
      ratio: middle(loadings) / copying,
    },
  });
  for (const [c, categories] of CATEGORIES.entries())
    report({
      what: `${what}: a cube by ${['day', ...categories].join(', ')} grown and kept`,
      figure: p50p95(growings[c]!),
      against: {
        what: 'made anew, not kept',
        figure: p50p95(makings[c]!),
        ratio: middle(growings[c]!) / middle(makings[c]!),
      },
    });
});
