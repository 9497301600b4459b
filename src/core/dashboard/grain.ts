/** Buckets of a line: their length, and where they begin. */
import type { Day } from '../calendar/day';
import type { CalendarRule } from '../calendar/rule';
import { end, start, type Unit } from '../calendar/units';
import type { Grain } from './document';

/** No more buckets than this are drawn when the grain follows the window. */
export const MOST_BUCKETS = 120;
/** A fixed grain gives way to a coarser one beyond this, since no screen could show it. */
const MOST_FIXED_BUCKETS = 4000;

const LADDER: readonly Unit[] = ['day', 'week', 'month', 'quarter', 'year'];

/** Roughly how many days a unit has, for choosing among units. */
const ROUGH_DAYS: Record<Unit, number> = {
  day: 1,
  week: 7,
  month: 30,
  quarter: 91,
  year: 365,
  'fiscal month': 30,
  'fiscal quarter': 91,
  'fiscal year': 365,
};

/** The finest calendar unit of which so many days hold at most this number. */
export function finestUnit(days: number, most: number): Unit {
  return LADDER.find((unit) => days / ROUGH_DAYS[unit] <= most) ?? 'year';
}

/** The unit of the buckets of a window of so many days: the chosen one, or the finest that is not too many. */
export function grainFor(grain: Grain, days: number): Unit {
  const most = grain === 'auto' ? MOST_BUCKETS : MOST_FIXED_BUCKETS;
  if (grain !== 'auto' && days / ROUGH_DAYS[grain] <= most) return grain;
  return finestUnit(days, most);
}

export interface Buckets {
  readonly unit: Unit;
  readonly starts: readonly Day[];
  /** Last day (inclusive) of the last bucket. */
  readonly end: Day;
  /** Whether the window cuts the first or the last bucket short. */
  readonly partialFirst: boolean;
  readonly partialLast: boolean;
}

/** First days of the whole units that share a day with [first, last], and the last day (inclusive) of the last one. */
export function wholeUnitsIn(
  unit: Unit,
  first: Day,
  last: Day,
  rule: CalendarRule,
): { readonly starts: readonly Day[]; readonly end: Day } {
  const starts: Day[] = [];
  let next = start(unit, first, rule);
  while (next <= last) {
    starts.push(next);
    next = end(unit, next, rule) + 1;
  }
  return { starts, end: next - 1 };
}

/** The buckets of a window [first, last]. */
export function bucketsOf(grain: Grain, first: Day, last: Day, rule: CalendarRule): Buckets {
  const unit = grainFor(grain, last - first + 1);
  const units = wholeUnitsIn(unit, first, last, rule);
  return { unit, ...units, partialFirst: units.starts[0]! < first, partialLast: units.end > last };
}
