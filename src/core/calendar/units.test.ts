import fc from 'fast-check';
import { isoDay, weekdayOf } from './day';
import { isoWeek, tileLabel, unitText, unitWords, windowWords } from './names';
import { calendarRuleSchema, DEFAULT_RULE } from './rule';
import { anyRule, d, recentDay } from './testing';
import {
  coarserUnit,
  end,
  firstDay,
  indexOf,
  monthsOf,
  shift,
  start,
  unitAt,
  UNITS,
  type Unit,
} from './units';

const anyUnit = fc.constantFrom(...UNITS);
const rule = (part: object) => calendarRuleSchema.parse({ fiscal: part });

describe('units', () => {
  test('every day lies in one unit; the units follow each other without a gap', () => {
    fc.assert(
      fc.property(anyUnit, recentDay, anyRule, (unit, day, anyOf) => {
        const first = start(unit, day, anyOf);
        const last = end(unit, day, anyOf);
        expect(first).toBeLessThanOrEqual(day);
        expect(last).toBeGreaterThanOrEqual(day);
        expect(start(unit, last, anyOf)).toBe(first);
        expect(start(unit, last + 1, anyOf)).toBe(last + 1);
        expect(indexOf(unit, last + 1, anyOf)).toBe(indexOf(unit, day, anyOf) + 1);
        expect(firstDay(unit, indexOf(unit, day, anyOf), anyOf)).toBe(first);
      }),
    );
  });

  test('weeks begin on the rule’s weekday', () => {
    fc.assert(
      fc.property(recentDay, anyRule, (day, anyOf) =>
        expect(weekdayOf(start('week', day, anyOf))).toBe(anyOf.weekStart),
      ),
    );
  });

  test.each([
    ['fiscal year', '2025-03-01', rule({ yearStartMonth: 7 }), '2024-07-01', '2025-06-30', 'FY2025'],
    ['fiscal month', '2024-07-15', rule({ yearStartMonth: 7 }), '2024-07-01', '2024-07-31', 'FY2025-M01'],
    ['fiscal month', '2025-06-20', rule({ monthStartDay: 21 }), '2025-05-21', '2025-06-20', 'FY2025-M06'],
    ['fiscal year', '2025-06-20', rule({ monthStartDay: 21 }), '2024-12-21', '2025-12-20', 'FY2025'],
    [
      'fiscal quarter',
      '2025-06-21',
      rule({ monthStartDay: 21, monthNamedFor: 'start' }),
      '2025-04-21',
      '2025-07-20',
      'FY2025-Q2',
    ],
    ['quarter', '2025-05-09', DEFAULT_RULE, '2025-04-01', '2025-06-30', '2025-Q2'],
    ['week', '2025-01-01', DEFAULT_RULE, '2024-12-30', '2025-01-05', '2025-W01'],
    ['year', '2024-02-29', DEFAULT_RULE, '2024-01-01', '2024-12-31', '2024'],
  ] as const)('%s of %s', (unit, day, by, first, last, text) => {
    expect(isoDay(start(unit, d(day), by))).toBe(first);
    expect(isoDay(end(unit, d(day), by))).toBe(last);
    expect(unitText(unit, d(day), by)).toBe(text);
  });

  test.each([
    ['2024-03-31', -1, 'month', '2024-02-29'],
    ['2024-02-29', -1, 'year', '2023-02-28'],
    ['2025-01-31', 1, 'quarter', '2025-04-30'],
    ['2025-01-31', 1, 'fiscal month', '2025-02-28'],
    ['2025-01-31', -2, 'week', '2025-01-17'],
    ['2025-01-31', 3, 'day', '2025-02-03'],
  ] as const)('%s moved by %i %s', (day, n, unit, expected) => {
    expect(isoDay(shift(d(day), n, unit))).toBe(expected);
  });

  test('the n-th unit from a day is n units away', () => {
    fc.assert(
      fc.property(anyUnit, recentDay, fc.integer({ min: -30, max: 30 }), anyRule, (unit, day, n, anyOf) => {
        const at = unitAt(unit, day, n, anyOf);
        expect(indexOf(unit, at.start, anyOf) - indexOf(unit, day, anyOf)).toBe(n);
        expect(end(unit, at.start, anyOf)).toBe(at.end);
      }),
    );
  });

  test('coarser levels end with years', () => {
    const climb = (unit: Unit | undefined): Unit[] => (unit ? [unit, ...climb(coarserUnit(unit))] : []);
    expect(climb('day')).toEqual(['day', 'month', 'quarter', 'year']);
    expect(climb('week')).toEqual(['week', 'month', 'quarter', 'year']);
    expect(climb('fiscal month')).toEqual(['fiscal month', 'fiscal quarter', 'fiscal year']);
    expect(monthsOf('fiscal quarter')).toBe(3);
    expect(monthsOf('week')).toBeUndefined();
  });
});

describe('names', () => {
  test.each([
    ['2025-03-03', '2025-03-03', 'Mon 3 Mar 2025'],
    ['2025-03-10', '2025-03-16', '10–16 Mar 2025'],
    ['2025-03-03', '2025-06-01', '3 Mar – 1 Jun 2025'],
    ['2024-12-30', '2025-01-05', '30 Dec 2024 – 5 Jan 2025'],
  ])('%s to %s reads %s', (first, last, words) => {
    expect(windowWords(d(first), d(last))).toBe(words);
  });

  test('ISO weeks follow the standard at the ends of years', () => {
    expect(isoWeek(d('2027-01-03'))).toEqual({ year: 2026, week: 53 });
    expect(isoWeek(d('2024-12-30'))).toEqual({ year: 2025, week: 1 });
  });

  test('units have words and labels', () => {
    expect(unitWords('month', d('2025-03-09'), DEFAULT_RULE)).toBe('March 2025');
    expect(unitWords('week', d('2025-03-12'), DEFAULT_RULE)).toBe('week 11, 10–16 Mar 2025');
    expect(unitWords('quarter', d('2025-03-12'), DEFAULT_RULE)).toBe('2025 Q1');
    expect(tileLabel('month', d('2025-03-12'), DEFAULT_RULE)).toBe('Mar');
    expect(tileLabel('fiscal month', d('2025-03-12'), DEFAULT_RULE)).toBe('M03');
  });
});
