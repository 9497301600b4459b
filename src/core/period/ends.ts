/** A period by its two ends: each fixed, rolling, tied to the other one by a length, or open; to phrases and back. */
import type { Day } from '../calendar/day';
import type { CalendarRule } from '../calendar/rule';
import type { DayRun } from '../calendar/runs';
import type { Unit } from '../calendar/units';
import { daysOfFixedPeriod } from './fixedPeriod';
import { parsePhrase, parsePoint } from './parse';
import {
  isLongPeriod,
  type Duration,
  type FixedPeriod,
  type Phrase,
  type Point,
  type RangeEnd,
  type Step,
  type Which,
} from './phrase';
import { intervalText, printPhrase, printPoint } from './print';

export const ROLLING_BASES = ['today', 'yesterday', 'latest so far', 'latest', 'earliest'] as const;
export type RollingBase = (typeof ROLLING_BASES)[number];

/** So many units later (or, below 0, earlier); 0 stays where it is. */
export interface Offset {
  readonly n: number;
  readonly unit: Unit;
}

export type PeriodEnd =
  | { readonly kind: 'open' }
  | { readonly kind: 'day'; readonly day: Day }
  | { readonly kind: 'rolling'; readonly base: RollingBase; readonly offset: Offset }
  | {
      readonly kind: 'edge';
      readonly edge: 'start' | 'end';
      readonly which: Which;
      readonly unit: Unit;
      readonly offset: Offset;
    }
  /** So long before (or after) the other end: `count` units with both ends in them. */
  | { readonly kind: 'length'; readonly count: number; readonly unit: Unit }
  /** A point that is none of these, as its canonical text. */
  | { readonly kind: 'point'; readonly text: string };

export interface Ends {
  readonly from: PeriodEnd;
  readonly to: PeriodEnd;
}

export const NO_OFFSET: Offset = { n: 0, unit: 'day' };

const stepsOf = ({ n, unit }: Offset): readonly Step[] => (n === 0 ? [] : [{ n, unit }]);

/** The point of an end that stands by itself. */
function pointOf(end: PeriodEnd): Point | undefined {
  switch (end.kind) {
    case 'day':
      return { base: { kind: 'day', day: end.day }, steps: [] };
    case 'rolling':
      return { base: { kind: end.base }, steps: stepsOf(end.offset) };
    case 'edge': {
      const of = { kind: 'which', which: end.which, unit: end.unit } as const;
      return { base: { kind: end.edge, of }, steps: stepsOf(end.offset) };
    }
    case 'point': {
      const parsed = parsePoint(end.text);
      return parsed.ok ? parsed.phrase : undefined;
    }
    case 'open':
    case 'length':
      return undefined;
  }
}

/** The other end of a length that begins (or ends) at a point. */
function tiedTo(point: Point, side: 'from' | 'to', { count, unit }: { count: number; unit: Unit }): Point {
  const sign = side === 'from' ? -1 : 1;
  // One day less than the length: both ends lie in it.
  return { base: point.base, steps: [...point.steps, { n: sign * count, unit }, { n: -sign, unit: 'day' }] };
}

/** The day of an end that nothing moves, `open` where it is open; undefined for all others. */
const fixedDay = (end: PeriodEnd, open: number): Day | undefined =>
  end.kind === 'day' ? end.day : end.kind === 'open' ? open : undefined;

/** The canonical phrase of two ends; undefined where a length has no end to be tied to. */
export function phraseOfEnds({ from, to }: Ends): string | undefined {
  if (from.kind === 'open' && to.kind === 'open') return 'all';
  const fixed = [fixedDay(from, -Infinity), fixedDay(to, Infinity)] as const;
  if (fixed[0] !== undefined && fixed[1] !== undefined)
    return fixed[0] <= fixed[1] ? intervalText(fixed[0], fixed[1]) : undefined;
  const first = pointBeside(from, to, 'from');
  const last = pointBeside(to, from, 'to');
  return first === undefined || last === undefined
    ? undefined
    : printPhrase({ kind: 'range', from: first, to: last });
}

/** The point of an end, a length tied to the other one; null for an open end, undefined where there is none. */
function pointBeside(end: PeriodEnd, other: PeriodEnd, side: 'from' | 'to'): Point | null | undefined {
  if (end.kind === 'open') return null;
  if (end.kind !== 'length') return pointOf(end);
  const point = pointOf(other);
  return point && tiedTo(point, side, end);
}

function offsetOf(steps: readonly Step[]): Offset | undefined {
  if (steps.length > 1) return undefined;
  return steps[0] ?? NO_OFFSET;
}

