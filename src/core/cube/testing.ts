/** Rows, cubes and queries for tests, and the plain way to answer them. */
import fc from 'fast-check';
import { containsDay, runsOfDays, type DayRuns } from '../calendar/runs';
import { closeRuns } from '../calendar/testing';
import { bucketEnd } from './aggregate';
import { buildCube, type GroupedRow } from './build';
import { daysOfCells, type Cube, type CubeShape } from './cube';
import type {
  AggregateAnswer,
  AggregateQuery,
  DayClasses,
  GroupColumn,
  PathFilter,
  PathPart,
  Selection,
} from './query';
import { conditionKey, type RowCondition } from './rowCondition';

/** One row of a made-up dataset: two dates, two categories, a whole number and hundredths, both often blank. */
export interface TestRow {
  readonly day: number | null;
  readonly other: number | null;
  readonly route: string | null;
  readonly channel: string | null;
  readonly seats: number | null;
  readonly cents: number | null;
}

/** One seat by web to Veldry on a day, but for what is told otherwise. */
export const testRow = (day: number, more: Partial<TestRow> = {}): TestRow => ({
  day,
  other: null,
  route: 'Veldry',
  channel: 'web',
  seats: 1,
  cents: 1,
  ...more,
});

/** A condition on a number, which a cube holds as a category of its own. */
export const MANY_SEATS: RowCondition = { column: 'seats', operator: 'at least', values: ['10'] };
const keepsManySeats = (row: TestRow) => row.seats !== null && row.seats >= 10;

/** Days by their rest on division by three: two classes with names, one without. */
export const THIRDS: DayClasses = {
  key: '@thirds',
  first: -400,
  codes: Uint16Array.from({ length: 1000 }, (_, i) => i % 3),
  values: ['first', 'second', null],
};
const thirdOf = (day: number) => THIRDS.values[THIRDS.codes[day - THIRDS.first]!]!;

export const TEST_SHAPE: CubeShape = {
  dataset: 'trips',
  load: 1,
  day: 'day',
  otherDays: ['other'],
  categories: ['route', 'channel'],
  conditions: [MANY_SEATS],
  spellings: {},
  numbers: [
    { column: 'seats', scale: 0, extremes: true },
    { column: 'cents', scale: 2, extremes: true },
  ],
};

const category = fc.constantFrom('Veldry', 'Osk Head', 'Tamsel', null);

export const testRows: fc.Arbitrary<TestRow[]> = fc.array(
  fc.record({
    day: fc.option(fc.integer({ min: 0, max: 110 }), { freq: 12 }),
    other: fc.option(fc.integer({ min: 0, max: 110 }), { freq: 4 }),
    route: category,
    channel: fc.constantFrom('web', 'desk', null),
    seats: fc.option(fc.integer({ min: -4, max: 40 }), { freq: 6 }),
    cents: fc.option(fc.integer({ min: -100_000_000, max: 100_000_000 }), { freq: 6 }),
  }),
  { maxLength: 80 },
);

/** Groups rows as the database does. */
export function groupRows(rows: readonly TestRow[]): GroupedRow[] {
  const groups = new Map<string, TestRow[]>();
  for (const row of rows) {
    if (row.day === null) continue;
    const key = JSON.stringify([row.day, row.other, row.route, row.channel, keepsManySeats(row)]);
    groups.set(key, [...(groups.get(key) ?? []), row]);
  }
  return [...groups.values()].map((members) => {
    const first = members[0]!;
    return {
      day: first.day!,
      otherDays: [first.other],
      categories: [first.route, first.channel, keepsManySeats(first) ? 'yes' : 'no'],
      rows: members.length,
      numbers: [figures(members.map((row) => row.seats)), figures(members.map((row) => row.cents))],
    };
  });
}

function figures(values: readonly (number | null)[]) {
  const filled = values.filter((value) => value !== null);
  return {
    sum: filled.reduce((total, value) => total + value, 0),
    count: filled.length,
    minimum: filled.length > 0 ? Math.min(...filled) : null,
    maximum: filled.length > 0 ? Math.max(...filled) : null,
  };
}

export function testCube(rows: readonly TestRow[]): Cube {
  const built = buildCube(TEST_SHAPE, groupRows(rows));
  if (!built.ok) throw new Error(built.reason);
  return built.cube;
}

