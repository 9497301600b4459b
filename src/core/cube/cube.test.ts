import fc from 'fast-check';
import { aggregateCells } from './aggregate';
import { cubeFromArrow, cubeToArrow } from './arrow';
import { buildCube } from './build';
import { cellCount, shapeKey } from './cube';
import { cubeSource, planQuery } from './source';
import {
  comparable,
  groupRows,
  plainAnswer,
  plainCovered,
  testCube,
  testQuery,
  testRows,
  TEST_SHAPE,
} from './testing';
import { byColumn, TOTAL, type AggregateAnswer } from './query';

const SEATS = { column: 'seats', scale: 0, extremes: false, closing: false, distinct: false };

describe('day cube', () => {
  test('answers as looking at every row does', () => {
    fc.assert(
      fc.property(testRows, fc.array(testQuery, { minLength: 1, maxLength: 4 }), (rows, queries) => {
        const source = cubeSource([testCube(rows)]);
        for (const query of queries) {
          const answer = source.aggregate(query) as AggregateAnswer;
          expect(comparable(answer)).toEqual(plainAnswer(rows, query));
          expect(source.covered(query)).toEqual(plainCovered(rows, query));
        }
      }),
      { numRuns: 300 },
    );
  });

  test('both layouts give the same answer', () => {
    fc.assert(
      fc.property(testRows, testQuery, (rows, query) => {
        const plain = { ...query, otherDays: [] };
        const cube = testCube(rows);
        expect(planQuery(cube, plain)).toBe('running totals');
        const running = cubeSource([cube]).aggregate(plain) as AggregateAnswer;
        expect(running.layout).toBe('running totals');
        expect(comparable(aggregateCells(cube, plain)!)).toEqual(comparable(running));
      }),
    );
  });

  test('the Arrow form gives back the same cube', () => {
    fc.assert(
      fc.property(testRows, (rows) => {
        const cube = testCube(rows);
        const back = cubeFromArrow(cubeToArrow(cube));
        expect(cellCount(back)).toBe(cellCount(cube));
        if (cellCount(cube) > 0) expect(back).toEqual(cube);
      }),
    );
  });

  test('a column that the cube lacks is answered elsewhere', () => {
    const source = cubeSource([testCube([])]);
    const query = {
      dataset: 'trips',
      day: 'day',
      otherDays: [],
      filters: [],
      conditions: [],
      window: [],
      by: TOTAL,
      numbers: [],
    };
    expect(source.aggregate({ ...query, dataset: 'others' })).toBeUndefined();
    expect(source.aggregate({ ...query, by: byColumn('vessel') })).toBeUndefined();
    expect(source.aggregate({ ...query, numbers: [{ ...SEATS, column: 'weight' }] })).toBeUndefined();
    expect(source.aggregate({ ...query, numbers: [{ ...SEATS, distinct: true }] })).toBeUndefined();
    expect(source.aggregate(query)).toBeDefined();
    source.hold([]);
    expect(source.aggregate(query)).toBeUndefined();
  });

  test('sums that could leave the exact integers are refused', () => {
    const [group] = groupRows([{ day: 1, other: null, route: 'Veldry', channel: 'web', seats: 1, cents: 1 }]);
    const huge = { ...group!, numbers: [group!.numbers[0]!, { ...group!.numbers[1]!, sum: 2 ** 53 - 2 }] };
    expect(buildCube(TEST_SHAPE, [huge]).ok).toBe(true);
    expect(buildCube(TEST_SHAPE, [huge, group!, group!])).toEqual({ ok: false, reason: 'inexact' });
  });

  test('sums of many decimals are exact to the last digit', () => {
    const rows = Array.from({ length: 1000 }, (_, i) => ({
      day: i % 50,
      other: null,
      route: 'Veldry',
      channel: 'web',
      seats: 1,
      cents: 10,
    }));
    const source = cubeSource([testCube(rows)]);
    const answer = source.aggregate({
      dataset: 'trips',
      day: 'day',
      filters: [],
      otherDays: [],
      window: [{ start: 0, end: 49 }],
      conditions: [],
      by: TOTAL,
      numbers: [{ ...SEATS, column: 'cents', scale: 2 }],
    }) as AggregateAnswer;
    expect(answer.numbers[0]!.sum[0]! / 100).toBe(100);
  });

  test('shapes that differ in a column have different keys', () => {
    expect(shapeKey(TEST_SHAPE)).not.toBe(shapeKey({ ...TEST_SHAPE, load: 2 }));
    expect(shapeKey(TEST_SHAPE)).not.toBe(shapeKey({ ...TEST_SHAPE, categories: ['route'] }));
  });
});
