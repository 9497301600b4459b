import fc from 'fast-check';
import { RRule, type ByWeekday } from 'rrule';
import { civilFromDay, isoDay, type Day } from './day';
import {
  FREQUENCIES,
  recurrenceDays,
  TooMuchEffort,
  type RecurrenceRule,
  type RuledWeekday,
} from './recurrence';
import { DEFAULT_RULE } from './rule';
import { d } from './testing';
import { start } from './units';

const PLAIN: RecurrenceRule = {
  frequency: 'YEARLY',
  interval: 1,
  count: null,
  until: null,
  weekStart: 1,
  months: [],
  weekNumbers: [],
  yearDays: [],
  monthDays: [],
  weekdays: [],
  positions: [],
};

const MS_A_DAY = 86_400_000;
const LIBRARY_WEEKDAYS = [RRule.MO, RRule.TU, RRule.WE, RRule.TH, RRule.FR, RRule.SA, RRule.SU];

const libraryWeekday = ({ weekday, nth }: RuledWeekday): ByWeekday => {
  const plain = LIBRARY_WEEKDAYS[weekday - 1]!;
  return nth === null ? plain : plain.nth(nth);
};

/** The same by a library, in which an empty list would be something else than none. */
function byLibrary(rule: RecurrenceRule, first: Day, to: Day): Day[] {
  const listed = (list: readonly number[]) => (list.length === 0 ? null : [...list]);
  const library = new RRule({
    freq: RRule[rule.frequency],
    interval: rule.interval,
    count: rule.count,
    until: new Date(Math.min(to, rule.until ?? to) * MS_A_DAY),
    dtstart: new Date(first * MS_A_DAY),
    wkst: rule.weekStart - 1,
    bymonth: listed(rule.months),
    byweekno: listed(rule.weekNumbers),
    byyearday: listed(rule.yearDays),
    bymonthday: listed(rule.monthDays),
    byweekday: rule.weekdays.length === 0 ? null : rule.weekdays.map(libraryWeekday),
    bysetpos: listed(rule.positions),
  });
  return library.all().map((date) => date.getTime() / MS_A_DAY);
}

const some = (...numbers: [number, number][]) =>
  fc.uniqueArray(fc.oneof(...numbers.map(([min, max]) => fc.integer({ min, max }))), { maxLength: 3 });
const rarely = <T>(entries: fc.Arbitrary<T[]>) =>
  fc.oneof({ weight: 3, arbitrary: fc.constant([]) }, entries);

/** Rules that a calendar could hold: a part stands where RFC 5545 lets it stand. */
const anyRule = fc
  .record({
    frequency: fc.constantFrom(...FREQUENCIES),
    interval: fc.integer({ min: 1, max: 4 }),
    count: fc.option(fc.integer({ min: 1, max: 30 })),
    until: fc.option(fc.integer({ min: d('2020-01-01'), max: d('2026-01-01') })),
    weekStart: fc.constantFrom<1 | 7>(1, 7),
    months: rarely(some([1, 12])),
    // The first week begins in the year before: the library looks for it there by 1 only, not counted from the end.
    weekNumbers: rarely(some([1, 53], [-51, -1])),
    yearDays: rarely(some([1, 366], [-366, -1])),
    monthDays: rarely(some([1, 31], [-31, -1])),
    weekdays: rarely(
      fc.uniqueArray(
        fc.record({
          weekday: fc.integer({ min: 1, max: 7 }),
          nth: fc.option(fc.constantFrom(1, 2, 4, 5, -1, -2)),
        }),
        { maxLength: 3, selector: ({ weekday, nth }) => `${weekday} ${nth}` },
      ),
    ),
    // Where a period has fewer days than a position counts back, the library takes another one.
    positions: rarely(some([1, 3], [-1, -1])),
  })
  .map((rule): RecurrenceRule => {
    const yearly = rule.frequency === 'YEARLY';
    const counted = yearly || rule.frequency === 'MONTHLY';
    const weekNumbers = yearly ? rule.weekNumbers : [];
    const plainDays = !counted || weekNumbers.length > 0;
    const weekdays: RuledWeekday[] = (rule.weekdays as RuledWeekday[]).map((entry) =>
      plainDays ? { ...entry, nth: null } : entry,
    );
    const hasNth = weekdays.some((entry) => entry.nth !== null);
    const says = [rule.months, weekNumbers, rule.yearDays, rule.monthDays, weekdays].some(
      (l) => l.length > 0,
    );
    return {
      ...rule,
      weekNumbers,
      yearDays: yearly ? rule.yearDays : [],
      monthDays: rule.frequency === 'WEEKLY' ? [] : rule.monthDays,
      // The library takes plain weekdays beside numbered ones in another way: either all have a number or none has.
      weekdays: hasNth ? weekdays.filter((entry) => entry.nth !== null) : weekdays,
      // A day has no positions of its own, and two positions on one day the library counts twice.
      positions: says && rule.frequency !== 'DAILY' ? rule.positions.slice(0, 1) : [],
    };
  });

