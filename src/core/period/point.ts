/** Points of time: what they stand for in a context. */
import type { Day } from '../calendar/day';
import type { CalendarRule } from '../calendar/rule';
import { previousDayIn, type DayRun, type DayRuns } from '../calendar/runs';
import { shift, unitAt } from '../calendar/units';
import { daysOfFixedPeriod, isKnownDay } from './fixedPeriod';
import type { Point, PointBase, RefUnit } from './phrase';

/** What phrases are read against. */
export interface PeriodContext {
  readonly rule: CalendarRule;
  /** The real civil day now, in the dashboard's time zone. */
  readonly today: Day;
  /** Replaces today everywhere when set; it may lie ahead. */
  readonly asOf: Day | null;
  /** What rolling phrases count from when they do not say. */
  readonly anchor: Point;
  /** Days with data, also those after the as-of day. */
  readonly data: DayRuns;
}

/** Why a phrase has no days: a thrown reason is caught where phrases are resolved. */
export class NoDay extends Error {
  constructor(readonly reason: 'no-data' | 'out-of-range') {
    super(reason);
  }
}

/** Today, or the as-of day in its place. */
function todayIn(context: PeriodContext): Day {
  return context.asOf ?? context.today;
}

/** The last day with data; with an as-of day, the last at or before it. */
function latestIn(context: PeriodContext): Day | undefined {
  const { data, asOf } = context;
  return asOf === null ? data[data.length - 1]?.end : previousDayIn(data, asOf);
}

function known(day: Day | undefined): Day {
  if (day === undefined) throw new NoDay('no-data');
  return day;
}

function daysOfRefUnit(of: RefUnit, reference: () => Day, rule: CalendarRule): DayRun {
  switch (of.kind) {
    case 'which': {
      const n = { last: -1, this: 0, next: 1 }[of.which];
      return unitAt(of.unit, reference(), n, rule);
    }
    case 'nth':
      return unitAt(of.unit, reference(), of.n, rule);
    case 'fixed': {
      const days = daysOfFixedPeriod(of.period, rule);
      if (!days) throw new NoDay('out-of-range');
      return days;
    }
  }
}

function dayOfBase(base: PointBase, context: PeriodContext, reference: () => Day): Day {
  switch (base.kind) {
    case 'day':
      return base.day;
    case 'today':
      return todayIn(context);
    case 'yesterday':
      return todayIn(context) - 1;
    case 'tomorrow':
      return todayIn(context) + 1;
    case 'latest':
      return known(latestIn(context));
    case 'latest so far':
      return known(previousDayIn(context.data, todayIn(context)));
    case 'earliest':
      return known(context.data[0]?.start);
    case 'start':
      return daysOfRefUnit(base.of, reference, context.rule).start;
    case 'end':
      return daysOfRefUnit(base.of, reference, context.rule).end;
    case 'day of': {
      const { start, end } = daysOfRefUnit(base.of, reference, context.rule);
      return Math.min(start + base.dayOfMonth - 1, end);
    }
  }
}

/**
 * The day of a point. `reference` gives the day that `this unit` and `unit ±n` count from; it is asked only when
 * it is needed. Throws `NoDay`.
 */
export function dayOfPoint(point: Point, context: PeriodContext, reference: () => Day): Day {
  const day = point.steps.reduce(
    (at, step) => shift(at, step.n, step.unit),
    dayOfBase(point.base, context, reference),
  );
  if (!isKnownDay(day)) throw new NoDay('out-of-range');
  return day;
}

/** The reference day of rolling phrases, and whether it is over. Throws `NoDay`. */
export function referenceOf(
  countedFrom: Point | undefined,
  context: PeriodContext,
): { day: Day; complete: boolean } {
  const day = dayOfPoint(countedFrom ?? context.anchor, context, () => todayIn(context));
  return { day, complete: context.asOf !== null || day < context.today };
}
