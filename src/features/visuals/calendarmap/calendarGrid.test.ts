import fc from 'fast-check';
import { DEFAULT_RULE } from '../../../core/calendar/rule';
import { d } from '../../../core/calendar/testing';
import type { CalendarMapAnswer } from '../../../core/dashboard/turn/answer';
import { calendarGrid, LABEL } from './calendarGrid';
import { calendarPaths } from './calendarPaths';
import { STEPS } from './changeTint';

const answer = (
  first: string,
  values: readonly (number | null)[],
  more: Partial<CalendarMapAnswer> = {},
): CalendarMapAnswer =>
  ({ kind: 'calendarmap', first: d(first), values, provisionalFrom: null, ...more }) as CalendarMapAnswer;
const none = { chosen: null, swept: null };
/** Of how many days a path is. */
const days = (path: string) => path.match(/M/g)?.length ?? 0;

describe('where days stand', () => {
  test('months down, days across, from the month of the first value', () => {
    const grid = calendarGrid(answer('2025-12-30', [1, 2, 3, 4]), LABEL + 6 + 310, 500);
    expect(grid.months).toEqual([
      { year: 2025, month: 12 },
      { year: 2026, month: 1 },
    ]);
    expect(grid.column).toBe(10);
    expect(grid.placeOf(d('2025-12-30'))).toEqual({ x: LABEL + 290, y: grid.head });
    expect(grid.placeOf(d('2026-01-02'))).toEqual({ x: LABEL + 10, y: grid.head + grid.row });
  });

  test('rows share the height, but stay readable; a key of the tint takes room of its own', () => {
    const year = answer('2025-01-01', new Array<number>(365).fill(1));
    expect(calendarGrid(year, 400, 2000).row).toBe(26);
    expect(calendarGrid(year, 400, 50).row).toBe(14);
    expect(calendarGrid(year, 400, 16 + 12 * 20).row).toBe(20);
    const compared = { ...year, against: [{ values: [], partners: [] }] };
    expect(calendarGrid(compared, 400, 300).head).toBeGreaterThan(calendarGrid(year, 400, 300).head);
  });

  test('the day under its own place is that day, and no other', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: d('2019-01-01'), max: d('2026-12-31') }),
        fc.integer({ min: 1, max: 800 }),
        fc.nat(),
        fc.integer({ min: 120, max: 1600 }),
        (first, count, pick, width) => {
          const given = { ...answer('2025-01-01', new Array<number>(count).fill(1)), first };
          const grid = calendarGrid(given, width, 400);
          const i = pick % count;
          const { x, y } = grid.placeOf(first + i);
          return grid.indexAt(x + grid.column / 2, y + grid.row / 2) === i;
        },
      ),
    );
  });

  test('names, days that a month has not, and days without a value are no day', () => {
    const grid = calendarGrid(answer('2025-02-10', [1, 2]), LABEL + 6 + 310, 500);
    const y = grid.head + 1;
    expect(grid.indexAt(LABEL - 1, y)).toBeNull();
    expect(grid.indexAt(LABEL + 295, y)).toBeNull();
    expect(grid.indexAt(LABEL + 85, y)).toBeNull();
    expect(grid.indexAt(LABEL + 95, y)).toBe(0);
    expect(grid.indexAt(LABEL + 105, y)).toBe(1);
    expect(grid.indexAt(LABEL + 115, y)).toBeNull();
    expect(grid.indexAt(LABEL + 95, grid.head - 1)).toBeNull();
  });
});

describe('what is drawn of them', () => {
  const paths = (given: CalendarMapAnswer, marking = none as Parameters<typeof calendarPaths>[3]) =>
    calendarPaths(given, calendarGrid(given, 400, 300), DEFAULT_RULE, marking);

  test('each value in its step, the least in the first, the greatest in the last; gaps apart', () => {
    const { tints, missing, alone } = paths(answer('2026-06-01', [0, 50, 100, null, null]));
    expect(tints).toHaveLength(STEPS);
    expect(days(tints[0]!)).toBe(1);
    expect(days(tints[STEPS - 1]!)).toBe(1);
    expect(days(tints.join(''))).toBe(3);
    expect(days(missing)).toBe(2);
    expect(alone).toBe('');
  });

  test('values that are all the same have the full tint', () => {
    expect(days(paths(answer('2026-06-01', [7, 7])).tints[STEPS - 1]!)).toBe(2);
  });

  test('against a baseline the change tints; a day without a partner stands alone', () => {
    const against = [{ values: [10, 10, null], partners: [] }];
    const { tints, alone } = paths(answer('2026-06-01', [5, 15, 15], { against }));
    expect(days(tints[0]!)).toBe(1);
    expect(days(tints[STEPS - 1]!)).toBe(1);
    expect(days(alone)).toBe(1);
  });

  test('weekends are underlined, provisional days outlined where they have a value', () => {
    // 1 June 2026 is a Monday.
    const given = answer('2026-06-01', [1, 2, 3, 4, 5, 6, 7, null], { provisionalFrom: d('2026-06-06') });
    const { weekends, provisional } = paths(given);
    expect(days(weekends)).toBe(2);
    expect(days(provisional)).toBe(2);
  });

  test('what is not chosen here, or not lit from elsewhere, is pale; gaps are not', () => {
    const given = answer('2026-06-01', [1, 2, null, 4]);
    expect(days(paths(given).pale)).toBe(0);
    expect(days(paths(given, { chosen: new Set([1]), swept: null }).pale)).toBe(2);
    expect(days(paths({ ...given, lit: [1, null, null, null] }).pale)).toBe(2);
  });

  test('days swept over are outlined, both ends with them', () => {
    const given = answer('2026-06-01', [1, 2, 3, null]);
    expect(days(paths(given, { chosen: null, swept: { first: 1, last: 3 } }).swept)).toBe(3);
  });
});
