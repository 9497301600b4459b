/** The arithmetic of a range slider: days along a track, brackets that snap, windows that move and step. */
import type { Day } from '../../../core/calendar/day';
import { tileLabel, unitText } from '../../../core/calendar/names';
import type { CalendarRule } from '../../../core/calendar/rule';
import { countDaysIn, nearestDayIn, type DayRuns } from '../../../core/calendar/runs';
import { end, firstDay, indexOf, start, type Unit } from '../../../core/calendar/units';
import { intervalText } from '../../../core/period/print';
import type { Span } from '../ribbon';

export interface Track {
  /** First and last day of the track, both inclusive. */
  readonly first: Day;
  readonly last: Day;
  readonly covered: DayRuns;
  /** Unit to whose edges the brackets go. */
  readonly unit: Unit;
  readonly rule: CalendarRule;
  readonly allowUncovered: boolean;
}

/** The track over the days with data; undefined when there are none. */
export function trackOf(
  covered: DayRuns,
  unit: Unit,
  rule: CalendarRule,
  allowUncovered: boolean,
): Track | undefined {
  const first = covered[0]?.start;
  const last = covered[covered.length - 1]?.end;
  if (first === undefined || last === undefined) return undefined;
  return { first, last, covered, unit, rule, allowUncovered };
}

const clamp = (value: number, low: number, high: number) => Math.max(low, Math.min(high, value));

/** Where a day begins along the track, from 0 to 1. */
export function shareOf(track: Track, day: Day): number {
  return clamp((day - track.first) / (track.last - track.first + 1), 0, 1);
}

/** The day at a place of the track. */
export function dayAt(track: Track, share: number): Day {
  return clamp(track.first + Math.floor(share * (track.last - track.first + 1)), track.first, track.last);
}

/** A day snapped for one side of a window: to the unit's edge, then to the nearest day with data. */
function snapped(track: Track, side: 'start' | 'end', day: Day): Day {
  const edge = nearestEdge(track, side, clamp(day, track.first, track.last));
  const inside = clamp(edge, track.first, track.last);
  return track.allowUncovered ? inside : (nearestDayIn(track.covered, inside) ?? inside);
}

/** The first (or last) day of a unit that lies nearest to a day; the track's own ends are edges as well. */
function nearestEdge(track: Track, side: 'start' | 'end', day: Day): Day {
  const { unit, rule } = track;
  const first = Math.max(track.first, start(unit, day, rule));
  const last = Math.min(track.last, end(unit, day, rule));
  const [before, after] = side === 'start' ? [first, last + 1] : [first - 1, last];
  const isNearerBefore = day - before < after - day || (side === 'start' && day - before === after - day);
  return isNearerBefore ? before : after;
}

/** The window with one end put at a day; the ends never pass each other. */
export function withSide(track: Track, span: Span, side: 'start' | 'end', day: Day): Span {
  const at = snapped(track, side, day);
  return side === 'start'
    ? { start: Math.min(at, span.end), end: span.end }
    : { start: span.start, end: Math.max(at, span.start) };
}

/** The window moved by days, its length kept, inside the track; it stays where there would be no data. */
export function movedByDays(track: Track, span: Span, days: number): Span {
  const by = clamp(days, track.first - span.start, track.last - span.end);
  const moved = { start: span.start + by, end: span.end + by };
  return track.allowUncovered || countDaysIn(track.covered, moved.start, moved.end) > 0 ? moved : span;
}

/** One end moved by units, to the next day with data beyond. */
export function steppedSide(track: Track, span: Span, side: 'start' | 'end', units: number): Span {
  const { unit, rule } = track;
  const index = indexOf(unit, span[side], rule) + units;
  const goal = side === 'start' ? firstDay(unit, index, rule) : firstDay(unit, index + 1, rule) - 1;
  const next = withSide(track, span, side, goal);
  if (next[side] !== span[side]) return next;
  const beyond = units > 0 ? firstDay(unit, index + 1, rule) : firstDay(unit, index, rule) - 1;
  return withSide(track, span, side, nextCovered(track, beyond, units));
}

function nextCovered(track: Track, day: Day, direction: number): Day {
  const run =
    direction > 0
      ? track.covered.find((entry) => entry.end >= day)
      : [...track.covered].reverse().find((entry) => entry.start <= day);
  if (!run) return day;
  return direction > 0 ? Math.max(run.start, day) : Math.min(run.end, day);
}

/** The window moved by units, as play steps it; undefined when it would leave the track. Stretches without data are passed over. */
export function steppedSpan(track: Track, span: Span, units: number): Span | undefined {
  const { unit, rule } = track;
  const first = indexOf(unit, span.start, rule);
  const count = indexOf(unit, span.end, rule) - first + 1;
  for (let by = units; ; by += Math.sign(units)) {
    const next = {
      start: firstDay(unit, first + by, rule),
      end: firstDay(unit, first + by + count, rule) - 1,
    };
    // A unit that the track holds in part belongs to it.
    const leaves =
      units > 0 ? start(unit, next.end, rule) > track.last : end(unit, next.start, rule) < track.first;
    if (leaves) return undefined;
    if (track.allowUncovered || countDaysIn(track.covered, next.start, next.end) > 0) return next;
  }
}

/**
 * The phrase of a window: everything where it is the whole track. An end that was open and is not moved stays open;
 * `asked` is the window before.
 */
export function textOfSpan(track: Track, span: Span, asked: DayRuns): string {
  if (span.start <= track.first && span.end >= track.last) return 'all';
  const isOpenStart = asked[0]?.start === -Infinity && span.start <= track.first;
  const isOpenEnd = asked[asked.length - 1]?.end === Infinity && span.end >= track.last;
  return intervalText(isOpenStart ? -Infinity : span.start, isOpenEnd ? Infinity : span.end);
}

export interface Tick {
  readonly day: Day;
  readonly label: string;
}

const TICK_UNITS: readonly Unit[] = ['day', 'week', 'month', 'quarter', 'year'];

/** Ticks of the finest unit that leaves `room` pixels to each, labelled shortly. */
export function ticksOf(track: Track, width: number, room: number): Tick[] {
  const { rule } = track;
  const most = Math.max(1, Math.floor(width / room));
  const spanned = (unit: Unit) => indexOf(unit, track.last, rule) - indexOf(unit, track.first, rule) + 1;
  const unit = TICK_UNITS.find((candidate) => spanned(candidate) <= most) ?? 'year';
  const every = Math.max(1, Math.ceil(spanned(unit) / most));
  const ticks: Tick[] = [];
  const from = indexOf(unit, track.first, rule);
  for (let index = from; index <= indexOf(unit, track.last, rule); index++) {
    const day = firstDay(unit, index, rule);
    if (day < track.first || (unit === 'year' && index % every !== 0)) continue;
    const isYearStart = unit !== 'year' && day === start('year', day, rule);
    ticks.push({ day, label: isYearStart ? unitText('year', day, rule) : tileLabel(unit, day, rule) });
  }
  return ticks;
}