/** The end that a point is. */
function endOf(point: Point): PeriodEnd {
  const { base, steps } = point;
  const offset = offsetOf(steps);
  const rolling = ROLLING_BASES.find((known) => known === base.kind);
  if (base.kind === 'day' && steps.length === 0) return { kind: 'day', day: base.day };
  if (rolling && offset) return { kind: 'rolling', base: rolling, offset };
  if ((base.kind === 'start' || base.kind === 'end') && base.of.kind === 'which' && offset)
    return { kind: 'edge', edge: base.kind, which: base.of.which, unit: base.of.unit, offset };
  return { kind: 'point', text: printPoint(point) };
}

/** The length by which one point is tied to another; undefined where it is not. */
function lengthBetween(point: Point, other: Point, side: 'from' | 'to'): PeriodEnd | undefined {
  const sign = side === 'from' ? -1 : 1;
  const [length, day] = point.steps.slice(-2);
  if (!length || !day || day.unit !== 'day' || day.n !== -sign || length.n * sign < 1) return undefined;
  const start = { base: point.base, steps: point.steps.slice(0, -2) };
  if (JSON.stringify(start) !== JSON.stringify(other)) return undefined;
  return { kind: 'length', count: Math.abs(length.n), unit: length.unit };
}

/** A duration of one part only, as a length. */
function lengthOf({ years, months, weeks, days }: Duration): PeriodEnd | undefined {
  const parts = (
    [
      [years, 'year'],
      [months, 'month'],
      [weeks, 'week'],
      [days, 'day'],
    ] as const
  ).filter(([count]) => count > 0);
  const [first] = parts;
  return parts.length === 1 && first ? { kind: 'length', count: first[0], unit: first[1] } : undefined;
}

const OPEN: PeriodEnd = { kind: 'open' };

/** The two ends of a phrase under a rule; undefined for phrases that are not told by their ends. */
export function endsOf(text: string, rule: CalendarRule): Ends | undefined {
  const parsed = parsePhrase(text);
  return parsed.ok ? endsOfPhrase(parsed.phrase, rule) : undefined;
}

function endsOfPhrase(phrase: Phrase, rule: CalendarRule): Ends | undefined {
  const days = (period: FixedPeriod) => daysOfFixedPeriod(period, rule);
  const dayOf = (day: Day | undefined): PeriodEnd | undefined =>
    day === undefined ? undefined : { kind: 'day', day };
  const both = (from: PeriodEnd | undefined, to: PeriodEnd | undefined): Ends | undefined =>
    from && to ? { from, to } : undefined;
  switch (phrase.kind) {
    case 'all':
      return { from: OPEN, to: OPEN };
    case 'period':
      return both(dayOf(days(phrase.period)?.start), dayOf(days(phrase.period)?.end));
    case 'interval':
      return both(dayOf(days(phrase.from)?.start), dayOf(days(phrase.to)?.end));
    case 'open end':
      return both(dayOf(days(phrase.from)?.start), OPEN);
    case 'open start':
      return both(OPEN, dayOf(days(phrase.to)?.end));
    case 'starting':
      return both(dayOf(days(phrase.from)?.start), lengthOf(phrase.duration));
    case 'ending':
      return both(lengthOf(phrase.duration), dayOf(days(phrase.to)?.end));
    case 'point':
      return { from: endOf(phrase.point), to: endOf(phrase.point) };
    case 'range':
      return endsOfRange(phrase.from, phrase.to, (end, side) => dayOf(days(end)?.[side]));
    default:
      return undefined;
  }
}

function endsOfRange(
  from: RangeEnd | null,
  to: RangeEnd | null,
  dayOf: (period: FixedPeriod, side: 'start' | 'end') => PeriodEnd | undefined,
): Ends | undefined {
  const single = (end: RangeEnd | null, side: 'start' | 'end') =>
    end === null ? OPEN : isLongPeriod(end) ? dayOf(end, side) : endOf(end);
  const tiedFrom = from && to && !isLongPeriod(from) && !isLongPeriod(to) && lengthBetween(from, to, 'from');
  const tiedTo = from && to && !isLongPeriod(from) && !isLongPeriod(to) && lengthBetween(to, from, 'to');
  const first = tiedFrom ? tiedFrom : single(from, 'start');
  const last = !tiedFrom && tiedTo ? tiedTo : single(to, 'end');
  return first && last ? { from: first, to: last } : undefined;
}

/** The first and the last of some runs of days; where they are open, those of the data, else today. */
export function closedEnds(
  runs: readonly DayRun[],
  data: readonly DayRun[],
  today: Day,
): { readonly from: Day; readonly to: Day } {
  const closed = (day: Day | undefined, ofData: Day | undefined) =>
    day !== undefined && Number.isFinite(day) ? day : (ofData ?? today);
  return { from: closed(runs[0]?.start, data[0]?.start), to: closed(runs.at(-1)?.end, data.at(-1)?.end) };
}
