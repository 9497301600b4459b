/**
 * Days on which a recurring event takes place, by the rules of RFC 5545, section 3.3.10, for events of whole days. The
 * work is bounded by the days looked through, so that a rule which never takes place costs no more than another.
 */
import { civilFromDay, dayFromCivil, daysInMonth, isLeapYear, weekdayOf, type Day } from './day';
import { DEFAULT_RULE, type CalendarRule } from './rule';
import { firstDay, indexOf } from './units';

export const FREQUENCIES = ['DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY'] as const;
export type Frequency = (typeof FREQUENCIES)[number];

/** A weekday (1 Monday to 7 Sunday), perhaps only the nth of its month or year, from the end when negative. */
export interface RuledWeekday {
  readonly weekday: number;
  readonly nth: number | null;
}

export interface RecurrenceRule {
  readonly frequency: Frequency;
  /** Every so many days, weeks, months or years; at least 1. */
  readonly interval: number;
  readonly count: number | null;
  /** Last day (inclusive) on which it may take place. */
  readonly until: Day | null;
  /** The weekday on which weeks begin, 1 Monday to 7 Sunday. */
  readonly weekStart: CalendarRule['weekStart'];
  readonly months: readonly number[];
  readonly weekNumbers: readonly number[];
  readonly yearDays: readonly number[];
  readonly monthDays: readonly number[];
  readonly weekdays: readonly RuledWeekday[];
  readonly positions: readonly number[];
}

/** Days that may still be looked through; shared by all rules of a file. */
export interface Effort {
  left: number;
}

/** Thrown where a rule asks for more days to be looked through than may be. */
export class TooMuchEffort extends Error {}

const UNIT_OF = { DAILY: 'day', WEEKLY: 'week', MONTHLY: 'month', YEARLY: 'year' } as const;

/** The days (ascending) between two days, both inclusive, on which a rule that begins on `first` takes place. */
export function recurrenceDays(
  given: RecurrenceRule,
  first: Day,
  from: Day,
  to: Day,
  effort: Effort = { left: Infinity },
): Day[] {
  const rule = withDefaults(given, first);
  const calendar = { ...DEFAULT_RULE, weekStart: rule.weekStart };
  const unit = UNIT_OF[rule.frequency];
  const last = Math.min(to, rule.until ?? to);
  const found: Day[] = [];
  const begun = indexOf(unit, first, calendar);
  // Times are counted from the first one on; without a count those before `from` need not be looked at.
  const skipped =
    rule.count === null
      ? Math.max(0, Math.floor((indexOf(unit, from, calendar) - begun) / rule.interval))
      : 0;
  let times = 0;
  for (let index = begun + skipped * rule.interval; ; index += rule.interval) {
    const start = firstDay(unit, index, calendar);
    if (start > last) return found;
    const end = firstDay(unit, index + 1, calendar) - 1;
    for (const day of atPositions(daysOfPeriod(rule, start, end, effort), rule.positions)) {
      if (day < first) continue;
      if (day > last || (rule.count !== null && times === rule.count)) return found;
      times++;
      if (day >= from) found.push(day);
    }
  }
}

/** What a rule does not say follows from the first day. */
function withDefaults(rule: RecurrenceRule, first: Day): RecurrenceRule {
  const { month, day } = civilFromDay(first);
  const saysDays = [rule.weekNumbers, rule.yearDays, rule.monthDays, rule.weekdays].some(
    (list) => list.length > 0,
  );
  if (saysDays) return rule;
  switch (rule.frequency) {
    case 'YEARLY':
      return {
        ...rule,
        months: rule.months.length > 0 ? rule.months : [month],
        monthDays: [day],
      };
    case 'MONTHLY':
      return { ...rule, monthDays: [day] };
    case 'WEEKLY':
      return { ...rule, weekdays: [{ weekday: weekdayOf(first), nth: null }] };
    case 'DAILY':
      return rule;
  }
}

function* daysOfPeriod(rule: RecurrenceRule, start: Day, end: Day, effort: Effort): Generator<Day> {
  for (const [low, high] of stretchesOf(rule, start, end)) {
    for (const day of rule.monthDays.length > 0 ? monthDaysIn(rule, low, high) : daysIn(low, high)) {
      if (--effort.left < 0) throw new TooMuchEffort();
      if (keeps(rule, day)) yield day;
    }
    // A month without such a day costs something too.
    if (--effort.left < 0) throw new TooMuchEffort();
  }
}

