/** The almanac: one row a day, with every attribute that follows from the calendar rule. */
import { z } from 'zod';
import { civilFromDay, dayFromCivil, daysInMonth, isoDay, weekdayOf, type Day } from './day';
import { fiscalYearName, isoWeek, MONTH_NAMES, unitText, WEEKDAY_NAMES } from './names';
import type { CalendarRule } from './rule';
import { indexOf, start, type Unit } from './units';

/** A day with a name: a public holiday, or an event. */
export const specialDaySchema = z.object({
  day: z.int(),
  name: z.string(),
  kind: z.enum(['holiday', 'event']),
});
export type SpecialDay = z.infer<typeof specialDaySchema>;

/** Special days by day, for quick look-up. */
export type SpecialDays = ReadonlyMap<Day, readonly SpecialDay[]>;

export function specialDaysByDay(list: readonly SpecialDay[]): SpecialDays {
  const byDay = new Map<Day, SpecialDay[]>();
  for (const entry of list) byDay.set(entry.day, [...(byDay.get(entry.day) ?? []), entry]);
  return byDay;
}

/** Names of a day's holidays or events, joined; null when there are none. */
export function specialNames(days: SpecialDays, day: Day, kind: SpecialDay['kind']): string | null {
  const names = (days.get(day) ?? []).filter((entry) => entry.kind === kind).map((entry) => entry.name);
  return names.length === 0 ? null : [...new Set(names)].join(', ');
}

/** The almanac's row of a day; texts as the table `almanac_day` holds them. */
export function almanacRow(day: Day, rule: CalendarRule, special: SpecialDays = new Map()) {
  const { year, month, day: dayOfMonth } = civilFromDay(day);
  const weekday = weekdayOf(day);
  const week = isoWeek(day);
  const number = (unit: Unit) => indexOf(unit, day, rule);
  const fiscalYearStart = start('fiscal year', day, rule);
  return {
    day: isoDay(day),
    isoYear: week.year,
    isoWeek: week.week,
    isoWeekday: weekday,
    weekStart: isoDay(start('week', day, rule)),
    weekNumber: number('week'),
    month,
    monthName: MONTH_NAMES[month - 1]!,
    monthNumber: number('month'),
    quarter: Math.ceil(month / 3),
    quarterNumber: number('quarter'),
    year,
    fiscalMonth: number('fiscal month') - indexOf('fiscal month', fiscalYearStart, rule) + 1,
    fiscalMonthName: unitText('fiscal month', day, rule),
    fiscalMonthNumber: number('fiscal month'),
    fiscalQuarter: number('fiscal quarter') - indexOf('fiscal quarter', fiscalYearStart, rule) + 1,
    fiscalQuarterName: unitText('fiscal quarter', day, rule),
    fiscalQuarterNumber: number('fiscal quarter'),
    fiscalYear: fiscalYearName(number('fiscal year'), rule),
    fiscalYearName: unitText('fiscal year', day, rule),
    fiscalYearNumber: number('fiscal year'),
    weekdayName: WEEKDAY_NAMES[weekday - 1]!,
    weekdayOrder: ((weekday - rule.weekStart + 7) % 7) + 1,
    weekend: rule.weekend.includes(weekday),
    holiday: (special.get(day) ?? []).some((entry) => entry.kind === 'holiday'),
    holidayName: specialNames(special, day, 'holiday'),
    eventNames: specialNames(special, day, 'event'),
    dayOfMonth,
    dayOfYear: day - dayFromCivil(year, 1, 1) + 1,
    daysLeftInMonth: daysInMonth(year, month) - dayOfMonth,
  };
}

export type AlmanacRow = ReturnType<typeof almanacRow>;