/** The cells of a cube in words, in an order of their own. */
export const cellsOf = (cube: Cube): string[] => {
  const days = daysOfCells(cube);
  return [...cube.rows]
    .map((rows, cell) =>
      JSON.stringify([
        days[cell],
        cube.otherDays.map((other) => other.days[cell]),
        cube.categories.map(({ values, codes }) => values[codes[cell]!]),
        rows,
        cube.numbers.map((number) => [
          number.scale,
          number.sum[cell],
          number.count[cell],
          number.minimum?.[cell],
          number.maximum?.[cell],
        ]),
      ]),
    )
    .sort();
};
const filters = fc.array(
  fc.record({
    column: fc.constantFrom('route', 'channel'),
    values: fc.uniqueArray(fc.constantFrom('Veldry', 'Tamsel', 'web', null, 'nowhere'), { maxLength: 3 }),
    exclude: fc.boolean(),
  }),
  { maxLength: 2 },
);

/** Parts of paths: a category, or the class of either day. */
const pathPart: fc.Arbitrary<PathPart> = fc.constantFrom<PathPart>(
  { kind: 'column', column: 'route' },
  { kind: 'column', column: 'channel' },
  { kind: 'days', column: 'day', classes: THIRDS },
  { kind: 'days', column: 'other', classes: THIRDS },
);
const valueOfPart = (part: PathPart) =>
  part.kind === 'days'
    ? fc.constantFrom('first', 'second', null)
    : part.column === 'route'
      ? category
      : fc.constantFrom('web', 'desk', null);
const pathFilter: fc.Arbitrary<PathFilter> = fc
  .uniqueArray(pathPart, { minLength: 2, maxLength: 3 })
  .chain((parts) =>
    fc.record({
      parts: fc.constant(parts),
      paths: fc.array(
        fc
          .tuple(fc.integer({ min: 1, max: parts.length }), fc.tuple(...parts.map(valueOfPart)))
          .map(([depth, values]) => values.slice(0, depth)),
        { maxLength: 3 },
      ),
      exclude: fc.boolean(),
    }),
  );

const groupColumn: fc.Arbitrary<GroupColumn> = fc.constantFrom<GroupColumn>(
  { kind: 'column', column: 'route' },
  { kind: 'column', column: 'channel' },
  { kind: 'days', classes: THIRDS },
);

const buckets = fc
  .tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 20 }), fc.integer({ min: 1, max: 6 }))
  .map(([from, length, count]) => ({
    starts: Array.from({ length: count }, (_, i) => from + i * length),
    end: from + count * length - 1,
  }));

const grouping: fc.Arbitrary<AggregateQuery['by']> = fc.record({
  columns: fc.uniqueArray(groupColumn, { maxLength: 2 }),
  buckets: fc.option(buckets),
});

/** Queries; a window for buckets always lies inside them, as it does for visuals. */
export const testQuery: fc.Arbitrary<AggregateQuery> = fc
  .record({
    dataset: fc.constant('trips'),
    day: fc.constant('day'),
    filters,
    conditions: fc.constantFrom([], [MANY_SEATS]),
    otherDays: fc.oneof(
      fc.constant([]),
      closeRuns.map((runs) => [{ column: 'other', runs }]),
      closeRuns.map((runs) => [{ column: 'other', runs, blanks: true }]),
      closeRuns.map((runs) => [{ column: 'day', runs }]),
    ),
    paths: fc.oneof(
      { weight: 2, arbitrary: fc.constant([]) },
      { weight: 1, arbitrary: fc.tuple(pathFilter) },
    ),
    window: fc.oneof(closeRuns, fc.constant([{ start: -Infinity, end: Infinity }])),
    by: grouping,
    numbers: fc.constant(TEST_SHAPE.numbers.map((number) => ({ ...number, closing: true, distinct: false }))),
  })
  .map((query) =>
    query.by.buckets
      ? { ...query, window: within(query.window, query.by.buckets.starts[0]!, query.by.buckets.end) }
      : query,
  );

function within(runs: DayRuns, first: number, last: number): DayRuns {
  return runs
    .map((run) => ({ start: Math.max(run.start, first), end: Math.min(run.end, last) }))
    .filter((run) => run.start <= run.end);
}

