import fc from 'fast-check';
import { almanacRow } from './almanac';
import { civilFromDay, daysInMonth, isoDay, weekdayOf } from './day';
import { calendarRuleSchema, DEFAULT_RULE } from './rule';
import { anyRule, d, recentDay } from './testing';
import { indexOf, start, UNITS } from './units';

describe('the almanac’s row of a day', () => {
  test('is known for a day at the turn of the year', () => {
    expect(almanacRow(d('2024-12-30'), DEFAULT_RULE)).toMatchObject({
      day: '2024-12-30',
      isoYear: 2025,
      isoWeek: 1,
      isoWeekday: 1,
      weekStart: '2024-12-30',
      month: 12,
      monthName: 'December',
      quarter: 4,
      year: 2024,
      weekdayName: 'Monday',
      weekdayOrder: 1,
      weekend: false,
      dayOfMonth: 30,
      dayOfYear: 365,
      daysLeftInMonth: 1,
    });
  });

  test('follows a fiscal rule of months from the 21st and years from April', () => {
    const rule = calendarRuleSchema.parse({ weekStart: 7, fiscal: { yearStartMonth: 4, monthStartDay: 21 } });
    expect(almanacRow(d('2025-03-21'), rule)).toMatchObject({
      fiscalMonth: 1,
      fiscalQuarter: 1,
      fiscalYear: 2026,
      fiscalMonthName: 'FY2026-M01',
      fiscalQuarterName: 'FY2026-Q1',
      fiscalYearName: 'FY2026',
      weekStart: '2025-03-16',
      weekdayOrder: 6,
    });
    expect(almanacRow(d('2025-03-20'), rule)).toMatchObject({ fiscalMonth: 12, fiscalYear: 2025 });
  });

  test('has running numbers that grow by one from unit to unit', () => {
    fc.assert(
      fc.property(recentDay, anyRule, (day, rule) => {
        const today = almanacRow(day, rule);
        const tomorrow = almanacRow(day + 1, rule);
        const numbers = [
          ['week', today.weekNumber, tomorrow.weekNumber],
          ['month', today.monthNumber, tomorrow.monthNumber],
          ['quarter', today.quarterNumber, tomorrow.quarterNumber],
          ['fiscal month', today.fiscalMonthNumber, tomorrow.fiscalMonthNumber],
          ['fiscal quarter', today.fiscalQuarterNumber, tomorrow.fiscalQuarterNumber],
          ['fiscal year', today.fiscalYearNumber, tomorrow.fiscalYearNumber],
        ] as const;
        for (const [unit, now, next] of numbers) {
          const begins = start(unit, day + 1, rule) === day + 1;
          expect(next - now).toBe(begins ? 1 : 0);
        }
      }),
    );
  });

  test('agrees with the calendar', () => {
    fc.assert(
      fc.property(recentDay, anyRule, (day, rule) => {
        const row = almanacRow(day, rule);
        const { year, month, day: dayOfMonth } = civilFromDay(day);
        expect(row.day).toBe(isoDay(day));
        expect(row.daysLeftInMonth).toBe(daysInMonth(year, month) - dayOfMonth);
        expect(row.weekend).toBe(rule.weekend.includes(weekdayOf(day)));
        expect(row.fiscalMonth).toBeGreaterThanOrEqual(1);
        expect(row.fiscalMonth).toBeLessThanOrEqual(12);
        expect(row.fiscalQuarter).toBe(Math.ceil(row.fiscalMonth / 3));
        expect(row.weekdayOrder === 1).toBe(weekdayOf(day) === rule.weekStart);
        for (const unit of UNITS) expect(Number.isInteger(indexOf(unit, day, rule))).toBe(true);
      }),
    );
  });
});
