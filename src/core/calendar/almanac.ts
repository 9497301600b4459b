/** The almanac: one row a day, with every attribute that follows from the calendar rule. */
import { civilFromDay, dayFromCivil, daysInMonth, isoDay, weekdayOf, type Day } from './day';
import { fiscalYearName, isoWeek, MONTH_NAMES, unitText, WEEKDAY_NAMES } from './names';
import type { CalendarRule } from './rule';
import { indexOf, start } from './units';

/** Days of the weekend when nothing else is set, as ISO weekdays. */
const WEEKEND = [6, 7];

/** The almanac's row of a day; texts as the table `almanac_day` holds them. */
export function almanacRow(day: Day, rule: CalendarRule) {
  const { year, month, day: dayOfMonth } = civilFromDay(day);
  const weekday = weekdayOf(day);
  const week = isoWeek(day);
  const number = (unit: Parameters<typeof indexOf>[0]) => indexOf(unit, day, rule);
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
    weekend: WEEKEND.includes(weekday),
    holiday: false,
    holidayName: null as string | null,
    eventNames: null as string | null,
    dayOfMonth,
    dayOfYear: day - dayFromCivil(year, 1, 1) + 1,
    daysLeftInMonth: daysInMonth(year, month) - dayOfMonth,
  };
}
