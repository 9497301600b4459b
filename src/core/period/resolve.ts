/** From a phrase to its days. Pure: the same phrase and context give the same days. */
import type { Day } from '../calendar/day';
import {
  ALL_DAYS,
  countDays,
  normalizeRuns,
  previousDayIn,
  subtractRuns,
  type DayRun,
  type DayRuns,
} from '../calendar/runs';
import { end, firstDay, indexOf, shift, start, unitAt, type Unit } from '../calendar/units';
import { daysOfFixedPeriod, endOfFixedPeriod, isKnownDay, shiftByDuration } from './fixedPeriod';
import { parsePhrase, phraseError } from './parse';
import {
  isFixedPhrase,
  isLongPeriod,
  type ClosedPhrase,
  type FixedPeriod,
  type FixedPhrase,
  type Phrase,
  type PhraseError,
  type Point,
  type RangeEnd,
  type RollingPhrase,
  type WholePhrase,
} from './phrase';
import { dayOfPoint, NoDay, referenceOf, type PeriodContext } from './point';
import { printPhrase } from './print';

/** Why a phrase asks for no day at all. */
export type EmptyReason = 'no-data' | 'reversed' | 'left-out';

/** The days asked for (runs; open ends infinite), none with the reason, or what is wrong with the phrase. */
export type Resolved =
  | { readonly ok: true; readonly runs: DayRuns; readonly empty?: undefined }
  | { readonly ok: true; readonly runs: DayRuns; readonly empty: EmptyReason }
  | { readonly ok: false; readonly error: PhraseError };

type Days = DayRuns | EmptyReason | 'out-of-range' | 'wrong-order';

/** Resolves a phrase in a context. */
export function resolvePhrase(phrase: Phrase, context: PeriodContext): Resolved {
  const days = daysOf(phrase, context);
  if (typeof days !== 'string') return { ok: true, runs: days };
  if (days !== 'out-of-range' && days !== 'wrong-order') return { ok: true, runs: [], empty: days };
  const text = printPhrase(phrase);
  const code = days === 'wrong-order' ? 'reversed' : 'out-of-range';
  return { ok: false, error: phraseError(code, text, 0, text.length) };
}

/** Reads and resolves a phrase text. */
export function resolveText(text: string, context: PeriodContext): Resolved {
  const parsed = parsePhrase(text);
  return parsed.ok ? resolvePhrase(parsed.phrase, context) : parsed;
}

function daysOf(phrase: Phrase, context: PeriodContext): Days {
  if (phrase.kind !== 'except') return daysOfWhole(phrase, context);
  const days = daysOfWhole(phrase.phrase, context);
  if (typeof days === 'string') return days;
  const without = daysOfList(phrase.without, context);
  if (typeof without === 'string') return without;
  const left = subtractRuns(days, without);
  return left.length === 0 ? 'left-out' : left;
}

function daysOfWhole(phrase: WholePhrase, context: PeriodContext): Days {
  try {
    if (isFixedPhrase(phrase)) return daysOfFixed(phrase, context);
    return phrase.kind === 'counted'
      ? checked(daysOfRolling(phrase.phrase, context, phrase.from))
      : checked(daysOfRolling(phrase, context, undefined));
  } catch (reason) {
    if (reason instanceof NoDay) return reason.reason;
    throw reason;
  }
}

/** Ends outside the known years are errors; a rolling window whose end lies before its start is empty. */
function checked(run: DayRun): Days {
  const known = (day: Day) => !Number.isFinite(day) || isKnownDay(day);
  if (!known(run.start) || !known(run.end)) return 'out-of-range';
  return run.start > run.end ? 'reversed' : [run];
}

function daysOfFixed(phrase: FixedPhrase, context: PeriodContext): Days {
  const { rule } = context;
  switch (phrase.kind) {
    case 'all':
      return ALL_DAYS;
    case 'open end': {
      const days = daysOfFixedPeriod(phrase.from, rule);
      return days ? [{ start: days.start, end: Infinity }] : 'out-of-range';
    }
    case 'open start': {
      const days = daysOfFixedPeriod(phrase.to, rule);
      return days ? [{ start: -Infinity, end: days.end }] : 'out-of-range';
    }
    case 'list':
      return daysOfList(phrase.parts, context);
    default:
      return daysOfClosed(phrase, context);
  }
}

