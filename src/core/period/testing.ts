/** Generators of phrases, baselines and contexts for tests. */
import fc from 'fast-check';
import { DEFAULT_RULE } from '../calendar/rule';
import { anyRule, closeRuns, d, recentDay } from '../calendar/testing';
import { UNITS } from '../calendar/units';
import type {
  Baseline,
  ClosedPhrase,
  Duration,
  FixedPeriod,
  FixedPhrase,
  LongPeriod,
  Phrase,
  Point,
  PointBase,
  RangeEnd,
  RefUnit,
  RollingPhrase,
  Step,
  WholePhrase,
} from './phrase';
import { daysOfFixedPeriod } from './fixedPeriod';
import type { PeriodContext } from './point';

const TODAY: Point = { base: { kind: 'today' }, steps: [] };

/** A context on a day, counting from today, with the default rule. */
export function contextOn(today: string, change: Partial<PeriodContext>): PeriodContext {
  return { rule: DEFAULT_RULE, today: d(today), asOf: null, anchor: TODAY, data: [], ...change };
}

const year = fc.integer({ min: 1990, max: 2049 });
const count = fc.integer({ min: 1, max: 60 });
const unit = fc.constantFrom(...UNITS);
const which = fc.constantFrom('last' as const, 'this' as const, 'next' as const);

const longPeriod: fc.Arbitrary<LongPeriod> = fc.oneof(
  fc.record({ kind: fc.constant('month' as const), year, month: fc.integer({ min: 1, max: 12 }) }),
  fc.record({ kind: fc.constant('quarter' as const), year, quarter: fc.integer({ min: 1, max: 4 }) }),
  fc.record({ kind: fc.constant('year' as const), year }),
  fc.record({ kind: fc.constant('week' as const), year, week: fc.integer({ min: 1, max: 52 }) }),
  fc.record({ kind: fc.constant('fiscal year' as const), year }),
  fc.record({ kind: fc.constant('fiscal quarter' as const), year, quarter: fc.integer({ min: 1, max: 4 }) }),
  fc.record({ kind: fc.constant('fiscal month' as const), year, month: fc.integer({ min: 1, max: 12 }) }),
);
const period: fc.Arbitrary<FixedPeriod> = fc.oneof(
  recentDay.map((day) => ({ kind: 'day' as const, day })),
  longPeriod,
);

const part = fc.integer({ min: 0, max: 40 });
const duration: fc.Arbitrary<Duration> = fc
  .record({ years: part, months: part, weeks: part, days: part })
  .filter((parts) => Object.values(parts).some((value) => value > 0));

/** Intervals in order, so that they can be read whatever the rule. */
const interval: fc.Arbitrary<ClosedPhrase> = fc.tuple(period, period).map(([a, b]) => {
  const start = (of: FixedPeriod) => daysOfFixedPeriod(of, DEFAULT_RULE)!.start;
  const [from, to] = start(a) <= start(b) ? [a, b] : [b, a];
  return { kind: 'interval', from, to };
});
const closed: fc.Arbitrary<ClosedPhrase> = fc
  .oneof(
    period.map((of) => ({ kind: 'period' as const, period: of })),
    interval,
    fc.record({ kind: fc.constant('starting' as const), from: period, duration }),
    fc.record({ kind: fc.constant('ending' as const), duration, to: period }),
  )
  .filter((phrase) => {
    if (phrase.kind !== 'interval') return true;
    const from = daysOfFixedPeriod(phrase.from, DEFAULT_RULE)!;
    return from.start <= daysOfFixedPeriod(phrase.to, DEFAULT_RULE)!.end;
  });
const fixed: fc.Arbitrary<FixedPhrase> = fc.oneof(
  closed,
  period.map((from) => ({ kind: 'open end' as const, from })),
  period.map((to) => ({ kind: 'open start' as const, to })),
  fc.constant({ kind: 'all' as const }),
  fc.array(closed, { minLength: 2, maxLength: 4 }).map((parts) => ({ kind: 'list' as const, parts })),
);

const signed = fc.integer({ min: -30, max: 30 }).filter((n) => n !== 0);
const refUnit: fc.Arbitrary<RefUnit> = fc.oneof(
  fc.record({ kind: fc.constant('which' as const), which, unit }),
  fc.record({ kind: fc.constant('nth' as const), unit, n: signed }),
  longPeriod.map((of) => ({ kind: 'fixed' as const, period: of })),
);
const monthOnly = refUnit.filter((of) =>
  ['month', 'fiscal month'].includes(of.kind === 'fixed' ? of.period.kind : of.unit),
);
const base: fc.Arbitrary<PointBase> = fc.oneof(
  recentDay.map((day) => ({ kind: 'day' as const, day })),
  fc
    .constantFrom('today', 'yesterday', 'tomorrow', 'latest', 'latest so far', 'earliest')
    .map((kind) => ({ kind })),
  fc.record({ kind: fc.constantFrom('start' as const, 'end' as const), of: refUnit }),
  fc.record({
    kind: fc.constant('day of' as const),
    dayOfMonth: fc.integer({ min: 1, max: 31 }),
    of: monthOnly,
  }),
);
const step: fc.Arbitrary<Step> = fc.record({ n: signed, unit });
const point: fc.Arbitrary<Point> = fc.record({ base, steps: fc.array(step, { maxLength: 2 }) });
const rangeEnd: fc.Arbitrary<RangeEnd> = fc.oneof(point, longPeriod);

const rolling: fc.Arbitrary<RollingPhrase> = fc.oneof(
  fc.record({ kind: fc.constantFrom('last' as const, 'next' as const), count, unit, full: fc.boolean() }),
  fc.record({ kind: fc.constant('unit' as const), which, unit }),
  fc.record({ kind: fc.constant('to date' as const), unit, before: fc.integer({ min: 0, max: 9 }) }),
  fc.record({
    kind: fc.constant('around' as const),
    unit,
    side: fc.constantFrom('before' as const, 'after' as const),
    count,
  }),
  fc.record({ kind: fc.constant('days of data' as const), count }),
  fc.record({ kind: fc.constant('range' as const), from: rangeEnd, to: fc.option(rangeEnd) }),
  fc.record({ kind: fc.constant('range' as const), from: fc.constant(null), to: rangeEnd }),
  point
    .filter((at) => at.base.kind !== 'day' || at.steps.length > 0)
    .map((at) => ({ kind: 'point' as const, point: at })),
);
const whole: fc.Arbitrary<WholePhrase> = fc.oneof(
  fixed,
  rolling,
  fc.record({ kind: fc.constant('counted' as const), phrase: rolling, from: point }),
);

export const anyPhrase: fc.Arbitrary<Phrase> = fc.oneof(
  { weight: 4, arbitrary: whole },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant('except' as const),
      phrase: whole,
      without: fc.array(closed, { minLength: 1, maxLength: 3 }),
    }),
  },
);

export const anyBaseline: fc.Arbitrary<Baseline> = fc.oneof(
  count.map((times) => ({ kind: 'previous span' as const, times })),
  fc.record({ kind: fc.constant('same span' as const), count, unit }),
  count.map((years) => ({ kind: 'same weekdays' as const, years })),
  anyPhrase.map((phrase) => ({ kind: 'phrase' as const, phrase })),
);

export const anyContext: fc.Arbitrary<PeriodContext> = fc.record({
  rule: anyRule,
  today: recentDay,
  asOf: fc.option(recentDay),
  anchor: fc.oneof(fc.constant(TODAY), point),
  data: closeRuns.map((runs) => runs.map((run) => ({ start: run.start + 18_000, end: run.end + 18_000 }))),
});
