import fc from 'fast-check';
import { buildCube, mergeGroups } from './build';
import { BLANK_DAY, CELL_LIMIT, daysOfCells, type Cube, type CubeShape } from './cube';
import type { ColumnBatch, Columns } from './columnRows';
import { cubeFromColumns } from './columns';
import { cellsOf, groupRows, TEST_SHAPE, testRow, testRows, type TestRow } from './testing';

const SHAPE: CubeShape = { ...TEST_SHAPE, conditions: [] };
const TEXTS = ['Tamsel', 'Veldry', 'Osk Head', 'web', 'desk'];

/** Rows by column, so many a batch; a first and last day beyond those of the rows make room for more keys. */
function columnsOf(rows: readonly TestRow[], size: number, beyond = 0): Columns {
  const ends = (days: readonly (number | null)[]) => {
    const filled = days.filter((day) => day !== null);
    return filled.length === 0
      ? undefined
      : { first: Math.min(...filled) - beyond, last: Math.max(...filled) + beyond };
  };
  const dayOf = { day: (row: TestRow) => row.day, other: (row: TestRow) => row.other };
  const batchOf = (part: readonly TestRow[]): ColumnBatch => ({
    rows: part.length,
    days: (column) => Int32Array.from(part, (row) => dayOf[column as 'day' | 'other'](row) ?? BLANK_DAY),
    codes: (column) =>
      Uint32Array.from(part, (row) => {
        const text = row[column as 'route' | 'channel'];
        return text === null ? 0 : TEXTS.indexOf(text) + 1;
      }),
    numbers: (column) => Float64Array.from(part, (row) => row[column as 'seats' | 'cents'] ?? NaN),
  });
  return {
    values: () => TEXTS,
    range: (column) => ends(rows.map(dayOf[column as 'day' | 'other'])),
    *batches() {
      for (let from = 0; from < rows.length; from += size) yield batchOf(rows.slice(from, from + size));
    },
  };
}

/** The same by grouping the rows. */
function plainCube(rows: readonly TestRow[]): Cube {
  const groups = groupRows(rows).map((group) => ({ ...group, categories: group.categories.slice(0, 2) }));
  const built = buildCube(SHAPE, mergeGroups(groups));
  if (!built.ok) throw new Error(built.reason);
  return built.cube;
}

/** So far beyond the days of the rows, there are too many keys for each to have a place of its own. */
const FAR = 20_000;

test.each([
  ['a place for every key', 0],
  ['places for those that come up', FAR],
])('with %s the cube is the one of grouped rows, whatever the batches', (_, beyond) => {
  fc.assert(
    fc.property(testRows, fc.integer({ min: 1, max: 90 }), (rows, size) => {
      const made = cubeFromColumns(SHAPE, columnsOf(rows, size, beyond));
      if (!made.ok) throw new Error(made.reason);
      const expected = plainCube(rows);
      expect(cellsOf(made.cube)).toEqual(cellsOf(expected));
      expect([made.cube.firstDay, ...made.cube.dayOffsets]).toEqual([
        expected.firstDay,
        ...expected.dayOffsets,
      ]);
      expect(made.cube.categories.map(({ values }) => values)).toEqual(
        expected.categories.map(({ values }) => values),
      );
    }),
  );
});

test.each([
  ['a place for every key', 0],
  ['places for those that come up', FAR],
])('with %s a cube goes on from the one of earlier rows', (_, beyond) => {
  fc.assert(
    fc.property(testRows, testRows, (before, after) => {
      const all = [...before, ...after];
      const rest = { ...columnsOf(all, 40, beyond), batches: () => columnsOf(after, 40).batches() };
      const made = cubeFromColumns(SHAPE, rest, plainCube(before));
      if (!made.ok) throw new Error(made.reason);
      expect(cellsOf(made.cube)).toEqual(cellsOf(plainCube(all)));
    }),
  );
});

test('cells that come up keep their figures and blanks while places are made for more', () => {
  const rows = Array.from({ length: 9000 }, (_, i) =>
    testRow(i % 3000, { seats: i % 7 === 0 ? null : (i % 11) - 5, cents: i < 6000 ? null : i }),
  );
  const made = cubeFromColumns(SHAPE, columnsOf(rows, 1000, CELL_LIMIT));
  if (!made.ok) throw new Error(made.reason);
  expect(cellsOf(made.cube)).toEqual(cellsOf(plainCube(rows)));
});

test('cells by day and category come in the order of days, whatever the order of rows', () => {
  const rows = [5, 1, 3, 1, 5].map((day) => testRow(day, { channel: day === 1 ? 'desk' : 'web' }));
  const made = cubeFromColumns(SHAPE, columnsOf(rows, 2));
  expect(made.ok && [...daysOfCells(made.cube)]).toEqual([1, 3, 5]);
  expect(made.ok && [...made.cube.rows]).toEqual([2, 1, 2]);
});

test.each([
  ['a place for every key', [], 0],
  ['places for those that come up', ['route', 'channel'], CELL_LIMIT],
])('with %s there are as many cells as there may be, and one more is too many', (_, categories, beyond) => {
  const shape: CubeShape = { ...SHAPE, otherDays: [], categories, numbers: [] };
  const days = (count: number): Columns => ({
    values: () => TEXTS,
    range: () => ({ first: -beyond, last: count - 1 + beyond }),
    batches: () => [
      {
        rows: count,
        days: () => Int32Array.from({ length: count }, (_, day) => day),
        codes: () => new Uint32Array(count),
        numbers: () => new Float64Array(count),
      },
    ],
  });
  const full = cubeFromColumns(shape, days(CELL_LIMIT));
  expect(full.ok && full.cube.rows).toHaveLength(CELL_LIMIT);
  expect(cubeFromColumns(shape, days(CELL_LIMIT + 1))).toEqual({ ok: false, reason: 'too-many-cells' });
});

test('sums that may not be exact are left to the database, whatever their signs', () => {
  const large = Number.MAX_SAFE_INTEGER - 1;
  const rows = (second: number) => [testRow(1, { cents: large }), testRow(2, { cents: second })];
  expect(cubeFromColumns(SHAPE, columnsOf(rows(1), 1)).ok).toBe(true);
  for (const second of [2, -2])
    expect(cubeFromColumns(SHAPE, columnsOf(rows(second), 1))).toEqual({ ok: false, reason: 'unsure' });
});
