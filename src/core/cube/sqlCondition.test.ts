/** What SQL search conditions keep of a cube is what they keep of its rows. */
import fc from 'fast-check';
import { ALL_DAYS } from '../calendar/runs';
import { compileCondition } from '../condition/evaluate';
import { parseCondition } from '../condition/parse';
import { TOTAL, type Selection } from './query';
import { conditionKey } from './rowCondition';
import { cubeSource } from './source';
import { cellsKeeping } from './sqlCondition';
import { testCube, testRows, type TestRow } from './testing';

const operand = fc.constantFrom(
  "route = 'Veldry'",
  'route IS NULL',
  "channel LIKE 'w%'",
  "day BETWEEN DATE '1970-01-10' AND DATE '1970-02-20'",
  'EXTRACT(DAY FROM day) < 15',
  "NOT route = 'Veldry'",
);
const condition = fc
  .array(fc.tuple(operand, fc.constantFrom(' AND ', ' OR ')), { minLength: 1, maxLength: 4 })
  .map((parts) => parts.map(([text, join], i) => (i === 0 ? text : join + text)).join(''));

const selection = (sql: string): Selection => ({
  dataset: 'trips',
  day: 'day',
  filters: [],
  otherDays: [],
  conditions: [{ sql }],
});

test('rows kept by a cube are those kept one by one', () => {
  fc.assert(
    fc.property(testRows, condition, (rows: TestRow[], sql) => {
      const parsed = parseCondition(sql);
      if (!parsed.ok) throw new Error(parsed.error.message);
      const test = compileCondition(parsed.value, 0);
      const expected = rows.filter(
        // Rows that are blank in the selection's own day are never in it.
        (row) => row.day !== null && test((column) => row[column as keyof TestRow]) === true,
      ).length;
      const source = cubeSource([testCube(rows)]);
      const answer = source.aggregate({ ...selection(sql), window: ALL_DAYS, by: TOTAL, numbers: [] });
      if (answer instanceof Promise) throw new Error('A cube answers at once');
      expect(answer?.rows[0] ?? 0).toBe(expected);
    }),
  );
});

test('a column that the cube does not hold leaves the question to another source', () => {
  const rows: TestRow[] = [{ day: 3, other: null, route: 'a', channel: 'web', seats: 1, cents: 1 }];
  const cube = testCube(rows);
  expect(cellsKeeping(cube, { sql: 'seats > 1' })).toBeUndefined();
  const source = cubeSource([cube]);
  expect(source.covered(selection('seats > 1'))).toBeUndefined();
  expect(
    source.aggregate({ ...selection('seats > 1'), window: ALL_DAYS, by: TOTAL, numbers: [] }),
  ).toBeUndefined();
});

test('conditions that differ have categories of their own', () => {
  expect(conditionKey({ sql: "a = '1'" })).not.toBe(conditionKey({ sql: "a = '2'" }));
  expect(conditionKey({ sql: 'a = 1' })).not.toBe(
    conditionKey({ column: 'a', operator: 'is one of', values: ['1'] }),
  );
});
