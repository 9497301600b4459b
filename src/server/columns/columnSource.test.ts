/** Answers from a scan of the column file equal those of the database, for generated rows and questions. */
import fc from 'fast-check';
import { plainCovered, testRows, type TestRow } from '../../core/cube/testing';
import type { AggregateAnswer, AggregateQuery } from '../../core/cube/query';
import type { AnyCondition } from '../../core/cube/rowCondition';
import { anyQuestion, inWords, overAll, scaled } from '../answers/testing/aggregates';
import { sqlSource } from '../answers/sqlSource';
import { findDataset, type StoredDataset } from '../datasets/repository';
import { loadText, loadTrips, ROWS_OF_EACH_KIND, withDatabase } from '../testing';
import { columnSource } from './columnSource';

jest.setTimeout(120_000);

const at = withDatabase();

const ALWAYS = ROWS_OF_EACH_KIND;
const loaded = (rows: readonly TestRow[], into?: string) => loadTrips(at.folder, rows, into);

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
  const query = (column: string, more: Partial<AggregateQuery> = {}) => ({
    ...overAll(dataset, numbers(column)),
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
