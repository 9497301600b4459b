/** The part of time that the almanac strip shows, and how it is zoomed and moved. */
import { civilFromDay, dayFromCivil, type Day } from '../../core/calendar/day';
import { DEFAULT_RULE } from '../../core/calendar/rule';
import { start } from '../../core/calendar/units';
import type { DayRuns } from '../../core/calendar/runs';

/** Height of a lane, and width of the names beside the lanes, in pixels. */
export const LANE = 13;
export const NAMES = 168;

/** First and last day (inclusive) in view; fractions while zooming. */
export interface StripView {
  readonly from: number;
  readonly to: number;
}

/** No fewer days are ever in view. */
const LEAST_DAYS = 14;

/** From the first to the last day of some runs, open ends left out; null when there is none. */
export function extentOfRuns(all: readonly DayRuns[]): StripView | null {
  let from = Infinity;
  let to = -Infinity;
  for (const runs of all) {
    for (const run of runs) {
      if (Number.isFinite(run.start)) from = Math.min(from, run.start);
      if (Number.isFinite(run.end)) to = Math.max(to, run.end);
    }
  }
  return from > to ? null : { from, to };
}

/** A view moved and cut so that it lies within the whole. */
export function within(view: StripView, whole: StripView): StripView {
  const length = Math.min(view.to - view.from, whole.to - whole.from);
  const from = Math.max(whole.from, Math.min(view.from, whole.to - length));
  return { from, to: from + length };
}

/** Zooms by a factor (below 1: closer), the day at `share` of the width staying where it is. */
export function zoomed(view: StripView, factor: number, share: number, whole: StripView): StripView {
  const length = Math.max(LEAST_DAYS, (view.to - view.from) * factor);
  const fixed = view.from + share * (view.to - view.from);
  const from = fixed - share * length;
  return within({ from, to: from + length }, whole);
}

/** Moves by a share of what is in view. */
export function moved(view: StripView, share: number, whole: StripView): StripView {
  const by = share * (view.to - view.from);
  return within({ from: view.from + by, to: view.to + by }, whole);
}

/** Years between two labels, where not every year has room. */
const YEAR_STEPS = [2, 5, 10, 20, 50, 100];
const DAYS_OF_YEAR = 365.2425;

/** The beginnings of the years in view that are a multiple of `step`. */
function yearTicks({ from, to }: StripView, step: number): { readonly day: Day; readonly label: string }[] {
  const years = { first: civilFromDay(Math.floor(from)).year, last: civilFromDay(Math.floor(to)).year };
  const ticks: { day: Day; label: string }[] = [];
  for (let year = Math.ceil(years.first / step) * step; year <= years.last; year += step) {
    const day = dayFromCivil(year, 1, 1);
    if (day >= from && day <= to) ticks.push({ day, label: String(year) });
  }
  return ticks;
}

/** Where labels stand: the beginnings of years, quarters, months or weeks, not too many. */
export function stripTicks(view: StripView, most: number): { readonly day: Day; readonly label: string }[] {
  const units = ['week', 'month', 'quarter', 'year'] as const;
  const rough = { week: 7, month: 30, quarter: 91, year: 365 };
  const days = view.to - view.from;
  const unit = units.find((entry) => days / rough[entry] <= most);
  if (!unit) return yearTicks(view, YEAR_STEPS.find((step) => days / (step * DAYS_OF_YEAR) <= most) ?? 100);
  const ticks: { day: Day; label: string }[] = [];
  for (let day = start(unit, Math.floor(view.from), DEFAULT_RULE); day <= view.to;) {
    if (day >= view.from) ticks.push({ day, label: tickLabel(unit, day) });
    day = start(unit, day + rough[unit] + (unit === 'week' ? 0 : 5), DEFAULT_RULE);
  }
  return ticks;
}

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

function tickLabel(unit: 'week' | 'month' | 'quarter' | 'year', day: Day): string {
  const { year, month, day: dayOfMonth } = civilFromDay(day);
  if (unit === 'year' || (unit !== 'week' && month === 1)) return String(year);
  return unit === 'week' ? `${dayOfMonth} ${MONTHS[month - 1]}` : MONTHS[month - 1]!;
}
