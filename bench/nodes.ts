/**
 * The same rows in the database itself and spread over 1, 2 and 3 nodes on this machine: rows a second of the import, one
 * cube's GROUP BY, a page of rows, and how long a node works at its part. All nodes share the cores of one machine, so
 * that what is seen of several is what they cost; what they would gain is the work that each has, on a machine of its own.
 * Run: node bench/run.mjs nodes [rows]
 */
import path from 'node:path';
import { spiderFlags } from '../cli/mariadb';
import type { StoredDataset } from '../src/server/datasets/repository';
import { Nodes } from '../testing/nodes';
import { report } from './report';
import { importBookings, withBenchDatabase, writeBookingsApart } from './support';

const rows = Number(process.argv[2] ?? 10_000_000);
const NAMES = ['north', 'south', 'west'];
const GROUPED =
  'SELECT c1, c2, c3, COUNT(*) AS n, SUM(c5) AS seats, SUM(c6) AS revenue FROM @ GROUP BY c1, c2, c3';

const seconds = async (work: () => Promise<unknown>) => {
  const begun = performance.now();
  await work();
  return (performance.now() - begun) / 1000;
};

const inWords = (value: number) => `${value.toFixed(2)} s`;

/** One cube's groups from all parts, a page of rows, and the groups of one part alone, in seconds. */
async function measured(stored: StoredDataset) {
  const { openRows } = await import('../src/server/answers/rowPage');
  const { readModel } = await import('../src/server/model/model');
  const { fromEachPart, partsOf } = await import('../src/server/nodes/parts');
  const { rowsTable } = await import('../src/server/datasets/definition');
  const rowsOf = await openRows(
    {
      ...(await readModel()),
      dataset: stored,
      selection: {
        dataset: stored.key,
        day: 'travels',
        filters: [{ column: 'route', values: ['Route 3'], exclude: false }],
        conditions: [],
        otherDays: [],
      },
      window: [{ start: -Infinity, end: Infinity }],
      columns: ['travels', 'route', 'channel', 'seats'],
    },
    null,
  );
  const parts = partsOf(rowsTable(stored), stored.spread);
  const grouped = (of: typeof parts) =>
    fromEachPart(of, async (where) => (await where.query(GROUPED.replace('@', of.from)))[0] as object[]);
  const alone = { ...parts, nodes: parts.nodes.slice(0, 1) };
  await grouped(parts);
  return {
    cube: await seconds(() => grouped(parts)),
    part: await seconds(() => grouped(alone)),
    page: await seconds(() => rowsOf.page(0, 50)),
  };
}

process.env.DATHEN_NODES = '[]';
const nodes = await Nodes.start(NAMES, ['--innodb-buffer-pool-size=512M', '--innodb-flush-method=O_DIRECT']);
try {
  await withBenchDatabase(async (folder) => {
    const file = path.join(folder, 'bookings.csv');
    await writeBookingsApart(file, rows);
    const { findDataset, removeDataset } = await import('../src/server/datasets/repository');
    const { joinNodes } = await import('../src/server/nodes/join');
    const { closeNodes } = await import('../src/server/nodes/nodes');
    let rival: { load: number; cube: number; page: number } | undefined;
    for (let count = 0; count <= NAMES.length; count++) {
      await closeNodes();
      process.env.DATHEN_NODES = nodes.setting(NAMES.slice(0, count));
      await joinNodes((line) => console.log(line));
      let key = '';
      const load = await seconds(async () => {
        key = await importBookings(`Bookings ${count}`, file);
      });
      const { cube, part, page } = await measured(await findDataset(key));
      rival ??= { load, cube, page };
      const name = count === 0 ? 'the database itself' : `${count} node${count > 1 ? 's' : ''}`;
      const told = (what: string, value: number, before: number) =>
        report({
          what: `${rows.toLocaleString('en')} rows, ${name}: ${what}`,
          figure: inWords(value),
          ...(count === 0
            ? {}
            : { against: { what: 'the database itself', figure: inWords(before), ratio: value / before } }),
        });
      told('profile and load', load, rival.load);
      told('groups of a cube', cube, rival.cube);
      told('groups of one part alone', part, rival.cube);
      told('a page of rows', page, rival.page);
      await removeDataset(await findDataset(key));
    }
    await closeNodes();
  }, spiderFlags());
} finally {
  await nodes.stop();
}
process.exit();