function daysOfList(parts: readonly ClosedPhrase[], context: PeriodContext): Days {
  const runs: DayRun[] = [];
  for (const part of parts) {
    const days = daysOfClosed(part, context);
    if (typeof days === 'string') return days;
    runs.push(...days);
  }
  return normalizeRuns(runs);
}

function daysOfClosed(phrase: ClosedPhrase, { rule }: PeriodContext): Days {
  const run = runOfClosed(phrase, (period) => daysOfFixedPeriod(period, rule));
  if (!run || !isKnownDay(run.start) || !isKnownDay(run.end)) return 'out-of-range';
  return run.start > run.end ? 'wrong-order' : [run];
}

/** First and last day as they are written, in whatever order; undefined where a period has no days. */
function runOfClosed(
  phrase: ClosedPhrase,
  daysOf: (period: FixedPeriod) => DayRun | undefined,
): DayRun | undefined {
  switch (phrase.kind) {
    case 'period':
      return daysOf(phrase.period);
    case 'interval': {
      const [from, to] = [daysOf(phrase.from), daysOf(phrase.to)];
      return from && to && { start: from.start, end: to.end };
    }
    case 'starting': {
      const from = daysOf(phrase.from);
      return from && { start: from.start, end: shiftByDuration(from.start, phrase.duration, 1) - 1 };
    }
    case 'ending': {
      const to = daysOf(phrase.to);
      return to && { start: shiftByDuration(to.end, phrase.duration, -1) + 1, end: to.end };
    }
  }
}

function daysOfRolling(
  phrase: RollingPhrase,
  context: PeriodContext,
  countedFrom: Point | undefined,
): DayRun {
  const { rule, data } = context;
  const reference = () => referenceOf(countedFrom, context);
  const ref = () => reference().day;
  const unit = (u: Unit, n: number) => unitAt(u, ref(), n, rule);
  switch (phrase.kind) {
    case 'last': {
      if (!phrase.full) return { start: shift(ref(), -phrase.count, phrase.unit) + 1, end: ref() };
      const { day, complete } = reference();
      // The unit that holds the day after the last one that counts is the first that is not whole.
      const after = indexOf(phrase.unit, complete ? day + 1 : day, rule);
      return {
        start: firstDay(phrase.unit, after - phrase.count, rule),
        end: firstDay(phrase.unit, after, rule) - 1,
      };
    }
    case 'next':
      return phrase.full
        ? { start: unit(phrase.unit, 1).start, end: unit(phrase.unit, phrase.count).end }
        : { start: ref() + 1, end: shift(ref(), phrase.count, phrase.unit) };
    case 'unit':
      return unit(phrase.unit, { last: -1, this: 0, next: 1 }[phrase.which]);
    case 'to date':
      return { start: unit(phrase.unit, -phrase.before).start, end: ref() };
    case 'around':
      return phrase.side === 'before'
        ? { start: unit(phrase.unit, -phrase.count).start, end: end(phrase.unit, ref(), rule) }
        : { start: start(phrase.unit, ref(), rule), end: unit(phrase.unit, phrase.count).end };
    case 'days of data':
      return lastDaysOfData(data, ref(), phrase.count);
    case 'range': {
      const at = (point: RangeEnd, side: 'start' | 'end') => dayOfEnd(point, side, context, ref);
      return {
        start: phrase.from ? at(phrase.from, 'start') : -Infinity,
        end: phrase.to ? at(phrase.to, 'end') : Infinity,
      };
    }
    case 'point': {
      const day = dayOfPoint(phrase.point, context, ref);
      return { start: day, end: day };
    }
  }
}

function dayOfEnd(point: RangeEnd, side: 'start' | 'end', context: PeriodContext, ref: () => Day): Day {
  if (!isLongPeriod(point)) return dayOfPoint(point, context, ref);
  const day = endOfFixedPeriod(point, side, context.rule);
  if (day === undefined) throw new NoDay('out-of-range');
  return day;
}

/** From the n-th most recent day with data at or before a day to the most recent one. */
function lastDaysOfData(data: DayRuns, ref: Day, count: number): DayRun {
  const last = previousDayIn(data, ref);
  if (last === undefined) throw new NoDay('no-data');
  let left = count;
  for (let i = data.length - 1; i >= 0; i--) {
    const run = data[i]!;
    if (run.start > last) continue;
    const days = countDays([{ start: run.start, end: Math.min(run.end, last) }]);
    if (days >= left) return { start: Math.min(run.end, last) - left + 1, end: last };
    left -= days;
  }
  return { start: data[0]!.start, end: last };
}
