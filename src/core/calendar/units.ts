/**
 * Calendar units as a small algebra. Each unit numbers its periods with consecutive integers (`indexOf`)
 * and gives the first day of the period with a number (`firstDay`); everything else follows from the two.
 */
import { civilFromDay, dayFromCivil, daysInMonth, type Day } from './day';
import type { CalendarRule } from './rule';

export const UNITS = [
  'day',
  'week',
  'month',
  'quarter',
  'year',
  'fiscal month',
  'fiscal quarter',
  'fiscal year',
] as const;
export type Unit = (typeof UNITS)[number];

/** Number of a calendar month: months since January of year 0. */
function monthIndex(day: Day): number {
  const { year, month } = civilFromDay(day);
  return year * 12 + month - 1;
}

/** First day of the calendar month with this number. */
function monthStart(index: number): Day {
  const year = Math.floor(index / 12);
  return dayFromCivil(year, index - year * 12 + 1, 1);
}

/** A fiscal month begins in one calendar month and may be numbered by the next: by how many it is ahead. */
function fiscalMonthLead(rule: CalendarRule): number {
  return rule.fiscal.monthStartDay > 1 && rule.fiscal.monthNamedFor === 'end' ? 1 : 0;
}

function fiscalMonthIndex(day: Day, rule: CalendarRule): number {
  const begunIn = civilFromDay(day).day >= rule.fiscal.monthStartDay ? 0 : -1;
  return monthIndex(day) + begunIn + fiscalMonthLead(rule);
}

function fiscalMonthStart(index: number, rule: CalendarRule): Day {
  return monthStart(index - fiscalMonthLead(rule)) + rule.fiscal.monthStartDay - 1;
}

/**
 * The running number of the unit that holds the day. For `month`, `quarter` and `year` it counts from year
 * 0; a fiscal month has the number of its calendar month; a fiscal year that of the year in which its first
 * fiscal month's number falls.
 */
export function indexOf(unit: Unit, day: Day, rule: CalendarRule): number {
  const yearStart = rule.fiscal.yearStartMonth - 1;
  switch (unit) {
    case 'day':
      return day;
    case 'week':
      return Math.floor((day + 4 - rule.weekStart) / 7);
    case 'month':
      return monthIndex(day);
    case 'quarter':
      return Math.floor(monthIndex(day) / 3);
    case 'year':
      return civilFromDay(day).year;
    case 'fiscal month':
      return fiscalMonthIndex(day, rule);
    case 'fiscal quarter':
      return Math.floor((fiscalMonthIndex(day, rule) - yearStart) / 3);
    case 'fiscal year':
      return Math.floor((fiscalMonthIndex(day, rule) - yearStart) / 12);
  }
}

/** First day of the unit with this running number. */
export function firstDay(unit: Unit, index: number, rule: CalendarRule): Day {
  const yearStart = rule.fiscal.yearStartMonth - 1;
  switch (unit) {
    case 'day':
      return index;
    case 'week':
      return index * 7 + rule.weekStart - 4;
    case 'month':
      return monthStart(index);
    case 'quarter':
      return monthStart(index * 3);
    case 'year':
      return monthStart(index * 12);
    case 'fiscal month':
      return fiscalMonthStart(index, rule);
    case 'fiscal quarter':
      return fiscalMonthStart(index * 3 + yearStart, rule);
    case 'fiscal year':
      return fiscalMonthStart(index * 12 + yearStart, rule);
  }
}

/** First day of the unit that holds the day. */
export function start(unit: Unit, day: Day, rule: CalendarRule): Day {
  return firstDay(unit, indexOf(unit, day, rule), rule);
}

/** Last day (inclusive) of the unit that holds the day. */
export function end(unit: Unit, day: Day, rule: CalendarRule): Day {
  return firstDay(unit, indexOf(unit, day, rule) + 1, rule) - 1;
}

const CALENDAR_MONTHS: Record<Exclude<Unit, 'day' | 'week'>, number> = {
  month: 1,
  quarter: 3,
  year: 12,
  'fiscal month': 1,
  'fiscal quarter': 3,
  'fiscal year': 12,
};

/** The unit's length in calendar months, or undefined for days and weeks. */
export function monthsOf(unit: Unit): number | undefined {
  return unit === 'day' || unit === 'week' ? undefined : CALENDAR_MONTHS[unit];
}

/** Moves a day by calendar months, keeping the day of the month, cut to the target month's last day. */
export function shiftMonths(day: Day, months: number): Day {
  const { year, month, day: dayOfMonth } = civilFromDay(day);
  const index = year * 12 + month - 1 + months;
  const targetYear = Math.floor(index / 12);
  const targetMonth = index - targetYear * 12 + 1;
  return dayFromCivil(targetYear, targetMonth, Math.min(dayOfMonth, daysInMonth(targetYear, targetMonth)));
}

/** Moves a day by n units (n may be negative); fiscal units move by calendar months. */
export function shift(day: Day, n: number, unit: Unit): Day {
  if (unit === 'day') return day + n;
  if (unit === 'week') return day + 7 * n;
  return shiftMonths(day, n * CALENDAR_MONTHS[unit]);
}

/** First and last day (inclusive) of the n-th unit after (n > 0) or before (n < 0) the one that holds the day. */
export function unitAt(unit: Unit, day: Day, n: number, rule: CalendarRule): { start: Day; end: Day } {
  const index = indexOf(unit, day, rule) + n;
  return { start: firstDay(unit, index, rule), end: firstDay(unit, index + 1, rule) - 1 };
}

/** The next coarser level of the same family, as a timeline's scale shows it; undefined above years. */
export function coarserUnit(unit: Unit): Unit | undefined {
  const families: readonly (readonly Unit[])[] = [
    ['day', 'month', 'quarter', 'year'],
    ['fiscal month', 'fiscal quarter', 'fiscal year'],
  ];
  if (unit === 'week') return 'month';
  for (const family of families) {
    const at = family.indexOf(unit);
    if (at >= 0) return family[at + 1];
  }
  return undefined;
}

const NESTS: Record<Unit, readonly Unit[]> = {
  day: UNITS,
  week: ['week'],
  month: ['month', 'quarter', 'year'],
  quarter: ['quarter', 'year'],
  year: ['year'],
  'fiscal month': ['fiscal month', 'fiscal quarter', 'fiscal year'],
  'fiscal quarter': ['fiscal quarter', 'fiscal year'],
  'fiscal year': ['fiscal year'],
};

/** Whether every unit of one kind lies wholly in one of the other: months in quarters, but not weeks in months. */
export function nestsIn(inner: Unit, outer: Unit, rule: CalendarRule): boolean {
  if (NESTS[inner].includes(outer)) return true;
  const sameMonths = rule.fiscal.monthStartDay === 1;
  return sameMonths && (inner === 'month' || inner === 'fiscal month') && outer !== 'day' && outer !== 'week';
}
