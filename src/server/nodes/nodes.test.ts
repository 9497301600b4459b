/** Rows that are spread over nodes: the same answers, whole loads, and words for nodes that are away. */
import { rmSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { TEST_SHAPE, testRow, testRows, type TestRow } from '../../core/cube/testing';
import type { AggregateAnswer, AggregateQuery } from '../../core/cube/query';
import { removeColumns } from '../columns/columnFile';
import { rebuildColumns } from '../columns/rebuild';
import { columnSource } from '../columns/columnSource';
import { anyQuestion, inWords, scaled } from '../answers/testing/aggregates';
import { heldCube } from '../answers/cubes';
import { readPage } from '../answers/rowPage';
import { sqlSource } from '../answers/sqlSource';
import { rowsTable } from '../datasets/definition';
import { readModel } from '../model/model';
import { recoverLoads } from '../datasets/recover';
import { findDataset, summaryOf, type StoredDataset } from '../datasets/repository';
import { forget } from '../once';
import { readiness } from '../readiness';
import { loadText, loadTrips, ROWS_OF_EACH_KIND, withDatabase } from '../testing';
import { joinNodes } from './join';
import { moveRows } from './move';
import { nodePool, whileNodesAnswer } from './nodes';
import {
  ALL,
  asked,
  days,
  everything,
  headTables,
  MODEL,
  numbersOn,
  remove,
  tablesOn,
  withNodes,
} from './testing';

jest.setTimeout(120_000);

const at = withDatabase();
const nodes = withNodes();
type Asked = typeof anyQuestion extends fc.Arbitrary<infer T> ? T : never;

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
    await nodes.settleOn(ALL);
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
    expect(await nodes.settleOn(ALL)).toEqual([expect.stringMatching(/^The node “south” does not answer\./)]);
    await remove(dataset);
    await recoverLoads();
    await nodes.again('south');
    expect(await tablesOn('south')).toContain(gone);
    await recoverLoads();
    expect(await tablesOn('south')).toEqual([rowsTable(stored)]);
    expect((await asked(stored)).rows).toEqual(new Float64Array([300]));
  });

  test('and one that is no more among the settings is named too', async () => {
    await nodes.settleOn(['north', 'south']);
    await expect(asked(stored)).rejects.toThrow('“west”, which is not among the settings');
  });
});

test('a node that holds the rows of another is refused', async () => {
  await nodePool('west').query("UPDATE dathen_head SET id = 'another'");
  await expect(joinNodes(() => undefined)).rejects.toMatchObject({ code: 'node-of-another' });
  await expect(loadText(at.folder, 'Refused', days(3))).rejects.toMatchObject({ code: 'node-of-another' });
  await nodePool('west').query('DELETE FROM dathen_head');
  expect(await nodes.settleOn(ALL)).toEqual([]);
});
