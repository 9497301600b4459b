/** Fixed periods: their text, and the days they stand for. */
import {
  checkedDay,
  daysInMonth,
  dayFromCivil,
  FIRST_DAY,
  isoDay,
  LAST_DAY,
  type Day,
} from '../calendar/day';
import { fiscalYearName } from '../calendar/names';
import type { CalendarRule } from '../calendar/rule';
import type { DayRun } from '../calendar/runs';
import { firstDay, shiftMonths } from '../calendar/units';
import type { Duration, FixedPeriod, PhraseErrorCode } from './phrase';

const pad = (value: number, width: number) => String(value).padStart(width, '0');

/** Canonical text of a fixed period. */
export function printFixedPeriod(period: FixedPeriod): string {
  switch (period.kind) {
    case 'day':
      return isoDay(period.day);
    case 'week':
      return `${pad(period.year, 4)}-W${pad(period.week, 2)}`;
    case 'month':
      return `${pad(period.year, 4)}-${pad(period.month, 2)}`;
    case 'quarter':
      return `${pad(period.year, 4)}-Q${period.quarter}`;
    case 'year':
      return pad(period.year, 4);
    case 'fiscal year':
      return `FY${pad(period.year, 4)}`;
    case 'fiscal quarter':
      return `FY${pad(period.year, 4)}-Q${period.quarter}`;
    case 'fiscal month':
      return `FY${pad(period.year, 4)}-M${pad(period.month, 2)}`;
  }
}

type PeriodReading = { ok: true; period: FixedPeriod } | { ok: false; code: PhraseErrorCode };

const good = (period: FixedPeriod): PeriodReading => ({ ok: true, period });
const bad = (code: PhraseErrorCode): PeriodReading => ({ ok: false, code });

/** Monday of ISO week 1 of a year. */
function isoYearStart(year: number): Day {
  const fourth = dayFromCivil(year, 1, 4);
  return fourth - ((((fourth + 3) % 7) + 7) % 7);
}

/** Reads one fixed period; undefined when the text does not have the shape of one. */
export function readFixedPeriod(text: string): PeriodReading | undefined {
  const match = /^(FY)?(\d{4})(?:-(?:(\d{2})(?:-(\d{2}))?|W(\d{2})|Q(\d)|M(\d{2})))?$/i.exec(text);
  if (!match) return undefined;
  const fiscal = match[1] !== undefined;
  const year = Number(match[2]);
  const parts: readonly (string | undefined)[] = match.slice(3);
  const [month, dayOfMonth, week, quarter, fiscalMonth] = parts.map((part) =>
    part === undefined ? undefined : Number(part),
  );
  if (fiscal ? month !== undefined || week !== undefined : fiscalMonth !== undefined) return undefined;
  if (year === 0) return bad('out-of-range');
  if (quarter !== undefined && (quarter < 1 || quarter > 4)) return bad('unexpected');
  return fiscal
    ? fiscalPeriod(year, { quarter, month: fiscalMonth })
    : civilPeriod(year, { quarter, week, month, dayOfMonth });
}

const isMonth = (month: number) => month >= 1 && month <= 12;

/** A part of a fiscal year; the quarter is one there is. */
function fiscalPeriod(
  year: number,
  part: { quarter?: number | undefined; month?: number | undefined },
): PeriodReading {
  const { quarter, month } = part;
  if (month !== undefined)
    return isMonth(month) ? good({ kind: 'fiscal month', year, month }) : bad('unexpected');
  if (quarter !== undefined) return good({ kind: 'fiscal quarter', year, quarter });
  return good({ kind: 'fiscal year', year });
}

/** A part of a civil year; the quarter is one there is. */
function civilPeriod(
  year: number,
  part: {
    quarter?: number | undefined;
    week?: number | undefined;
    month?: number | undefined;
    dayOfMonth?: number | undefined;
  },
): PeriodReading {
  const { quarter, week, month, dayOfMonth } = part;
  if (quarter !== undefined) return good({ kind: 'quarter', year, quarter });
  if (week !== undefined) {
    const weeks = (isoYearStart(year + 1) - isoYearStart(year)) / 7;
    return week >= 1 && week <= weeks ? good({ kind: 'week', year, week }) : bad('no-such-week');
  }
  if (month === undefined) return good({ kind: 'year', year });
  if (dayOfMonth === undefined)
    return isMonth(month) ? good({ kind: 'month', year, month }) : bad('unexpected');
  const day = checkedDay(year, month, dayOfMonth);
  return day === undefined ? bad('no-such-day') : good({ kind: 'day', day });
}