describe('days of a rule', () => {
  test('are those that a well-known library finds', () => {
    fc.assert(
      fc.property(anyRule, fc.integer({ min: d('2019-12-20'), max: d('2021-01-10') }), (rule, near) => {
        const to = d('2027-06-01');
        // Positions count in whole weeks; the library counts those of the first week from the first day on.
        const first =
          rule.frequency === 'WEEKLY' && rule.positions.length > 0
            ? start('week', near, { ...DEFAULT_RULE, weekStart: rule.weekStart })
            : near;
        expect(recurrenceDays(rule, first, first, to).map(isoDay)).toEqual(
          byLibrary(rule, first, to).map(isoDay),
        );
      }),
      // Where no day fits, the library looks on for eight thousand years.
      { numRuns: 100 },
    );
  });

  test.each([
    ['of 52 weeks', -52, '2025-12-31', ['2024-12-30', '2025-01-05']],
    ['of 53 weeks', -53, '2027-01-01', ['2019-12-30', '2020-01-05', '2025-12-29', '2026-01-04']],
  ])('the first week of a year %s, counted from its end, is whole', (_, number, to, ends) => {
    const rule = { ...PLAIN, weekNumbers: [number] };
    const days = recurrenceDays(rule, d('2019-12-30'), d('2019-12-30'), d(to)).map(isoDay);
    for (const day of ends) expect(days).toContain(day);
  });

  test('are the same wherever one begins to look', () => {
    fc.assert(
      fc.property(
        anyRule,
        fc.integer({ min: d('2020-01-01'), max: d('2027-01-01') }),
        fc.integer({ min: 0, max: 800 }),
        (rule, from, length) => {
          const first = d('2020-02-29');
          const whole = recurrenceDays(rule, first, first, from + length);
          expect(recurrenceDays(rule, first, from, from + length)).toEqual(
            whole.filter((day) => day >= from),
          );
        },
      ),
    );
  });

  test.each<[string, Partial<RecurrenceRule>, string[]]>([
    ['29 February comes in leap years', {}, ['2024-02-29', '2028-02-29']],
    [
      'the 31st comes in long months',
      { frequency: 'MONTHLY', monthDays: [31], count: 3 },
      ['2024-03-31', '2024-05-31', '2024-07-31'],
    ],
    [
      'weeks with a weekday',
      { weekNumbers: [20], weekdays: [{ weekday: 1, nth: null }], count: 2 },
      ['2024-05-13', '2025-05-12'],
    ],
    [
      'the last working day of a month',
      {
        frequency: 'MONTHLY',
        weekdays: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, nth: null })),
        positions: [-1],
        count: 2,
      },
      ['2024-02-29', '2024-03-29'],
    ],
    [
      'the first of two weekdays, counted in whole weeks',
      {
        frequency: 'WEEKLY',
        weekdays: [1, 4].map((weekday) => ({ weekday, nth: null })),
        positions: [1],
        count: 2,
      },
      ['2024-03-04', '2024-03-11'],
    ],
  ])('%s', (_, part, expected) => {
    const found = recurrenceDays({ ...PLAIN, ...part }, d('2024-02-29'), d('2024-01-01'), d('2031-12-31'));
    expect(found.map(isoDay)).toEqual(expected);
  });

  test.each<[string, Partial<RecurrenceRule>]>([
    ['30 February', { frequency: 'DAILY', months: [2], monthDays: [30] }],
    ['a sixth Monday', { frequency: 'MONTHLY', weekdays: [{ weekday: 1, nth: 6 }] }],
    ['week 54', { weekNumbers: [54] }],
    ['day 400', { yearDays: [400] }],
  ])('%s never comes, and is given up soon', (_, part) => {
    const effort = { left: 2 * 400 * 366 };
    const rule = { ...PLAIN, ...part };
    expect(recurrenceDays(rule, d('1800-01-01'), d('1800-01-01'), d('2199-12-31'), effort)).toEqual([]);
    expect(effort.left).toBeGreaterThanOrEqual(0);
  });

  test('more days than may be looked through are refused', () => {
    const rule: RecurrenceRule = { ...PLAIN, frequency: 'DAILY' };
    expect(() => recurrenceDays(rule, 0, 0, 10_000, { left: 100 })).toThrow(TooMuchEffort);
    expect(civilFromDay(recurrenceDays(rule, 0, 50, 50, { left: 100 })[0]!).month).toBe(2);
  });
});
