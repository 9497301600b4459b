/**
 * Cubes from the column file against one GROUP BY of the database over the same rows, each shape once for each; and
 * questions that no cube holds, answered by a scan of it and by SQL.
 * Run: npx tsx bench/columns.ts [rows]
 */
import { rmSync } from 'node:fs';
import path from 'node:path';
import type { CubeShape } from '../src/core/cube/cube';
import type { AggregateQuery } from '../src/core/cube/query';
import type { AnyCondition } from '../src/core/cube/rowCondition';
import { FIRST_DAY, importBookings, milliseconds, withBenchDatabase, writeBookings } from './support';

const rows = Number(process.argv[2] ?? 1_000_000);

function shapesOf(dataset: string, load: number): CubeShape[] {
  const shape = (categories: string[], extremes: boolean): CubeShape => ({
    dataset,
    load,
    day: 'travels',
    otherDays: [],
    categories,
    conditions: [],
    numbers: [
      { column: 'seats', scale: 0, extremes },
      { column: 'revenue', scale: 2, extremes },
    ],
    spellings: {},
  });
  const three = ['route', 'channel', 'ticket_class'];
  return [shape([], false), shape(['route'], false), shape(three, false), shape(three, true)];
}

function questionsOf(dataset: string): Record<string, AggregateQuery> {
  const asked = (column: string, distinct: boolean, conditions: AnyCondition[]): AggregateQuery => ({
    dataset,
    day: 'travels',
    filters: [],
    otherDays: [],
    conditions,
    window: [{ start: FIRST_DAY + 365, end: FIRST_DAY + 729 }],
    by: { columns: [{ kind: 'column', column: 'route' }], buckets: null },
    numbers: [{ column, scale: column === 'revenue' ? 2 : 0, extremes: false, closing: false, distinct }],
  });
  return {
    'different amounts by route': asked('revenue', true, []),
    'different channels by route': asked('channel', true, []),
    'revenue by route where seats are at least 3': asked('revenue', false, [
      { column: 'seats', operator: 'at least', values: ['3'] },
    ]),
  };
}

await withBenchDatabase(async (folder) => {
  const file = path.join(folder, 'bookings.csv');
  await writeBookings(file, rows);
  const { heldCube } = await import('../src/server/answers/cubes');
  const { columnFiles } = await import('../src/server/columns/columnFile');
  const { cubeFromFile } = await import('../src/server/columns/columnCube');
  const { findDataset } = await import('../src/server/datasets/repository');
  const { forget } = await import('../src/server/once');
  const begun = performance.now();
  const stored = await findDataset(await importBookings('Bookings', file));
  console.log(`${rows.toLocaleString('en')} rows, imported in ${milliseconds(performance.now() - begun)}`);
  const shapes = shapesOf(stored.key, stored.currentLoad!);
  const timed = async (work: () => unknown) => {
    const from = performance.now();
    await work();
    return performance.now() - from;
  };
  const byFile: number[] = [];
  for (const wanted of shapes)
    byFile.push(
      await timed(() => {
        if (!cubeFromFile(stored, wanted)?.ok) throw new Error('The column file gave no cube');
      }),
    );
  const memory = process.memoryUsage();
  console.log(
    `memory ${Math.round(memory.rss / 1024 ** 2)} MB, of it outside the heap ${Math.round(memory.arrayBuffers / 1024 ** 2)} MB`,
  );
  const { columnSource } = await import('../src/server/columns/columnSource');
  const { sqlSource } = await import('../src/server/answers/sqlSource');
  for (const [title, question] of Object.entries(questionsOf(stored.key))) {
    const model = { shared: [] };
    const scan = () => columnSource([stored], model).aggregate(question);
    if (!(await scan())) throw new Error(`The column file does not answer: ${title}`);
    const [file, database] = [
      await timed(scan),
      await timed(() => sqlSource([stored], model).aggregate(question)),
    ];
    console.log(
      `${title}: column file ${milliseconds(file)}, database ${milliseconds(database)}, ratio ${(file / database).toFixed(3)}`,
    );
  }
  rmSync(columnFiles(stored.id, stored.currentLoad!).index);
  for (const [i, wanted] of shapes.entries()) {
    forget('cubes held');
    const database = await timed(() => heldCube(stored, wanted));
    console.log(
      `${[...wanted.categories, ...(wanted.numbers[0]!.extremes ? ['extremes'] : [])].join(', ') || 'days alone'}: column file ${milliseconds(byFile[i]!)}, database ${milliseconds(database)}, ratio ${(byFile[i]! / database).toFixed(3)}`,
    );
  }
});