/** Running number of the fiscal year with this name. */
function fiscalYearIndex(name: number, rule: CalendarRule): number {
  return name - fiscalYearName(0, rule);
}

/** First and last day (inclusive) of a fixed period under a rule; undefined outside years 0001–9999. */
export function daysOfFixedPeriod(period: FixedPeriod, rule: CalendarRule): DayRun | undefined {
  const run = unboundedDays(period, rule);
  return run.start >= FIRST_DAY && run.end <= LAST_DAY ? run : undefined;
}

/**
 * One end of a fixed period under a rule: its first or its last day; undefined where that lies outside years
 * 0001–9999, wherever the other end lies.
 */
export function endOfFixedPeriod(
  period: FixedPeriod,
  side: 'start' | 'end',
  rule: CalendarRule,
): Day | undefined {
  const day = unboundedDays(period, rule)[side];
  return isKnownDay(day) ? day : undefined;
}

function unboundedDays(period: FixedPeriod, rule: CalendarRule): DayRun {
  const spanOf = (unit: Parameters<typeof firstDay>[0], index: number): DayRun => ({
    start: firstDay(unit, index, rule),
    end: firstDay(unit, index + 1, rule) - 1,
  });
  switch (period.kind) {
    case 'day':
      return { start: period.day, end: period.day };
    case 'week': {
      const monday = isoYearStart(period.year) + (period.week - 1) * 7;
      return { start: monday, end: monday + 6 };
    }
    case 'month':
      return {
        start: dayFromCivil(period.year, period.month, 1),
        end: dayFromCivil(period.year, period.month, daysInMonth(period.year, period.month)),
      };
    case 'quarter':
      return spanOf('quarter', period.year * 4 + period.quarter - 1);
    case 'year':
      return spanOf('year', period.year);
    case 'fiscal year':
      return spanOf('fiscal year', fiscalYearIndex(period.year, rule));
    case 'fiscal quarter':
      return spanOf('fiscal quarter', fiscalYearIndex(period.year, rule) * 4 + period.quarter - 1);
    case 'fiscal month':
      return spanOf(
        'fiscal month',
        fiscalYearIndex(period.year, rule) * 12 + rule.fiscal.yearStartMonth - 1 + period.month - 1,
      );
  }
}

/** Canonical text of a duration. */
export function printDuration(duration: Duration): string {
  const part = (value: number, letter: string) => (value > 0 ? `${value}${letter}` : '');
  return `P${part(duration.years, 'Y')}${part(duration.months, 'M')}${part(duration.weeks, 'W')}${part(duration.days, 'D')}`;
}

const DURATION =
  /^P(?=\d)(?:(\d+(?:\.\d+)?)Y)?(?:(\d+(?:\.\d+)?)M)?(?:(\d+(?:\.\d+)?)W)?(?:(\d+(?:\.\d+)?)D)?$/i;

/** Larger parts are taken for this: they lead out of the known years anyway, and stay exact as numbers. */
const LARGEST_PART = 1e15;

/**
 * Reads an ISO 8601 duration of whole years, months, weeks and days in that order; undefined if it is none,
 * `bad-count` if a part is 0 or no whole number.
 */
export function readDuration(text: string): Duration | 'bad-count' | undefined {
  const match = DURATION.exec(text);
  if (!match) return undefined;
  const parts: readonly (string | undefined)[] = match.slice(1);
  if (parts.some((part) => part !== undefined && (part.includes('.') || Number(part) < 1)))
    return 'bad-count';
  const [years, months, weeks, days] = parts.map((part) => Math.min(LARGEST_PART, Number(part ?? 0)));
  return { years: years!, months: months!, weeks: weeks!, days: days! };
}

/** Moves a day by a duration (`sign` 1 or -1): months first, then days. NaN when it leaves every calendar. */
export function shiftByDuration(day: Day, duration: Duration, sign: 1 | -1): Day {
  const months = 12 * duration.years + duration.months;
  const shifted = shiftMonths(day, sign * months);
  return shifted + sign * (7 * duration.weeks + duration.days);
}

/** Whether a day lies in years 0001–9999. */
export function isKnownDay(day: Day): boolean {
  return Number.isFinite(day) && day >= FIRST_DAY && day <= LAST_DAY;
}
