/** Answers from a scan of the column file equal those of the database, for generated rows and questions. */
import fc from 'fast-check';
import { plainCovered, testQuery, testRows, type TestRow } from '../../core/cube/testing';
import type { AggregateAnswer, AggregateQuery, NumberWanted } from '../../core/cube/query';
import type { AnyCondition } from '../../core/cube/rowCondition';
import { sqlSource } from '../answers/sqlSource';
import { findDataset, type StoredDataset } from '../datasets/repository';
import { loadText, loadTrips, ROWS_OF_EACH_KIND, withDatabase } from '../testing';
import { columnSource } from './columnSource';

jest.setTimeout(120_000);

/** Every figure of the groups and buckets with rows, in an order of their own. */
function inWords({ keys, rows, numbers }: AggregateAnswer): string[] {
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

const at = withDatabase();

const ALWAYS = ROWS_OF_EACH_KIND;
const loaded = (rows: readonly TestRow[], into?: string) => loadTrips(at.folder, rows, into);

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
const scaled = (number: NumberWanted): NumberWanted => ({
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

const anyQuestion = fc.record({
  query: testQuery,
  numbers: fc.array(anyNumber, { minLength: 1, maxLength: 3 }),
  conditions: fc.array(anyCondition, { maxLength: 2 }),
});

test('for any rows and any question that it takes', async () => {
  let stored: StoredDataset | undefined;
  let taken = 0;
  let left = 0;
  await fc.assert(
    fc.asyncProperty(
      testRows,
      fc.array(anyQuestion, { minLength: 6, maxLength: 12 }),
      async (some, questions) => {
        const rows = [...ALWAYS, ...some];
        stored = await loaded(rows, stored && 'trips');
        const model = {
          shared: [],
        };
        const [sql, columns] = [sqlSource([stored], model), columnSource([stored], model)];
        for (const { query, numbers, conditions } of questions) {
          const one: AggregateQuery = { ...query, conditions, numbers: numbers.map(scaled) };
          const scanned = await columns.aggregate(one);
          if (!scanned) {
            left++;
            continue;
          }
          taken++;
          const judged = (await sql.aggregate(one)) as AggregateAnswer;
          expect(inWords(scanned)).toEqual(inWords(judged));
          expect(await columns.covered(one)).toEqual(await sql.covered(one));
        }
      },
    ),
    { numRuns: 12 },
  );
  // What it leaves to the database: paths, and numbers in SQL conditions.
  expect(taken).toBeGreaterThan(left);
  expect(left).toBeGreaterThan(0);
});

test('what is held by times, by other sights or not at all is left to the database', async () => {
  const { dataset } = await loadText(
    at.folder,
    'visits',
    'day,seen,name\n1970-01-04,1970-01-04 10:00,Ada\n1970-01-04,1970-01-04 11:00,Ada\n1970-01-05,,Bo\n',
  );
  const stored = await findDataset(dataset);
  const source = columnSource([stored], { shared: [] });
  const numbers = (column: string) => [{ column, scale: 0, extremes: false, closing: false, distinct: true }];
  const query = (column: string, more: Partial<AggregateQuery> = {}): AggregateQuery => ({
    dataset,
    day: 'day',
    filters: [],
    otherDays: [],
    conditions: [],
    window: [{ start: -Infinity, end: Infinity }],
    by: { columns: [], buckets: null },
    numbers: numbers(column),
    ...more,
  });
  expect((await source.aggregate(query('name')))!.numbers[0]!.distinct![0]).toBe(2);
  expect(await source.aggregate(query('seen'))).toBeUndefined();
  expect(await source.aggregate(query('name', { dataset: 'nowhere' }))).toBeUndefined();
  const texts: AnyCondition = { column: 'name', operator: 'contains', values: ['a'] };
  expect(await source.aggregate(query('name', { conditions: [texts] }))).toBeUndefined();
});

test('days with rows are those of a look at every row', async () => {
  const stored = await loaded(ALWAYS, 'trips');
  const selection = { dataset: 'trips', day: 'day', filters: [], conditions: [], otherDays: [] };
  const one: AggregateQuery = { ...selection, window: [], by: { columns: [], buckets: null }, numbers: [] };
  expect(await columnSource([stored], { shared: [] }).covered(selection)).toEqual(plainCovered(ALWAYS, one));
});