type TestedSelection = Pick<Selection, 'filters' | 'otherDays' | 'conditions' | 'paths'>;

/** Whether a row belongs to a selection. */
function matches(row: TestRow, query: TestedSelection): boolean {
  const value = (column: string) => (column === 'route' ? row.route : row.channel);
  const day = (column: string) => (column === 'other' ? row.other : row.day);
  const partOf = (part: PathPart) => {
    if (part.kind === 'column') return value(part.column);
    const at = day(part.column);
    return at === null ? null : thirdOf(at);
  };
  return (
    row.day !== null &&
    query.filters.every((filter) => filter.values.includes(value(filter.column)) !== filter.exclude) &&
    query.conditions.every(
      (condition) => conditionKey(condition) === conditionKey(MANY_SEATS) && keepsManySeats(row),
    ) &&
    query.otherDays.every(
      (filter) =>
        (day(filter.column) === null && filter.blanks === true) ||
        (day(filter.column) !== null && containsDay(filter.runs, day(filter.column)!)),
    ) &&
    (query.paths ?? []).every(
      ({ parts, paths, exclude }) =>
        paths.some((path) => path.every((wanted, depth) => partOf(parts[depth]!) === wanted)) !== exclude,
    )
  );
}

/** The sum of the last day with a value; null when there is none. */
function closingOf(members: readonly TestRow[], column: 'seats' | 'cents') {
  const filled = members.filter((row) => row[column] !== null);
  const last = Math.max(...filled.map((row) => row.day!));
  const ofLast = filled.filter((row) => row.day === last);
  return filled.length === 0 ? null : ofLast.reduce((total, row) => total + row[column]!, 0);
}

/** The answer by looking at every row, as an object by bucket and group that is easy to compare. */
export function plainAnswer(rows: readonly TestRow[], query: AggregateQuery): Record<string, unknown> {
  const { by } = query;
  const seen = rows.filter((row) => matches(row, query) && containsDay(query.window, row.day!));
  const valueOf = (row: TestRow, column: GroupColumn) =>
    column.kind === 'days' ? thirdOf(row.day!) : column.column === 'route' ? row.route : row.channel;
  const keyOf = (row: TestRow) => by.columns.map((column) => valueOf(row, column));
  const keys = new Map(seen.map((row) => [JSON.stringify(keyOf(row)), true]));
  if (by.columns.length === 0) keys.set('[]', true);
  const out: Record<string, unknown> = {};
  for (const key of keys.keys()) {
    for (const [b, start] of (by.buckets?.starts ?? [-Infinity]).entries()) {
      const end = by.buckets ? bucketEnd(by.buckets, b) : Infinity;
      const members = seen.filter(
        (row) => JSON.stringify(keyOf(row)) === key && row.day! >= start && row.day! <= end,
      );
      out[`${b} ${key}`] = {
        rows: members.length,
        seats: { ...figures(members.map((row) => row.seats)), closing: closingOf(members, 'seats') },
        cents: { ...figures(members.map((row) => row.cents)), closing: closingOf(members, 'cents') },
      };
    }
  }
  return out;
}

/** An answer in the same form as `plainAnswer`. */
export function comparable(answer: AggregateAnswer): Record<string, unknown> {
  const groups = answer.keys.length;
  const extreme = (value: number | undefined) =>
    value === undefined || Number.isNaN(value) ? null : value + 0;
  return Object.fromEntries(
    Array.from(answer.rows, (count, i) => {
      const of = (column: string) => {
        const number = answer.numbers.find((entry) => entry.column === column)!;
        return {
          sum: number.sum[i]! + 0,
          count: number.count[i],
          minimum: extreme(number.minimum?.[i]),
          maximum: extreme(number.maximum?.[i]),
          closing: extreme(number.closing?.[i]),
        };
      };
      const place = `${Math.floor(i / groups)} ${JSON.stringify(answer.keys[i % groups])}`;
      return [place, { rows: count, seats: of('seats'), cents: of('cents') }];
    }),
  );
}

/** Days on which matching rows lie. */
export function plainCovered(rows: readonly TestRow[], selection: TestedSelection): DayRuns {
  const days = rows.filter((row) => matches(row, selection)).map((row) => row.day!);
  return runsOfDays(days.sort((a, b) => a - b));
}
