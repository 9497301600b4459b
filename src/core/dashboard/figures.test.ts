import fc from 'fast-check';
import { DEFAULT_RULE } from '../calendar/rule';
import { d } from '../calendar/testing';
import type { AggregateAnswer } from '../cube/query';
import { measureValues, numbersFor, valueWords } from './figures';
import { bucketsOf, grainFor, MOST_BUCKETS } from './grain';
import { grainSchema } from './document';
import type { Measure } from './model';
import { TEST_MODEL } from './testing';

const measure = (aggregation: Measure['aggregation'], column: string | null = 'cents'): Measure => ({
  key: 'm',
  name: 'M',
  aggregation,
  column,
  unit: '€',
  decimals: 2,
  role: 'day',
});

/** Two groups: one with three rows of which two hold a number, one whose number is always blank. */
const ANSWER: AggregateAnswer = {
  keys: ['a', 'b'],
  rows: Float64Array.from([3, 2]),
  numbers: [
    {
      column: 'cents',
      scale: 2,
      sum: Float64Array.from([1001, 0]),
      count: Float64Array.from([2, 0]),
      minimum: Float64Array.from([1, NaN]),
      maximum: Float64Array.from([1000, NaN]),
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
  ] as const)('the %s of hundredths', (aggregation, values) =>
    expect(measureValues(measure(aggregation), ANSWER)).toEqual(values),
  );

  test('a count without a column counts rows', () => {
    expect(measureValues(measure('count', null), ANSWER)).toEqual([3, 2]);
  });

  test('extremes are asked for only where they are needed', () => {
    expect(numbersFor(TEST_MODEL, 'trips', measure('sum'))).toEqual([
      { column: 'cents', scale: 2, extremes: false },
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
        const { starts } = bucketsOf('auto', d('1990-01-01'), d('1990-01-01') + days - 1, DEFAULT_RULE);
        expect(starts.length).toBeLessThanOrEqual(MOST_BUCKETS * 1.1);
      }),
      { numRuns: 60 },
    );
    expect(grainFor('auto', 90)).toBe('day');
    expect(grainFor('auto', 400)).toBe('week');
    expect(grainFor('day', 400)).toBe('day');
    expect(grainFor('day', 9000)).not.toBe('day');
  });

  test('buckets are whole units, one after the other, and know which are cut', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...grainSchema.options),
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
