import type { AggregateAnswer } from '../cube/query';
import { fillMissing, measureValues, numbersFor, valueWords } from './figures';
import type { Measure } from './model';
import { TEST_MODEL, testMeasure } from './testing';

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

  test('figures beyond the exact whole numbers are those nearest to their decimal text', () => {
    const [number] = ANSWER.numbers;
    const of = (units: bigint | null) => [units, null];
    const exact = {
      sum: of(9007199254740993n),
      minimum: of(-9007199254740993n),
      maximum: of(90071992547409930001n),
      closing: of(7n),
    };
    const answer = { ...ANSWER, numbers: [{ ...number!, exact }] };
    const valueOf = (aggregation: Measure['aggregation']) => measureValues(measure(aggregation), answer)[0];
    expect(valueOf('sum')).toBe(Number('90071992547409.93'));
    expect(valueOf('minimum')).toBe(Number('-90071992547409.93'));
    expect(valueOf('maximum')).toBe(Number('900719925474099300.01'));
    expect(valueOf('closing')).toBe(0.07);
    expect(measureValues(measure('sum'), answer)[1]).toBeNull();
  });

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

  test.each([
    ['gap', [null, 2, null, 4, null]],
    ['dash', [null, 2, null, 4, null]],
    ['zero', [null, 2, 0, 4, null]],
    ['previous', [null, 2, 2, 4, null]],
  ] as const)('a missing bucket read as %s', (missing, filled) =>
    expect(fillMissing({ missing }, [null, 2, null, 4, null], 1, 3, 9)).toEqual(filled),
  );

  test.each([
    ['previous', 9, [9, 2]],
    ['previous', null, [null, 2]],
    ['zero', 9, [0, 2]],
    ['gap', 9, [null, 2]],
  ] as const)('a first bucket without a value, read as %s after %s', (missing, before, filled) =>
    expect(fillMissing({ missing }, [null, 2], 0, 1, before)).toEqual(filled),
  );
});

test('values are shown with digits grouped, decimals and unit', () => {
  expect(valueWords({ decimals: 2, unit: '€' }, 1234567.5)).toBe('1,234,567.50 €');
  expect(valueWords({ decimals: 0, unit: '' }, null)).toBe('–');
});
