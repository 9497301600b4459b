import fc from 'fast-check';
import { DEFAULT_RULE } from '../calendar/rule';
import { d } from '../calendar/testing';
import type { AggregateAnswer } from '../cube/query';
import { fillMissing, measureValues, numbersFor, valueWords } from './figures';
import { AUTO_GRAIN, bucketsOf, grainFor } from './grain';
import type { Measure } from './model';
import { TEST_MODEL, testMeasure } from './testing';
import { MOST_BUCKETS } from './visuals';
import { UNITS } from '../calendar/units';

const measure = (aggregation: Measure['aggregation'], column: string | null = 'cents'): Measure =>
  testMeasure('m', aggregation, column);

/** Two groups: one with three rows of which two hold a number, one whose number is always blank. */
const ANSWER: AggregateAnswer = {
  keys: [['a'], ['b']],
  rows: Float64Array.from([3, 2]),
  numbers: [
    {
      column: 'cents',
      scale: 2,
      sum: Float64Array.from([1001, 0]),
      count: Float64Array.from([2, 0]),
      minimum: Float64Array.from([1, NaN]),
      maximum: Float64Array.from([1000, NaN]),
      closing: Float64Array.from([1, NaN]),
      distinct: Float64Array.from([2, 0]),
    },
  ],
  layout: 'running totals',
};

describe('figures', () => {
  test.each([
    ['sum', [10.01, null]],
    ['average', [5.005, null]],
    ['count', [2, null]],
    ['minimum', [0.01, null]],
    ['maximum', [10, null]],
    ['closing', [0.01, null]],
    ['count distinct', [2, null]],
  ] as const)('the %s of hundredths', (aggregation, values) =>
    expect(measureValues(measure(aggregation), ANSWER)).toEqual(values),
  );

  test('a count without a column counts rows', () => {
    expect(measureValues(measure('count', null), ANSWER)).toEqual([3, 2]);
  });

  test('extremes are asked for only where they are needed', () => {
    expect(numbersFor(TEST_MODEL, 'trips', measure('sum'))).toEqual([
      { column: 'cents', scale: 2, extremes: false, closing: false, distinct: false },
    ]);
    expect(numbersFor(TEST_MODEL, 'trips', measure('maximum'))[0]!.extremes).toBe(true);
    expect(numbersFor(TEST_MODEL, 'trips', measure('count', null))).toEqual([]);
  });

  test('values have the measure’s decimals and unit', () => {
    expect(valueWords({ decimals: 2, unit: '€' }, 1234.5)).toBe('1,234.50 €');
    expect(valueWords({ decimals: 0, unit: '' }, 1234.5)).toBe('1,235');
    expect(valueWords({ decimals: 1, unit: '' }, null)).toBe('–');
  });
});

describe('grain', () => {
  test('follows the window so that there are never too many buckets', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40_000 }), (days) => {
        const { unit } = grainFor(AUTO_GRAIN, days, [], DEFAULT_RULE);
        const { starts } = bucketsOf(unit, d('1990-01-01'), d('1990-01-01') + days - 1, DEFAULT_RULE);
        expect(starts.length).toBeLessThanOrEqual(MOST_BUCKETS * 1.1);
      }),
      { numRuns: 60 },
    );
  });

  test.each([
    [AUTO_GRAIN, 90, [], 'day', null],
    [AUTO_GRAIN, 400, [], 'week', null],
    [{ ...AUTO_GRAIN, grain: 'day' }, 400, [], 'day', null],
    [{ ...AUTO_GRAIN, grain: 'day' }, 9000, [], 'week', 'too many'],
    [{ grain: 'auto', most: 10, least: 8 }, 300, [], 'month', null],
    [{ grain: 'auto', most: 10, least: 8 }, 900, [], 'quarter', null],
    [{ grain: 'auto', most: 6, least: 5 }, 40, [], 'week', null],
    [AUTO_GRAIN, 90, ['month'], 'month', 'coarse measure'],
    [{ ...AUTO_GRAIN, grain: 'week' }, 90, ['month'], 'month', 'coarse measure'],
    [{ ...AUTO_GRAIN, grain: 'quarter' }, 900, ['month'], 'quarter', null],
    [AUTO_GRAIN, 900, ['fiscal month'], 'fiscal month', 'coarse measure'],
  ] as const)('wanted %j over %i days with units %j is %s', (wanted, days, coarse, unit, because) => {
    const fiscal = { ...DEFAULT_RULE, fiscal: { ...DEFAULT_RULE.fiscal, monthStartDay: 21 } };
    expect(grainFor(wanted, days, coarse, fiscal)).toEqual({ unit, because });
  });

  test.each([
    ['gap', [null, 2, null, 4, null]],
    ['dash', [null, 2, null, 4, null]],
    ['zero', [null, 2, 0, 4, null]],
    ['previous', [null, 2, 2, 4, null]],
  ] as const)('a missing bucket read as %s', (missing, filled) =>
    expect(fillMissing({ missing }, [null, 2, null, 4, null], 1, 3)).toEqual(filled),
  );

  test('buckets are whole units, one after the other, and know which are cut', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...UNITS),
        fc.integer({ min: d('2020-01-01'), max: d('2026-12-31') }),
        fc.integer({ min: 0, max: 900 }),
        (grain, first, length) => {
          const buckets = bucketsOf(grain, first, first + length, DEFAULT_RULE);
          expect(buckets.starts[0]).toBeLessThanOrEqual(first);
          expect(buckets.end).toBeGreaterThanOrEqual(first + length);
          expect([...buckets.starts].sort((a, b) => a - b)).toEqual(buckets.starts);
          expect(buckets.partialFirst).toBe(buckets.starts[0]! < first);
          expect(buckets.partialLast).toBe(buckets.end > first + length);
        },
      ),
    );
  });
});
