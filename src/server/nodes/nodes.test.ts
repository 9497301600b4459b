/** Rows that are spread over nodes: the same answers, whole loads, and words for nodes that are away. */
import { mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import type { RowDataPacket } from 'mysql2/promise';
import { TEST_SHAPE, testRow, testRows, type TestRow } from '../../core/cube/testing';
import type { AggregateAnswer, AggregateQuery } from '../../core/cube/query';
import { makeBackup } from '../backup/backup';
import { restoreBackup } from '../backup/restore';
import { removeColumns } from '../columns/columnFile';
import { rebuildColumns } from '../columns/rebuild';
import { columnSource } from '../columns/columnSource';
import { Nodes } from '../../../testing/nodes';
import { anyQuestion, inWords, overAll, scaled } from '../answers/testing/aggregates';
import { heldCube } from '../answers/cubes';
import { readPage } from '../answers/rowPage';
import { sqlSource } from '../answers/sqlSource';
import { pool } from '../database/connection';
import { rowsTable } from '../datasets/definition';
import { readModel } from '../model/model';
import { recoverLoads } from '../datasets/recover';
import { findDataset, loadsOf, removeDataset, summaryOf, type StoredDataset } from '../datasets/repository';
import { forget } from '../once';
import { readiness } from '../readiness';
import { loadText, loadTrips, ROWS_OF_EACH_KIND, withDatabase } from '../testing';
import { joinNodes } from './join';
import { moveRows, spreadRows } from './move';
import { closeNodes, nodePool, whileNodesAnswer } from './nodes';

jest.setTimeout(120_000);

const at = withDatabase();
const ALL = ['north', 'south', 'west'];
const MODEL = { shared: [] };
let nodes: Nodes;
type Asked = typeof anyQuestion extends fc.Arbitrary<infer T> ? T : never;

/** Goes on with some of the nodes among the settings. */
async function settleOn(names: readonly string[]): Promise<string[]> {
  await closeNodes();
  process.env.DATHEN_NODES = nodes.setting(names);
  const said: string[] = [];
  await joinNodes((line) => said.push(line));
  return said;
}

beforeAll(async () => {
  nodes = await Nodes.start(ALL);
});
beforeEach(() => settleOn(ALL));
afterAll(async () => {
  await closeNodes();
  delete process.env.DATHEN_NODES;
  await nodes.stop();
});

async function numbersOn(name: string, table: string): Promise<number[]> {
  const [rows] = await nodePool(name).query<RowDataPacket[]>(`SELECT row_id FROM ${table} ORDER BY row_id`);
  return rows.map((row) => Number(row.row_id));
}
async function tablesOn(name: string): Promise<string[]> {
  const [rows] = await nodePool(name).query<RowDataPacket[]>("SHOW TABLES LIKE 'fact\\_%'");
  return rows.map((row) => String(Object.values(row)[0]));
}
async function headTables(): Promise<Record<string, string>> {
  const [rows] = await pool().query<RowDataPacket[]>(
    "SELECT table_name AS name, engine FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name LIKE 'fact\\_%'",
  );
  return Object.fromEntries(rows.map((row) => [row.name as string, row.engine as string]));
}

const days = (count: number, month = 5) =>
  `day,seats\n${Array.from({ length: count }, (_, i) => `2026-0${month}-${String(1 + (i % 28)).padStart(2, '0')},${i}`).join('\n')}\n`;
const seats = { column: 'seats', scale: 0, extremes: true, closing: false, distinct: true };
const everything = (dataset: string) => overAll(dataset, [seats]);
const asked = async (stored: StoredDataset) =>
  (await sqlSource([stored], MODEL).aggregate(everything(stored.key)))!;
const sumOf = async (key: string) => (await asked(await findDataset(key))).numbers[0]!.sum[0];

const remove = async (key: string) => removeDataset(await findDataset(key));

test('row r lies on the node r modulo their number, and the head holds none itself', async () => {
  const { dataset } = await loadText(at.folder, 'Spread', days(8));
  const stored = await findDataset(dataset);
  expect(stored.spread).toEqual({ nodes: ALL, rows: 8 });
  expect(await summaryOf(stored)).toMatchObject({ rows: 8, nodes: ALL });
  const table = rowsTable(stored);
  expect(await Promise.all(ALL.map((name) => numbersOn(name, table)))).toEqual([
    [3, 6],
    [1, 4, 7],
    [2, 5, 8],
  ]);
  expect(await headTables()).toEqual({ [table]: 'SPIDER' });
  expect((await asked(stored)).numbers[0]).toMatchObject({ distinct: new Float64Array([8]) });
  await remove(dataset);
  expect(await Promise.all(ALL.map(tablesOn))).toEqual([[], [], []]);
  expect(await headTables()).toEqual({});
});

describe('answers are those of rows that lie in one place', () => {
  const rowsOf = (some: readonly TestRow[]) => [...ROWS_OF_EACH_KIND, ...some];

  test('for any rows and any question: by SQL, by the column file, covered days and cubes', async () => {
    let spread: StoredDataset | undefined;
    await fc.assert(
      fc.asyncProperty(
        testRows,
        fc.array(anyQuestion, { minLength: 6, maxLength: 10 }),
        async (some, questions) => {
          spread = await loadTrips(at.folder, rowsOf(some), spread && 'trips');
          // The same rows in the same dataset, before and after they are brought together.
          const apart = await answersTo(spread, questions);
          await moveRows('trips', []);
          const together = await findDataset('trips');
          expect(together.spread).toBeNull();
          expect(apart).toEqual(await answersTo(together, questions));
        },
      ),
      { numRuns: 6 },
    );
    await remove('trips');
  });

  async function answersTo(stored: StoredDataset, questions: readonly Asked[]) {
    const told: unknown[] = [];
    const [sql, columns] = [sqlSource([stored], MODEL), columnSource([stored], MODEL)];
    for (const { query, numbers, conditions } of questions) {
      const one: AggregateQuery = { ...query, conditions, numbers: numbers.map(scaled) };
      const judged = inWords((await sql.aggregate(one)) as AggregateAnswer);
      const scanned = await columns.aggregate(one);
      if (scanned) expect(inWords(scanned)).toEqual(judged);
      told.push(judged, await sql.covered(one));
    }
    return told;
  }

  test('a cube by the groups of each node, and a page of rows in an order of their own', async () => {
    const rows = rowsOf(
      Array.from({ length: 40 }, (_, i) =>
        testRow(i % 7, { route: ['Veldry', 'Osk'][i % 2]!, seats: i % 5 === 0 ? null : i, cents: i * 7 }),
      ),
    );
    const read = async () => {
      const stored = await findDataset('trips');
      // Without its column file the database is asked.
      await removeColumns(stored.id, null);
      const cube = (await heldCube(stored, {
        ...TEST_SHAPE,
        dataset: 'trips',
        load: stored.currentLoad!,
        conditions: [],
      }))!;
      const model = await readModel();
      const page = (column: string, descending: boolean) =>
        readPage(
          {
            ...model,
            dataset: stored,
            selection: { dataset: 'trips', day: 'day', filters: [], conditions: [], otherDays: [] },
            window: [{ start: -Infinity, end: Infinity }],
            columns: ['day', 'route', 'seats'],
          },
          { offset: 3, limit: 9, sort: { column, descending } },
        );
      const pages = [];
      for (const column of ['day', 'other', 'route', 'channel', 'seats', 'cents'])
        for (const descending of [true, false]) pages.push(await page(column, descending));
      return {
        cells: cube.rows.length,
        rows: [...cube.rows].reduce((sum, n) => sum + n, 0),
        sums: cube.numbers.map(({ sum, count }) => [sum, count].map((all) => all.reduce((a, b) => a + b, 0))),
        pages,
      };
    };
    await loadTrips(at.folder, rows);
    const apart = await read();
    expect(apart.rows).toBe(42);
    await moveRows('trips', []);
    rmSync(path.join(at.folder, 'cubes'), { recursive: true, force: true });
    forget('cubes held');
    expect(await read()).toEqual(apart);
    await remove('trips');
  });
});

test('a column file is made anew from the nodes', async () => {
  const { dataset } = await loadText(at.folder, 'Anew', days(500));
  const stored = await findDataset(dataset);
  const before = inWords((await columnSource([stored], MODEL).aggregate(everything(dataset)))!);
  forget('column files');
  await removeColumns(stored.id, null);
  expect(await columnSource([stored], MODEL).aggregate(everything(dataset))).toBeUndefined();
  await rebuildColumns(stored);
  expect(inWords((await columnSource([stored], MODEL).aggregate(everything(dataset)))!)).toEqual(before);
  await remove(dataset);
});

describe('loads are whole', () => {
  test('rows are added to the nodes where the others lie, and what changed is told', async () => {
    const { dataset } = await loadText(at.folder, 'Grows', days(10));
    const before = rowsTable(await findDataset(dataset));
    await loadText(at.folder, 'Grows', days(4, 6), { into: dataset, mode: 'append' });
    const stored = await findDataset(dataset);
    expect(rowsTable(stored)).toBe(before);
    expect(stored.spread).toEqual({ nodes: ALL, rows: 14 });
    expect(await numbersOn('south', before)).toEqual([1, 4, 7, 10, 13]);
    expect(await sumOf(dataset)).toBe(45 + 6);
    // The same days with others: one replaced, by what the nodes hold.
    await loadText(at.folder, 'Grows', days(10).replace(',9', ',90'), { into: dataset });
    expect((await loadsOf(stored.id))[0]).toMatchObject({ changes: { added: 0, removed: 4, changed: 1 } });
    expect(await Promise.all(ALL.map(tablesOn))).toEqual(
      ALL.map(() => [rowsTable({ ...stored, rowsLoad: stored.rowsLoad! + 2 })]),
    );
    await remove(dataset);
  });

  test.each(['replace', 'append'] as const)(
    'one that is cancelled leaves nothing that is seen (%s)',
    async (mode) => {
      const { dataset } = await loadText(at.folder, 'Kept', days(10));
      const stop = new AbortController();
      await expect(
        loadText(at.folder, 'Kept', days(60_000), {
          into: dataset,
          mode,
          signal: stop.signal,
          onProgress: ({ rows }) => rows > 100 && stop.abort(),
        }),
      ).rejects.toMatchObject({ code: 'cancelled' });
      expect(await sumOf(dataset)).toBe(45);
      const stored = await findDataset(dataset);
      expect(await Promise.all(ALL.map(tablesOn))).toEqual(ALL.map(() => [rowsTable(stored)]));
      await loadText(at.folder, 'Kept', days(3, 6), { into: dataset, mode: 'append' });
      expect(await sumOf(dataset)).toBe(45 + 3);
      await remove(dataset);
    },
  );

  test('rows behind the last one in use are seen by nobody, and go before others are added', async () => {
    const { dataset } = await loadText(at.folder, 'Killed', days(9));
    const stored = await findDataset(dataset);
    // As a load leaves them that was killed before it came into use.
    await nodePool('north').query(
      `INSERT INTO ${rowsTable(stored)} (row_id, c1, c2) VALUES (12, '2026-05-05', 1000)`,
    );
    expect(await sumOf(dataset)).toBe(36);
    expect((await asked(stored)).numbers[0]!.distinct).toEqual(new Float64Array([9]));
    await loadText(at.folder, 'Killed', days(6, 6), { into: dataset, mode: 'append' });
    expect(await sumOf(dataset)).toBe(36 + 15);
    expect(await numbersOn('north', rowsTable(stored))).toEqual([3, 6, 9, 12, 15]);
    await remove(dataset);
  });

  test.each(['replace', 'append'] as const)(
    'a node that is killed in the middle is named, and nothing is changed (%s)',
    async (mode) => {
      const { dataset } = await loadText(at.folder, 'Struck', days(10));
      let killing: Promise<void> | undefined;
      await expect(
        loadText(at.folder, 'Struck', days(80_000), {
          into: dataset,
          mode,
          onProgress: ({ rows }) => void (rows > 2000 && (killing ??= nodes.kill('south'))),
        }),
      ).rejects.toMatchObject({ code: 'node-away', message: expect.stringContaining('“south”') });
      await killing;
      const stored = await findDataset(dataset);
      expect(stored.spread).toEqual({ nodes: ALL, rows: 10 });
      expect((await loadsOf(stored.id))[0]).toMatchObject({ status: 'failed' });
      // A load fails whole while it is away.
      await expect(loadText(at.folder, 'Struck', days(5), { into: dataset, mode })).rejects.toMatchObject({
        code: 'node-away',
      });
      await nodes.again('south');
      await recoverLoads();
      expect(await Promise.all(ALL.map(tablesOn))).toEqual(ALL.map(() => [rowsTable(stored)]));
      expect(await sumOf(dataset)).toBe(45);
      await loadText(at.folder, 'Struck', days(3), { into: dataset, mode });
      expect(await sumOf(dataset)).toBe(mode === 'append' ? 48 : 3);
      await remove(dataset);
    },
  );
});

describe('a node that is away', () => {
  let stored: StoredDataset;
  const shape = () => ({
    dataset: stored.key,
    load: stored.currentLoad!,
    day: 'day',
    otherDays: [],
    categories: [],
    conditions: [],
    numbers: [],
    spellings: {},
  });
  beforeAll(async () => {
    await settleOn(ALL);
    stored = await findDataset((await loadText(at.folder, 'Away', days(300))).dataset);
  });
  afterAll(() => remove(stored.key));

  test.each(['killed', 'silent'])(
    'is named within 2 s by what needs it, and what is made goes on (%s)',
    async (how) => {
      expect((await heldCube(stored, shape()))!.rows).toHaveLength(28);
      if (how === 'killed') await nodes.kill('west');
      else nodes.freeze('west');
      const begun = performance.now();
      await expect(asked(stored)).rejects.toThrow('The node “west” does not answer.');
      expect(performance.now() - begun).toBeLessThan(2000);
      expect((await heldCube(stored, shape()))!.rows).toHaveLength(28);
      expect(await columnSource([stored], MODEL).aggregate(everything(stored.key))).toBeDefined();
      expect(await readiness()).toMatchObject({ ready: true, away: ['west'] });
      if (how === 'killed') await nodes.again('west');
      else nodes.thaw('west');
      expect((await asked(stored)).rows).toEqual(new Float64Array([300]));
      expect(await readiness()).toMatchObject({ away: [] });
    },
  );

  test('one that falls silent while it is asked is named within 2 s', async () => {
    const slow = whileNodesAnswer(ALL, () => nodePool('north').query('SELECT SLEEP(8)'));
    await new Promise((resolve) => setTimeout(resolve, 300));
    nodes.freeze('north');
    const begun = performance.now();
    await expect(slow).rejects.toThrow('The node “north” does not answer.');
    expect(performance.now() - begun).toBeLessThan(2500);
    nodes.thaw('north');
  });
  test('at the start it is said, and its tables are tidied up once it is back', async () => {
    const { dataset } = await loadText(at.folder, 'Going', days(9));
    const gone = rowsTable(await findDataset(dataset));
    await nodes.kill('south');
    expect(await settleOn(ALL)).toEqual([expect.stringMatching(/^The node “south” does not answer\./)]);
    await remove(dataset);
    await recoverLoads();
    await nodes.again('south');
    expect(await tablesOn('south')).toContain(gone);
    await recoverLoads();
    expect(await tablesOn('south')).toEqual([rowsTable(stored)]);
    expect((await asked(stored)).rows).toEqual(new Float64Array([300]));
  });

  test('and one that is no more among the settings is named too', async () => {
    await settleOn(['north', 'south']);
    await expect(asked(stored)).rejects.toThrow('“west”, which is not among the settings');
  });
});

describe('moving', () => {
  test('new loads use a node that is added; rows of before are spread over it when asked', async () => {
    await settleOn(['north', 'south']);
    const { dataset } = await loadText(at.folder, 'Old', days(50));
    await settleOn(ALL);
    const fresh = await loadText(at.folder, 'New', days(5));
    expect((await findDataset(fresh.dataset)).spread!.nodes).toEqual(ALL);
    const before = await findDataset(dataset);
    expect(before.spread!.nodes).toEqual(['north', 'south']);
    const told = inWords(await asked(before));
    expect(await spreadRows(dataset)).toBe(50);
    const after = await findDataset(dataset);
    expect(after).toMatchObject({ currentLoad: before.currentLoad, spread: { nodes: ALL, rows: 50 } });
    expect(inWords(await asked(after))).toEqual(told);
    expect(await numbersOn('north', rowsTable(after))).toHaveLength(16);
    expect((await loadsOf(after.id))[0]).toMatchObject({ mode: 'move', status: 'done', rowsTotal: 50 });
    for (const name of ALL) expect(await tablesOn(name)).not.toContain(rowsTable(before));
    await remove(dataset);
    await remove(fresh.dataset);
  });

  test('texts, blanks and times stay what they are, there and back', async () => {
    const text =
      'day,seen,name,fare\n2026-05-01,2026-05-01 23:30,"a\tb\\",1.50\n,,,\n2026-05-03,2026-05-02 00:00:00.125,"é, ""𝄞"" \\N",-0.05\n';
    const { dataset } = await loadText(at.folder, 'Odd', text);
    const cells = async () => {
      const [rows] = await pool().query<RowDataPacket[]>(
        `SELECT c1, c2, c2_day, c3, c4 FROM ${rowsTable(await findDataset(dataset))} ORDER BY row_id`,
      );
      return rows;
    };
    const spread = await cells();
    expect(spread[2]).toMatchObject({ c2_day: '2026-05-02', c3: 'é, "𝄞" \\N', c4: '-0.05' });
    await moveRows(dataset, []);
    expect(await cells()).toEqual(spread);
    await spreadRows(dataset);
    expect(await cells()).toEqual(spread);
    await remove(dataset);
  });

  test('without a node it fails whole; without rows or nodes it says so', async () => {
    const { dataset } = await loadText(at.folder, 'Stays', days(50));
    const before = await findDataset(dataset);
    await nodes.kill('north');
    await expect(moveRows(dataset, [])).rejects.toThrow('“north”');
    await expect(spreadRows(dataset)).rejects.toThrow('“north”');
    await nodes.again('north');
    expect(await findDataset(dataset)).toEqual(before);
    expect(await sumOf(dataset)).toBe(1225);
    await settleOn([]);
    await expect(spreadRows(dataset)).rejects.toMatchObject({ code: 'no-nodes' });
    await settleOn(ALL);
    await remove(dataset);
  });
});

test('a backup holds the rows themselves; what comes back lies here, and can be spread again', async () => {
  const { dataset } = await loadText(at.folder, 'Backed', days(70));
  const stored = await findDataset(dataset);
  await nodePool('west').query(
    `INSERT INTO ${rowsTable(stored)} (row_id, c1, c2) VALUES (71, '2026-05-05', 1000)`,
  );
  mkdirSync(path.join(at.folder, 'backups'), { recursive: true });
  const { folder } = await makeBackup(path.join(at.folder, 'backups'), null);
  await loadText(at.folder, 'Backed', days(3), { into: dataset });
  await restoreBackup(folder);
  expect(await findDataset(dataset)).toEqual({ ...stored, spread: null });
  expect(await headTables()).toEqual({ [rowsTable(stored)]: 'InnoDB' });
  expect(await sumOf(dataset)).toBe(2415);
  await recoverLoads();
  expect(await Promise.all(ALL.map(tablesOn))).toEqual([[], [], []]);
  expect(await settleOn(ALL)).toEqual([]);
  await spreadRows(dataset);
  expect(await sumOf(dataset)).toBe(2415);
  await remove(dataset);
});

test('a node that holds the rows of another is refused', async () => {
  await nodePool('west').query("UPDATE dathen_head SET id = 'another'");
  await expect(joinNodes(() => undefined)).rejects.toMatchObject({ code: 'node-of-another' });
  await expect(loadText(at.folder, 'Refused', days(3))).rejects.toMatchObject({ code: 'node-of-another' });
  await nodePool('west').query('DELETE FROM dathen_head');
  expect(await settleOn(ALL)).toEqual([]);
});
