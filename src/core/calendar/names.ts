/** Days, windows and units in words and as ISO 8601 text. Words are English; the order of dates is the locale's. */
import { currentLocale, dateWords, numberWords } from '../locale';
import { civilFromDay, isoDay, weekdayOf, type Day } from './day';
import type { CalendarRule } from './rule';
import { end, firstDay, indexOf, start, type Unit } from './units';

export const MONTH_NAMES = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];
export const WEEKDAY_NAMES = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

const shortMonth = (month: number) => MONTH_NAMES[month - 1]!.slice(0, 3);
const pad = (value: number, width = 2) => String(value).padStart(width, '0');

/** "Mon 3 Mar 2025". */
export function dayWords(day: Day): string {
  return `${WEEKDAY_NAMES[weekdayOf(day) - 1]!.slice(0, 3)} ${shortDayWords(day, true)}`;
}

/** "Monday 3 March 2025", for screen readers. */
export function longDayWords(day: Day): string {
  const { year, month, day: dayOfMonth } = civilFromDay(day);
  const date = dateWords(dayOfMonth, { name: MONTH_NAMES[month - 1]!, number: month }, String(year));
  return `${WEEKDAY_NAMES[weekdayOf(day) - 1]} ${date}`;
}

/** "3 Mar" or, with the year, "3 Mar 2025". */
export function shortDayWords(day: Day, withYear: boolean): string {
  const { year, month, day: dayOfMonth } = civilFromDay(day);
  return dateWords(dayOfMonth, { name: shortMonth(month), number: month }, withYear ? String(year) : '');
}

/** Fiscal year's name as a number, per `yearNamedFor`, of the fiscal year with this running number. */
export function fiscalYearName(index: number, rule: CalendarRule): number {
  return index + (rule.fiscal.yearNamedFor === 'end' && rule.fiscal.yearStartMonth > 1 ? 1 : 0);
}

/** ISO 8601 week: year and number of the week that holds the day (Monday first, whatever the rule). */
export function isoWeek(day: Day): { year: number; week: number } {
  const thursday = day - weekdayOf(day) + 4;
  const { year } = civilFromDay(thursday);
  const dayOfYear = thursday - firstDay('month', year * 12, NO_RULE);
  return { year, week: Math.floor(dayOfYear / 7) + 1 };
}

/** Calendar months do not depend on the rule; this stands where one has to be passed. */
const NO_RULE: CalendarRule = {
  weekStart: 1,
  weekend: [],
  fiscal: { yearStartMonth: 1, monthStartDay: 1, monthNamedFor: 'end', yearNamedFor: 'end' },
};

/** The fixed period phrase of the unit that holds the day: "2025-03", "2025-W11", "FY2025-Q2". */
export function unitText(unit: Unit, day: Day, rule: CalendarRule): string {
  const { year, month } = civilFromDay(day);
  const fiscalYear = `FY${pad(fiscalYearName(indexOf('fiscal year', day, rule), rule), 4)}`;
  const fiscalPart = (part: Unit) =>
    indexOf(part, day, rule) - indexOf(part, start('fiscal year', day, rule), rule) + 1;
  switch (unit) {
    case 'day':
      return isoDay(day);
    case 'week': {
      if (rule.weekStart !== 1)
        return `${isoDay(start('week', day, rule))}/${isoDay(end('week', day, rule))}`;
      const iso = isoWeek(day);
      return `${pad(iso.year, 4)}-W${pad(iso.week)}`;
    }
    case 'month':
      return `${pad(year, 4)}-${pad(month)}`;
    case 'quarter':
      return `${pad(year, 4)}-Q${Math.ceil(month / 3)}`;
    case 'year':
      return pad(year, 4);
    case 'fiscal month':
      return `${fiscalYear}-M${pad(fiscalPart('fiscal month'))}`;
    case 'fiscal quarter':
      return `${fiscalYear}-Q${fiscalPart('fiscal quarter')}`;
    case 'fiscal year':
      return fiscalYear;
  }
}

/** The unit in words: "March 2025", "2025 Q1", "week 11, 10–16 Mar 2025", "FY2025 Q2, 1 Oct – 31 Dec 2024". */
export function unitWords(unit: Unit, day: Day, rule: CalendarRule): string {
  const { year, month } = civilFromDay(day);
  switch (unit) {
    case 'day':
      return dayWords(day);
    case 'week': {
      const span = windowWords(start('week', day, rule), end('week', day, rule));
      return rule.weekStart === 1 ? `week ${isoWeek(day).week}, ${span}` : `week ${span}`;
    }
    case 'month':
      return `${MONTH_NAMES[month - 1]} ${year}`;
    case 'fiscal month':
    case 'fiscal quarter':
    case 'fiscal year': {
      const span = windowWords(start(unit, day, rule), end(unit, day, rule));
      return `${unitName(unit, day, rule)}, ${span}`;
    }
    default:
      return unitName(unit, day, rule);
  }
}

/** The name of a unit without its dates: "FY2025 Q2", "2025 Q1", "2025". */
export const unitName = (unit: Unit, day: Day, rule: CalendarRule) =>
  unitText(unit, day, rule).replace('-', ' ');

/** The shortest clear label of a tile whose coarser unit stands above it: "3", "Mar", "Q1", "2025". */
export function tileLabel(unit: Unit, day: Day, rule: CalendarRule): string {
  const { year, month, day: dayOfMonth } = civilFromDay(day);
  switch (unit) {
    case 'day':
      return String(dayOfMonth);
    case 'week':
      return String(civilFromDay(start('week', day, rule)).day);
    case 'month':
      return shortMonth(month);
    case 'quarter':
      return `Q${Math.ceil(month / 3)}`;
    case 'year':
      return String(year);
    default:
      return unitText(unit, day, rule).replace(/^FY\d+-/, '');
  }
}

/** "Mon 3 Mar 2025", "10–16 Mar 2025", "3 Mar – 1 Jun 2025", "3 Mar 2025 – 1 Jun 2026"; ends inclusive. */
export function windowWords(first: Day, last: Day): string {
  if (first === last) return dayWords(first);
  const from = civilFromDay(first);
  const to = civilFromDay(last);
  const { dates } = currentLocale();
  if (from.year !== to.year || dates === 'year first')
    return `${shortDayWords(first, true)} – ${shortDayWords(last, true)}`;
  if (from.month !== to.month) return `${shortDayWords(first, false)} – ${shortDayWords(last, true)}`;
  if (dates === 'month first') return `${shortMonth(to.month)} ${from.day}–${to.day}, ${to.year}`;
  return `${from.day}–${to.day} ${shortMonth(to.month)} ${to.year}`;
}

/** Units in words, for how many there are: "1 month", "3 fiscal quarters". */
export function unitCountWords(count: number, unit: Unit): string {
  return `${numberWords(count)} ${unit}${count === 1 ? '' : 's'}`;
}

/** "1 day", "91 days". */
export function dayCountWords(days: number): string {
  return days === 1 ? '1 day' : `${numberWords(days)} days`;
}
