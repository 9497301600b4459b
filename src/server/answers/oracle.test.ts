/** Answers by SQL and from cubes against a look at every row, for generated rows and questions. */
import fc from 'fast-check';
import {
  comparable,
  plainAnswer,
  plainCovered,
  TEST_SHAPE,
  THIRDS,
  testQuery,
  testRows,
  type TestRow,
} from '../../core/cube/testing';
import { cubeSource } from '../../core/cube/source';
import { measureValues, numbersFor } from '../../core/model/figures';
import type { Measure } from '../../core/model/model';
import { testMeasure } from '../../core/model/testing';
import { readModel } from '../model/model';
import { TOTAL, type AggregateAnswer, type AggregateQuery } from '../../core/cube/query';
import { editDataset } from '../datasets/edit';
import { findDataset, type StoredDataset } from '../datasets/repository';
import { loadText, loadTrips, ROWS_OF_EACH_KIND, withDatabase } from '../testing';
import { heldCube } from './cubes';
import { columnSource } from '../columns/columnSource';
import { sqlSource } from './sqlSource';

const at = withDatabase();

const ALWAYS = ROWS_OF_EACH_KIND;
const loaded = (rows: readonly TestRow[], into?: string) => loadTrips(at.folder, rows, into);

const query = (part: Partial<AggregateQuery>): AggregateQuery => ({
  dataset: 'trips',
  day: 'day',
  filters: [],
  conditions: [],
  otherDays: [],
  window: [{ start: -Infinity, end: Infinity }],
  by: TOTAL,
  numbers: TEST_SHAPE.numbers.map((number) => ({ ...number, closing: true, distinct: false })),
  ...part,
});

