/** Rows, cubes and queries for tests, and the plain way to answer them. */
import fc from 'fast-check';
import { containsDay, runsOfDays, type DayRuns } from '../calendar/runs';
import { closeRuns } from '../calendar/testing';
import { bucketEnd } from './aggregate';
import { buildCube, type GroupedRow } from './build';
import type { Cube, CubeShape } from './cube';
import type { AggregateQuery, Selection } from './query';

/** One row of a made-up dataset: two dates, two categories, a whole number and hundredths, both often blank. */
export interface TestRow {
  readonly day: number | null;
  readonly other: number | null;
  readonly route: string | null;
  readonly channel: string | null;
  readonly seats: number | null;
  readonly cents: number | null;
}

export const TEST_SHAPE: CubeShape = {
  dataset: 'trips',
  load: 1,
  day: 'day',
  otherDays: ['other'],
  categories: ['route', 'channel'],
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
    const key = JSON.stringify([row.day, row.other, row.route, row.channel]);
    groups.set(key, [...(groups.get(key) ?? []), row]);
  }
  return [...groups.values()].map((members) => {
    const first = members[0]!;
    return {
      day: first.day!,
      otherDays: [first.other],
      categories: [first.route, first.channel],
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

const filters = fc.array(
  fc.record({
    column: fc.constantFrom('route', 'channel'),
    values: fc.uniqueArray(fc.constantFrom('Veldry', 'Tamsel', 'web', null, 'nowhere'), { maxLength: 3 }),
    exclude: fc.boolean(),
  }),
  { maxLength: 2 },
);

const grouping: fc.Arbitrary<AggregateQuery['by']> = fc.oneof(
  fc.constant({ kind: 'total' } as const),
  fc.constantFrom('route', 'channel').map((column) => ({ kind: 'category', column }) as const),
  fc
    .tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 20 }), fc.integer({ min: 1, max: 6 }))
    .map(([from, length, count]) => ({
      kind: 'buckets' as const,
      starts: Array.from({ length: count }, (_, i) => from + i * length),
      end: from + count * length - 1,
    })),
);

/** Queries; a window for buckets always lies inside them, as it does for visuals. */
export const testQuery: fc.Arbitrary<AggregateQuery> = fc
  .record({
    dataset: fc.constant('trips'),
    day: fc.constant('day'),
    filters,
    otherDays: fc.oneof(
      fc.constant([]),
      closeRuns.map((runs) => [{ column: 'other', runs }]),
    ),
    window: fc.oneof(closeRuns, fc.constant([{ start: -Infinity, end: Infinity }])),
    by: grouping,
    numbers: fc.constant(TEST_SHAPE.numbers),
  })
  .map((query) =>
    query.by.kind === 'buckets'
      ? { ...query, window: within(query.window, query.by.starts[0]!, query.by.end) }
      : query,
  );

function within(runs: DayRuns, first: number, last: number): DayRuns {
  return runs
    .map((run) => ({ start: Math.max(run.start, first), end: Math.min(run.end, last) }))
    .filter((run) => run.start <= run.end);
}

export function matches(row: TestRow, query: Pick<Selection, 'filters' | 'otherDays'>): boolean {
  const value = (column: string) => (column === 'route' ? row.route : row.channel);
  return (
    row.day !== null &&
    query.filters.every((filter) => filter.values.includes(value(filter.column)) !== filter.exclude) &&
    query.otherDays.every((filter) => row.other !== null && containsDay(filter.runs, row.other))
  );
}

/** The answer by looking at every row, as an object by group that is easy to compare. */
export function plainAnswer(rows: readonly TestRow[], query: AggregateQuery): Record<string, unknown> {
  const { by } = query;
  const seen = rows.filter((row) => matches(row, query) && containsDay(query.window, row.day!));
  const groups = new Map<string, TestRow[]>();
  if (by.kind === 'total') groups.set('all', seen);
  if (by.kind === 'buckets') {
    by.starts.forEach((start, i) =>
      groups.set(
        String(i),
        seen.filter((row) => row.day! >= start && row.day! <= bucketEnd(by, i)),
      ),
    );
  }
  if (by.kind === 'category') {
    for (const row of seen) {
      const key = String(by.column === 'route' ? row.route : row.channel);
      groups.set(key, [...(groups.get(key) ?? []), row]);
    }
  }
  return Object.fromEntries(
    [...groups].map(([key, members]) => [
      key,
      {
        rows: members.length,
        seats: figures(members.map((row) => row.seats)),
        cents: figures(members.map((row) => row.cents)),
      },
    ]),
  );
}

/** An answer in the same form as `plainAnswer`. */
export function comparable(
  query: AggregateQuery,
  answer: import('./query').AggregateAnswer,
): Record<string, unknown> {
  const { by } = query;
  const key = (i: number) =>
    by.kind === 'total' ? 'all' : by.kind === 'buckets' ? String(i) : String(answer.keys[i]);
  const extreme = (value: number | undefined) => (value === undefined || Number.isNaN(value) ? null : value);
  return Object.fromEntries(
    Array.from(answer.rows, (count, i) => {
      const of = (column: string) => {
        const number = answer.numbers.find((entry) => entry.column === column)!;
        return {
          sum: number.sum[i]! + 0,
          count: number.count[i],
          minimum: extreme(number.minimum?.[i]),
          maximum: extreme(number.maximum?.[i]),
        };
      };
      return [key(i), { rows: count, seats: of('seats'), cents: of('cents') }];
    }),
  );
}

/** Days on which matching rows lie. */
export function plainCovered(
  rows: readonly TestRow[],
  selection: Pick<Selection, 'filters' | 'otherDays'>,
): DayRuns {
  const days = rows.filter((row) => matches(row, selection)).map((row) => row.day!);
  return runsOfDays(days.sort((a, b) => a - b));
}
