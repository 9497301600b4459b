/**
 * Cubes from the column file, the middle of three, against the same GROUP BY of an embedded engine from a file of its own
 * and against one of the database; and questions that no cube holds, answered by a scan of it and by SQL.
 * Run: node bench/run.mjs columns [rows]
 */
import { rmSync } from 'node:fs';
import path from 'node:path';
import { cellCount, type CubeShape } from '../src/core/cube/cube';
import type { AggregateQuery } from '../src/core/cube/query';
import type { AnyCondition } from '../src/core/cube/rowCondition';
import { report } from './report';
import { rivalGroups } from './rival';
import {
  FIRST_DAY,
  importBookings,
  milliseconds,
  quantile,
  withBenchDatabase,
  writeBookings,
} from './support';

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
  const size = `${rows.toLocaleString('en')} rows`;
  report({ what: `import with its profile, ${size}`, figure: milliseconds(performance.now() - begun) });
  const shapes = shapesOf(stored.key, stored.currentLoad!);
  const timed = async (work: () => unknown) => {
    const from = performance.now();
    await work();
    return performance.now() - from;
  };
  const byFile: { milliseconds: number; cells: number }[] = [];
  for (const wanted of shapes) {
    const times: number[] = [];
    let cells = 0;
    for (let i = 0; i < 3; i++)
      times.push(
        await timed(() => {
          const made = cubeFromFile(stored, wanted);
          if (!made?.ok) throw new Error('The column file gave no cube');
          cells = cellCount(made.cube);
        }),
      );
    byFile.push({ milliseconds: quantile(times, 0.5), cells });
  }
  const memory = process.memoryUsage();
  report({
    what: `memory of the process that brought in and made these cubes, ${size}`,
    figure: `${Math.round(memory.rss / 1024 ** 2)} MB, of it outside the heap ${Math.round(memory.arrayBuffers / 1024 ** 2)} MB`,
  });
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
    report({
      what: `${title}, no cube, ${size}`,
      figure: milliseconds(file),
      against: { what: 'the database', figure: milliseconds(database), ratio: file / database },
    });
  }
  const rival = await rivalGroups(file, folder, shapes);
  rmSync(columnFiles(stored.id, stored.currentLoad!).index);
  for (const [i, wanted] of shapes.entries()) {
    forget('cubes held');
    const database = await timed(() => heldCube(stored, wanted));
    const own = byFile[i]!;
    const other = rival[i]!;
    if (own.cells !== other.groups) throw new Error(`${own.cells} cells are not ${other.groups} groups`);
    const title = [...wanted.categories, ...(wanted.numbers[0]!.extremes ? ['least and greatest'] : [])];
    const what = `cube by day${title.map((part) => `, ${part}`).join('')} (${own.cells.toLocaleString('en')} cells), ${size}`;
    for (const [rivalName, time] of [
      ['an embedded engine', other.milliseconds],
      ['the database', database],
    ] as const)
      report({
        what,
        figure: milliseconds(own.milliseconds),
        against: { what: rivalName, figure: milliseconds(time), ratio: own.milliseconds / time },
      });
  }
});