describe('answers of the database', () => {
  test('equal those of a look at every row; so do those of a cube made from it', async () => {
    let stored: StoredDataset | undefined;
    let scanned = 0;
    await fc.assert(
      fc.asyncProperty(
        testRows,
        fc.array(testQuery, { minLength: 4, maxLength: 8 }),
        async (some, queries) => {
          const rows = [...ALWAYS, ...some];
          stored = await loaded(rows, stored && 'trips');
          const sql = sqlSource([stored], { shared: [] });
          const cube = await heldCube(stored, { ...TEST_SHAPE, load: stored.currentLoad! });
          const cubes = cubeSource(cube ? [cube] : []);
          expect(cube).toBeDefined();
          for (const one of queries) {
            const expected = plainAnswer(rows, one);
            expect(comparable((await sql.aggregate(one)) as AggregateAnswer)).toEqual(expected);
            const fromColumns = await columnSource([stored], { shared: [] }).aggregate(one);
            if (fromColumns) {
              scanned++;
              expect(comparable(fromColumns)).toEqual(expected);
            }
            const fromCube = await cubes.aggregate(one);
            if (fromCube) expect(comparable(fromCube)).toEqual(expected);
            expect(await sql.covered(one)).toEqual(plainCovered(rows, one));
            const days = await columnSource([stored], { shared: [] }).covered(one);
            if (days) expect(days).toEqual(plainCovered(rows, one));
          }
        },
      ),
      { numRuns: 8 },
    );
    expect(scanned).toBeGreaterThan(8);
  }, 120_000);

  test('different values are counted by bucket and group, blanks not', async () => {
    const rows: TestRow[] = [
      ...ALWAYS,
      { day: 4, other: 4, route: 'Veldry', channel: 'web', seats: 1, cents: 7 },
      { day: 5, other: 4, route: 'Veldry', channel: 'web', seats: 2, cents: 7 },
      { day: 15, other: 4, route: 'Veldry', channel: 'web', seats: 2, cents: 7 },
    ];
    const stored = await loaded(rows, 'trips');
    const sql = sqlSource([stored], { shared: [] });
    const numbers = [{ column: 'seats', scale: 0, extremes: false, closing: false, distinct: true }];
    const total = (await sql.aggregate(query({ numbers })))!;
    expect(total.numbers[0]!.distinct![0]).toBe(2);
    const buckets = { starts: [0, 10, 20], end: 39 };
    const byBucket = (await sql.aggregate(
      query({
        numbers,
        window: [{ start: 0, end: 39 }],
        by: { columns: [{ kind: 'column', column: 'route' }], buckets },
      }),
    ))!;
    const at = byBucket.keys.findIndex(([route]) => route === 'Veldry');
    const groups = byBucket.keys.length;
    expect([0, 1, 2].map((b) => byBucket.numbers[0]!.distinct![b * groups + at])).toEqual([2, 1, 0]);
  });

  test('buckets that do not cover the window leave out the days outside of them, wherever the answer comes from', async () => {
    const rows: TestRow[] = [2, 12, 22, 32].map((day) => ({
      day,
      other: null,
      route: 'Veldry',
      channel: 'web',
      seats: day,
      cents: 1,
    }));
    const stored = await loaded([...ALWAYS, ...rows], 'trips');
    const cube = (await heldCube(stored, { ...TEST_SHAPE, load: stored.currentLoad! }))!;
    const one = query({
      window: [{ start: 0, end: 40 }],
      by: { columns: [], buckets: { starts: [10, 20], end: 29 } },
    });
    for (const source of [sqlSource([stored], { shared: [] }), cubeSource([cube])]) {
      const answer = (await source.aggregate(one))!;
      expect([...answer.rows]).toEqual([1, 1]);
      expect([...answer.numbers.find((number) => number.column === 'seats')!.sum]).toEqual([12, 22]);
    }
  });

  test('a row with a blank day is on no path of that day, so it stays where paths are left out', async () => {
    const blank: TestRow = { day: 5, other: null, route: 'Veldry', channel: 'web', seats: 1, cents: 1 };
    const rows = [...ALWAYS, blank];
    const stored = await loaded(rows, 'trips');
    for (const exclude of [true, false]) {
      const parts = [{ kind: 'days' as const, column: 'other', classes: THIRDS }];
      const one = query({ paths: [{ parts, paths: [['first']], exclude }] });
      const answer = await sqlSource([stored], { shared: [] }).aggregate(one);
      expect(comparable(answer as AggregateAnswer)).toEqual(plainAnswer(rows, one));
    }
  });

  test('figures beyond the exact whole numbers are exact, and no cube pretends to hold them', async () => {
    const amounts = ['90071992547409.93', '90071992547409.93', '-0.01', '0.02'];
    const lines = amounts.map((amount, i) => `1970-01-0${i < 3 ? 1 : 2},${amount},${i < 3 ? 'a' : 'b'}`);
    const { dataset } = await loadText(at.folder, 'big', ['day,amount,kind', ...lines, ''].join('\n'));
    const stored = await editDataset(await findDataset(dataset), { categories: ['kind'] });
    const measured = async (aggregation: Measure['aggregation'], columns: string[]) => {
      const measure = testMeasure('m', aggregation, 'amount');
      const numbers = numbersFor((await readModel()).model, dataset, measure);
      const by = { columns: columns.map((column) => ({ kind: 'column' as const, column })), buckets: null };
      const all = [{ start: -Infinity, end: Infinity }];
      const asked = query({ dataset, day: 'day', window: all, by, numbers });
      return measureValues(measure, (await sqlSource([stored], { shared: [] }).aggregate(asked))!);
    };
    expect(await measured('sum', [])).toEqual([Number('180143985094819.87')]);
    expect(await measured('sum', ['kind'])).toEqual([Number('180143985094819.85'), 0.02]);
    expect(await measured('maximum', [])).toEqual([Number('90071992547409.93')]);
    expect(await measured('minimum', [])).toEqual([-0.01]);
    expect(await measured('closing', [])).toEqual([0.02]);
    expect(await measured('closing', ['kind'])).toEqual([Number('180143985094819.85'), 0.02]);
    const shape = {
      ...TEST_SHAPE,
      dataset,
      load: stored.currentLoad!,
      otherDays: [],
      categories: ['kind'],
      conditions: [],
      numbers: [{ column: 'amount', scale: 2, extremes: true }],
    };
    expect(await heldCube(stored, shape)).toBeUndefined();
  }, 60_000);
});
