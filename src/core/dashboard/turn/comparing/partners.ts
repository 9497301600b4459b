/** Which days of a baseline each bucket of a window is compared with. */
import type { Day } from '../../../calendar/day';
import { containsDay, nextDayIn, previousDayIn, type DayRun, type DayRuns } from '../../../calendar/runs';
import type { CalendarRule } from '../../../calendar/rule';
import { end, firstDay, indexOf, monthsOf, shift, start, type Unit } from '../../../calendar/units';
import { bucketEnd } from '../../../cube/aggregate';
import type { Baseline } from '../../../period/phrase';
import type { Buckets } from '../grain';
import type { Partner } from './answer';
import type { BaselineSide } from './baselines';

/** The part of some runs from a first to a last day, itself from its first to its last day; null for none. */
function cutTo(runs: DayRuns, from: Day, to: Day): Partner {
  const start = nextDayIn(runs, from);
  if (start === undefined || start > to) return null;
  return { start, end: previousDayIn(runs, to)! };
}

type Windows = Pick<BaselineSide, 'compared' | 'runs'>;

/**
 * The partner of each bucket, both cut to their windows as asked for: by date where the baseline moves by units, by so
 * many days where it moves by days or where both windows are as long, else by position.
 */
export function partnersOf(
  { compared, runs }: Windows,
  baseline: Baseline,
  buckets: Buckets,
  rule: CalendarRule,
): Partner[] {
  const { unit } = buckets;
  if (compared.length === 0 || runs.length === 0) return buckets.starts.map(() => null);
  const partner = partnerBy({ compared, runs }, baseline, unit, rule);
  return buckets.starts.map((first, i) => {
    const own = cutTo(compared, first, bucketEnd(buckets, i));
    return own && partner(own);
  });
}

/** How the partner of a bucket (cut to the window) is found. */
function partnerBy(
  { compared, runs }: Windows,
  baseline: Baseline,
  unit: Unit,
  rule: CalendarRule,
): (own: DayRun) => Partner {
  const byDays = (days: number) => (own: DayRun) => cutTo(runs, own.start + days, own.end + days);
  const isShort = unit === 'day' || unit === 'week';
  if (baseline.kind === 'same weekdays' && isShort) return byDays(-364 * baseline.years);
  if (baseline.kind === 'same span') {
    const { count, unit: stepUnit } = baseline;
    const months = monthsOf(stepUnit);
    if (months === undefined) {
      if (isShort) return byDays(shift(0, -count, stepUnit));
    } else if (unit === 'day') {
      return ({ start: day }) => {
        const other = shift(day, -count, stepUnit);
        const isPair = shift(other, count, stepUnit) === day && containsDay(runs, other);
        return isPair ? { start: other, end: other } : null;
      };
    } else if (isWhole(count * months, unit)) {
      return ({ start: day }) => {
        const other = shift(start(unit, day, rule), -count, stepUnit);
        return cutTo(runs, start(unit, other, rule), end(unit, other, rule));
      };
    }
  }
  const [own, other] = [compared, runs].map((window) => (window.length === 1 ? window[0] : undefined));
  if (own && other && own.end - own.start === other.end - other.start) {
    const areWhole = [own, other].every((run) => isOfWholeUnits(run, unit, rule));
    if (!areWhole) return byDays(other.start - own.start);
  }
  const shiftBy = indexOf(unit, runs[0]!.start, rule) - indexOf(unit, compared[0]!.start, rule);
  return ({ start: day }) => {
    const at = indexOf(unit, day, rule) + shiftBy;
    return cutTo(runs, firstDay(unit, at, rule), firstDay(unit, at + 1, rule) - 1);
  };
}

/** Whether so many months are a whole number of buckets of months or longer. */
function isWhole(months: number, unit: Unit): boolean {
  const length = monthsOf(unit);
  return length !== undefined && months % length === 0;
}

const isOfWholeUnits = (run: DayRun, unit: Unit, rule: CalendarRule) =>
  start(unit, run.start, rule) === run.start && end(unit, run.end, rule) === run.end;

/** Buckets of a baseline that none of the partners has a day of. */
export function leftOver(
  runs: DayRuns,
  partners: readonly Partner[],
  unit: Unit,
  rule: CalendarRule,
): number {
  const first = runs[0]?.start;
  const last = runs[runs.length - 1]?.end;
  if (first === undefined || last === undefined) return 0;
  const ends = partners.filter((partner) => partner !== null).sort((a, b) => a.start - b.start);
  const lastBucket = indexOf(unit, last, rule);
  let left = 0;
  let next = 0;
  for (let at = indexOf(unit, first, rule), from = firstDay(unit, at, rule); at <= lastBucket; at++) {
    const to = firstDay(unit, at + 1, rule) - 1;
    const bucket = cutTo(runs, from, to);
    from = to + 1;
    if (!bucket) continue;
    // Partners share no day, so that both follow each other.
    while (next < ends.length && ends[next]!.end < bucket.start) next++;
    if (next === ends.length || ends[next]!.start > bucket.end) left++;
  }
  return left;
}
