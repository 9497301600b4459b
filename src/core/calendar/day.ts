/**
 * Civil days as integers: days since 1970-01-01 in the proleptic Gregorian calendar, no time zone.
 * The arithmetic follows Howard Hinnant's "chrono-compatible low-level date algorithms" (public domain).
 */
export type Day = number;

/** A civil date: year 1–9999, month 1–12, day of month 1–31. */
export interface CivilDate {
  readonly year: number;
  readonly month: number;
  readonly day: number;
}

/** The day of a civil date. Months outside 1–12 are not normalised here: see `monthStart`. */
export function dayFromCivil(year: number, month: number, dayOfMonth: number): Day {
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const yearOfEra = y - era * 400;
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + dayOfMonth - 1;
  const dayOfEra = yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear;
  return era * 146097 + dayOfEra - 719468;
}

/** The civil date of a day. */
export function civilFromDay(day: Day): CivilDate {
  const z = day + 719468;
  const era = Math.floor(z / 146097);
  const dayOfEra = z - era * 146097;
  const yearOfEra = Math.floor(
    (dayOfEra - Math.floor(dayOfEra / 1460) + Math.floor(dayOfEra / 36524) - Math.floor(dayOfEra / 146096)) /
      365,
  );
  const dayOfYear = dayOfEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const mp = Math.floor((5 * dayOfYear + 2) / 153);
  const month = mp < 10 ? mp + 3 : mp - 9;
  return {
    year: yearOfEra + era * 400 + (month <= 2 ? 1 : 0),
    month,
    day: dayOfYear - Math.floor((153 * mp + 2) / 5) + 1,
  };
}

/** 0001-01-01, the first day Dathen knows. */
export const FIRST_DAY: Day = dayFromCivil(1, 1, 1);
/** 9999-12-31, the last day Dathen knows. */
export const LAST_DAY: Day = dayFromCivil(9999, 12, 31);

/** Whether the year has a 29 February. */
export function isLeapYear(year: number): boolean {
  return year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
}

const MONTH_LENGTHS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/** Number of days in a month (1–12) of a year. */
export function daysInMonth(year: number, month: number): number {
  return month === 2 && isLeapYear(year) ? 29 : MONTH_LENGTHS[month - 1]!;
}

/** The ISO weekday, 1 Monday to 7 Sunday. */
export function weekdayOf(day: Day): number {
  return ((((day + 3) % 7) + 7) % 7) + 1;
}

const pad = (value: number, width: number) => String(value).padStart(width, '0');

/** `YYYY-MM-DD`. */
export function isoDay(day: Day): string {
  const { year, month, day: dayOfMonth } = civilFromDay(day);
  return `${pad(year, 4)}-${pad(month, 2)}-${pad(dayOfMonth, 2)}`;
}

/** The day of `YYYY-MM-DD`, or undefined when the text has another shape or no such day exists. */
export function parseIsoDay(text: string): Day | undefined {
  const match = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text);
  return match ? checkedDay(Number(match[1]), Number(match[2]), Number(match[3])) : undefined;
}

/** The day of a civil date, or undefined when there is none (2025-02-30, year 0). */
export function checkedDay(year: number, month: number, dayOfMonth: number): Day | undefined {
  if (year < 1 || year > 9999 || month < 1 || month > 12) return undefined;
  if (dayOfMonth < 1 || dayOfMonth > daysInMonth(year, month)) return undefined;
  return dayFromCivil(year, month, dayOfMonth);
}
