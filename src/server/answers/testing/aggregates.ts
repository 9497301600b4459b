/** Questions to sources over the rows of the cube's tests, and what they answer in a form that can be compared. */
import fc from 'fast-check';
import { testQuery } from '../../../core/cube/testing';
import type { AggregateAnswer, AggregateQuery, NumberWanted } from '../../../core/cube/query';
import type { AnyCondition } from '../../../core/cube/rowCondition';

/** Every figure of the groups and buckets with rows, in an order of their own. */
export function inWords({ keys, rows, numbers }: AggregateAnswer): string[] {
  const given = (values: Float64Array | null, i: number) => (values === null ? null : String(values[i]! + 0));
  return [...rows]
    .flatMap((count, i) =>
      count === 0
        ? []
        : JSON.stringify([
            keys[i % keys.length],
            Math.floor(i / keys.length),
            count,
            numbers.map((number) => [
              number.column,
              number.scale,
              given(number.sum, i),
              given(number.count, i),
              given(number.minimum, i),
              given(number.maximum, i),
              given(number.closing, i),
              given(number.distinct, i),
            ]),
          ]),
    )
    .sort();
}

const anyNumber: fc.Arbitrary<NumberWanted> = fc.oneof(
  fc.record({
    column: fc.constantFrom('seats', 'cents'),
    scale: fc.constant(0),
    extremes: fc.boolean(),
    closing: fc.boolean(),
    distinct: fc.boolean(),
  }),
  fc.record({
    column: fc.constantFrom('route', 'channel', 'other'),
    scale: fc.constant(0),
    extremes: fc.constant(false),
    closing: fc.constant(false),
    distinct: fc.boolean(),
  }),
);
export const scaled = (number: NumberWanted): NumberWanted => ({
  ...number,
  scale: number.column === 'cents' ? 2 : 0,
});

const comparison = fc.constantFrom<'at least' | 'more than' | 'at most' | 'less than'>(
  'at least',
  'more than',
  'at most',
  'less than',
);
const anyCondition: fc.Arbitrary<AnyCondition> = fc.oneof(
  fc.record({
    column: fc.constantFrom('seats', 'cents'),
    operator: comparison,
    values: fc.constantFrom(...['0', '2', '1.01', '-3.5', '2.005', '40'].map((text) => [text])),
  }),
  fc.record({
    column: fc.constantFrom('seats', 'cents'),
    operator: fc.constantFrom('is one of' as const, 'is none of' as const),
    values: fc.constantFrom<string[]>(['1'], ['1', '2', '3'], ['1.01', '7']),
  }),
  fc.record({
    column: fc.constantFrom('seats', 'cents', 'route', 'other'),
    operator: fc.constantFrom('is blank' as const, 'is not blank' as const),
    values: fc.constant<string[]>([]),
  }),
  fc.record({
    column: fc.constant('other'),
    operator: comparison,
    values: fc.constantFrom<string[]>(['1970-01-10'], ['1970-02-01']),
  }),
  fc.record({
    column: fc.constant('seats'),
    operator: fc.constant('between' as const),
    values: fc.constantFrom<string[]>(['1', '3'], ['2', '2'], ['5', '1']),
  }),
  fc.record({
    column: fc.constantFrom('route', 'channel'),
    operator: fc.constantFrom('is one of' as const, 'is none of' as const),
    values: fc.constantFrom<string[]>(['Veldry'], ['web', 'Tamsel'], ['nowhere']),
  }),
  fc.constantFrom(
    { sql: '"route" LIKE \'%e%\'' },
    { sql: '"route" = \'Veldry\' OR "channel" IS NULL' },
    { sql: '"other" > DATE \'1970-01-12\' AND NOT "channel" = \'web\'' },
    { sql: '"seats" > 1' },
  ),
);

export const anyQuestion = fc.record({
  query: testQuery,
  numbers: fc.array(anyNumber, { minLength: 1, maxLength: 3 }),
  conditions: fc.array(anyCondition, { maxLength: 2 }),
});

/** The figures of some numbers over all rows of a dataset. */
export const overAll = (dataset: string, numbers: readonly NumberWanted[]): AggregateQuery => ({
  dataset,
  day: 'day',
  filters: [],
  otherDays: [],
  conditions: [],
  window: [{ start: -Infinity, end: Infinity }],
  by: { columns: [], buckets: null },
  numbers,
});
