/** Buckets of days: their length, and where they begin. */
import type { Day } from '../../calendar/day';
import type { CalendarRule } from '../../calendar/rule';
import { end, indexOf, nestsIn, start, UNITS, type Unit } from '../../calendar/units';
import { MOST_BUCKETS, type Grain } from '../document/kinds/measured';

/** A fixed grain gives way to a coarser one beyond this, since no screen could show it. */
const MOST_FIXED_BUCKETS = 4000;

const LADDER: readonly Unit[] = ['day', 'week', 'month', 'quarter', 'year'];
const FISCAL_LADDER: readonly Unit[] = ['fiscal month', 'fiscal quarter', 'fiscal year'];

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

export interface GrainWanted {
  readonly grain: Grain;
  readonly most: number;
  readonly least: number;
  /** Buckets of a fixed grain at most; more than any screen could show when absent. */
  readonly mostFixed?: number;
}
export const AUTO_GRAIN: GrainWanted = { grain: 'auto', most: MOST_BUCKETS, least: 1 };

/** The chosen unit, and why it is not the one that was asked for. */
export interface GrainChosen {
  readonly unit: Unit;
  readonly because: 'coarse measure' | 'too many' | null;
}

/**
 * The unit of the buckets of a window (first and last day, inclusive): the one wanted, or the finest of which there are at most
 * `most`, or a finer one if there would be fewer than `least`. It is never finer than `coarsest`, units of measures
 * that each bucket has to hold whole. Buckets that the window cuts count as any other.
 */
export function grainFor(
  wanted: GrainWanted,
  { first, last }: { readonly first: Day; readonly last: Day },
  coarse: readonly Unit[],
  rule: CalendarRule,
): GrainChosen {
  const allowed = (unit: Unit) => coarse.every((entry) => nestsIn(entry, unit, rule));
  const calendar = LADDER.filter(allowed);
  const fits = calendar.length > 0 ? calendar : FISCAL_LADDER.filter(allowed);
  const units = fits.length > 0 ? fits : (['year'] as const);
  const count = (unit: Unit) => indexOf(unit, last, rule) - indexOf(unit, first, rule) + 1;
  const finest = (most: number) => units.find((unit) => count(unit) <= most) ?? units[units.length - 1]!;
  const { grain, most, least, mostFixed = MOST_FIXED_BUCKETS } = wanted;
  if (grain !== 'auto') {
    if (!allowed(grain)) {
      const coarser = UNITS.filter((unit) => allowed(unit) && ROUGH_DAYS[unit] >= ROUGH_DAYS[grain]);
      const unit = coarser.find((entry) => count(entry) <= mostFixed);
      return { unit: unit ?? units[units.length - 1]!, because: 'coarse measure' };
    }
    if (count(grain) <= mostFixed) return { unit: grain, because: null };
    return { unit: finest(mostFixed), because: 'too many' };
  }
  const chosen = finest(most);
  const enough = count(chosen) >= least ? chosen : [...units].reverse().find((unit) => count(unit) >= least);
  const unit = enough ?? units[0];
  const free = LADDER.find((entry) => count(entry) <= most) ?? 'year';
  return { unit, because: unit === chosen && free !== chosen ? 'coarse measure' : null };
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

/** The buckets of a unit that share a day with [first, last]. */
export function bucketsOf(unit: Unit, first: Day, last: Day, rule: CalendarRule): Buckets {
  const units = wholeUnitsIn(unit, first, last, rule);
  return { unit, ...units, partialFirst: units.starts[0]! < first, partialLast: units.end > last };
}