/** The parts of a period within which the rule's days lie: its months where a longer period names some. */
function* stretchesOf(rule: RecurrenceRule, start: Day, end: Day): Generator<readonly [Day, Day]> {
  if (rule.frequency !== 'YEARLY' || (rule.months.length === 0 && rule.monthDays.length === 0)) {
    yield [start, end];
    return;
  }
  const { year } = civilFromDay(start);
  for (let month = 1; month <= 12; month++) {
    if (rule.months.length > 0 && !rule.months.includes(month)) continue;
    yield [dayFromCivil(year, month, 1), dayFromCivil(year, month, daysInMonth(year, month))];
  }
}

function* daysIn(low: Day, high: Day): Generator<Day> {
  for (let day = low; day <= high; day++) yield day;
}

/** The days of a stretch that the rule's days of the month name; a stretch of a month is not walked through. */
function* monthDaysIn(rule: RecurrenceRule, low: Day, high: Day): Generator<Day> {
  const { year, month, day } = civilFromDay(low);
  const length = daysInMonth(year, month);
  if (day !== 1 || high - low + 1 !== length) {
    yield* daysIn(low, high);
    return;
  }
  const days = rule.monthDays.map((each) => (each > 0 ? each : length + 1 + each));
  for (const each of [...new Set(days)].sort((a, b) => a - b))
    if (each >= 1 && each <= length) yield low + each - 1;
}

/** Whether a list names a number, counted from 1 or, negative, from the end of `length`. */
const names = (list: readonly number[], number: number, length: number) =>
  list.length === 0 || list.includes(number) || list.includes(number - length - 1);

function keeps(rule: RecurrenceRule, day: Day): boolean {
  const { year, month, day: dayOfMonth } = civilFromDay(day);
  if (rule.months.length > 0 && !rule.months.includes(month)) return false;
  const monthLength = daysInMonth(year, month);
  if (!names(rule.monthDays, dayOfMonth, monthLength)) return false;
  const yearStart = dayFromCivil(year, 1, 1);
  const yearLength = isLeapYear(year) ? 366 : 365;
  if (!names(rule.yearDays, day - yearStart + 1, yearLength)) return false;
  if (rule.weekNumbers.length > 0 && !names(rule.weekNumbers, ...weekOf(day, rule.weekStart))) return false;
  if (rule.weekdays.length === 0) return true;
  const inMonth = rule.frequency === 'MONTHLY' || rule.months.length > 0;
  const [place, length] = inMonth ? [dayOfMonth, monthLength] : [day - yearStart + 1, yearLength];
  const counted = rule.frequency === 'MONTHLY' || rule.frequency === 'YEARLY';
  return rule.weekdays.some(
    ({ weekday, nth }) =>
      weekdayOf(day) === weekday &&
      (nth === null ||
        !counted ||
        nth === (nth > 0 ? Math.ceil(place / 7) : -Math.ceil((length - place + 1) / 7))),
  );
}

/** The number of a day's week, and of weeks in the year that the week belongs to: that of most of its days. */
function weekOf(day: Day, weekStart: number): [number, number] {
  const start = day - ((weekdayOf(day) - weekStart + 7) % 7);
  const { year } = civilFromDay(start + 3);
  const firstWeek = (of: number) => {
    const fourth = dayFromCivil(of, 1, 4);
    return fourth - ((weekdayOf(fourth) - weekStart + 7) % 7);
  };
  return [(start - firstWeek(year)) / 7 + 1, (firstWeek(year + 1) - firstWeek(year)) / 7];
}

function* atPositions(days: Iterable<Day>, positions: readonly number[]): Iterable<Day> {
  if (positions.length === 0) {
    yield* days;
    return;
  }
  const all = [...days];
  const chosen = positions.map((position) => all[position > 0 ? position - 1 : all.length + position]);
  yield* [...new Set(chosen)].filter((day) => day !== undefined).sort((a, b) => a - b);
}
