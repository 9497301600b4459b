/** Baselines: the window that a figure is compared against, like with like. */
import type { Day } from '../calendar/day';
import type { CalendarRule } from '../calendar/rule';
import { countDays, intersectRuns, normalizeRuns, type DayRun, type DayRuns } from '../calendar/runs';
import { end, firstDay, indexOf, monthsOf, shift, start, type Unit } from '../calendar/units';
import { isKnownDay } from './fixedPeriod';
import type { Baseline, Phrase, PhraseErrorCode, WholePhrase } from './phrase';
import { referenceOf, type PeriodContext } from './point';
import { resolvePhrase, type EmptyReason } from './resolve';

export type BaselineErrorCode = PhraseErrorCode | 'open-window' | 'several-stretches';

/** By how much a baseline moves a window back: so many units at both ends. */
export interface BaselineStep {
  readonly count: number;
  readonly unit: Unit;
}

export type ResolvedBaseline =
  | {
      readonly ok: true;
      /** The window compared, its open ends closed. */
      readonly compared: DayRuns;
      /** One set of runs for each window, newest first; more than one only for `times N`. */
      readonly windows: readonly DayRuns[];
      /** For each window the step that leads to it; null where a phrase takes the place of the window. */
      readonly steps: readonly (BaselineStep | null)[];
      /** Days shared with the window compared, summed over the windows. */
      readonly overlap: number;
      /** The data ends inside the window compared, though not before the baseline's end. */
      readonly lateData: boolean;
    }
  | { readonly ok: true; readonly empty: EmptyReason }
  | { readonly ok: false; readonly code: BaselineErrorCode };

/** The window compared: of a phrase, or (null) days that no phrase stands for. */
interface Asked {
  readonly phrase: Phrase | null;
  /** As asked for; ends may be open. */
  readonly runs: DayRuns;
}

/**
 * The windows that a baseline compares a phrase's window against. `closing`: the days with data by whose first and last
 * one open ends are closed.
 */
export function resolveBaseline(
  baseline: Baseline,
  phrase: Phrase,
  context: PeriodContext,
  closing: DayRuns = context.data,
): ResolvedBaseline {
  const asked = resolvePhrase(phrase, context);
  if (!asked.ok) return { ok: false, code: asked.error.code };
  if (asked.empty) return { ok: true, empty: asked.empty };
  return against(baseline, { phrase, runs: asked.runs }, context, closing);
}

/** The same for days that no phrase stands for: they count as fixed ones. */
export function resolveBaselineOfDays(
  baseline: Baseline,
  runs: DayRuns,
  context: PeriodContext,
  closing: DayRuns = context.data,
): ResolvedBaseline {
  return runs.length === 0
    ? { ok: true, empty: 'no-data' }
    : against(baseline, { phrase: null, runs }, context, closing);
}

function against(
  baseline: Baseline,
  asked: Asked,
  context: PeriodContext,
  closing: DayRuns,
): ResolvedBaseline {
  const compared = closedByData(asked.runs, closing);
  if (!compared) return { ok: false, code: 'open-window' };
  const found = movedWindows(baseline, asked, compared, context, closing);
  if (!('moved' in found)) return found;
  const windows = found.moved.map((entry) => entry.runs);
  const known = windows.every((runs) => runs.every((run) => isKnownDay(run.start) && isKnownDay(run.end)));
  if (!known) return { ok: false, code: 'out-of-range' };
  const steps = found.moved.map((entry) => entry.step);
  const overlap = windows.reduce((days, runs) => days + countDays(intersectRuns(compared, runs)), 0);
  const lateData = isLate(compared, windows, closing);
  return { ok: true, compared, windows, steps, overlap, lateData };
}

/** Whether the data ends inside a window, and not before the end of what it is compared against. */
export function isLate(compared: DayRuns, windows: readonly DayRuns[], data: DayRuns): boolean {
  const latest = data[data.length - 1]?.end;
  const newestEnd = Math.max(...windows.map(lastDay));
  return latest !== undefined && latest < lastDay(compared) && latest >= newestEnd;
}

/** A window moved back, and by how much. */
interface Moved {
  readonly runs: DayRuns;
  readonly step: BaselineStep | null;
}

const lastDay = (runs: DayRuns): Day => runs[runs.length - 1]!.end;

/** Runs whose open ends are closed with the first and last day with data; undefined when none is left. */
function closedByData(runs: DayRuns, data: DayRuns): DayRuns | undefined {
  const earliest = data[0]?.start;
  const latest = data[data.length - 1]?.end;
  const closed = runs.map((run) => ({
    start: run.start === -Infinity ? (earliest ?? NaN) : run.start,
    end: run.end === Infinity ? (latest ?? NaN) : run.end,
  }));
  const kept = normalizeRuns(closed);
  return kept.length > 0 ? kept : undefined;
}

function movedWindows(
  baseline: Baseline,
  asked: Asked,
  window: DayRuns,
  context: PeriodContext,
  closing: DayRuns,
): { readonly moved: readonly Moved[] } | Exclude<ResolvedBaseline, { compared: unknown }> {
  switch (baseline.kind) {
    case 'previous span':
      return previousSpans(baseline.times, asked, window, context, closing);
    case 'same span': {
      const { count, unit } = baseline;
      const wholeMonths = wholeMonthUnit(asked, window, context);
      const aligned = monthsOf(unit) === undefined ? undefined : wholeMonths;
      const runs = window.map((run) => shiftedBack(run, baseline, aligned, context.rule));
      return { moved: [{ runs: normalizeRuns(runs), step: { count, unit } }] };
    }
    case 'same weekdays': {
      const step: BaselineStep = { count: 364 * baseline.years, unit: 'day' };
      return {
        moved: [{ runs: window.map((run) => shiftedBack(run, step, undefined, context.rule)), step }],
      };
    }
    case 'phrase': {
      const other = resolvePhrase(baseline.phrase, context);
      if (!other.ok) return { ok: false, code: other.error.code };
      if (other.empty) return { ok: true, empty: other.empty };
      const closed = closedByData(other.runs, closing);
      return closed ? { moved: [{ runs: closed, step: null }] } : { ok: true, empty: 'no-data' };
    }
  }
}

/** A run with both ends moved back; ends of months (calendar or fiscal) stay so where `aligned` names them. */
function shiftedBack(
  run: DayRun,
  { count, unit }: BaselineStep,
  aligned: 'month' | 'fiscal month' | undefined,
  rule: CalendarRule,
): DayRun {
  const last = shift(run.end, -count, unit);
  return { start: shift(run.start, -count, unit), end: aligned ? end(aligned, last, rule) : last };
}

/**
 * Days of another date role moved back by a baseline's step, each run for itself: ends of whole months stay ends of
 * months where the step is in months or longer, an open end stays open.
 */
export function movedBack(runs: DayRuns, step: BaselineStep, rule: CalendarRule): DayRuns {
  const open = (day: Day) => !Number.isFinite(day);
  return normalizeRuns(
    runs.map((run) => {
      if (open(run.start) || open(run.end))
        return {
          start: open(run.start) ? run.start : shift(run.start, -step.count, step.unit),
          end: open(run.end) ? run.end : shift(run.end, -step.count, step.unit),
        };
      const aligned = monthsOf(step.unit) === undefined ? undefined : wholeMonths(run, rule);
      return shiftedBack(run, step, aligned, rule);
    }),
  );
}

function previousSpans(
  times: number,
  { phrase, runs: asked }: Asked,
  window: DayRuns,
  context: PeriodContext,
  closing: DayRuns,
): ReturnType<typeof movedWindows> {
  let runs: DayRuns | undefined = window;
  let whole: WholePhrase | null;
  if (phrase?.kind === 'except') {
    whole = phrase.phrase;
    const base = resolvePhrase(whole, context);
    if (!base.ok) return { ok: false, code: base.error.code };
    runs = closedByData(base.runs, closing);
  } else whole = phrase;
  if (!runs) return { ok: false, code: 'open-window' };
  const [run] = runs;
  if (runs.length > 1 || !run) return { ok: false, code: 'several-stretches' };
  const back = steppingBack(whole, asked, run, context);
  return { moved: Array.from({ length: times }, (_, k) => back(k + 1)) };
}

/** Gives the window moved back k times: by whole units, by the units of a to-date form, or by its own length. */
function steppingBack(
  phrase: WholePhrase | null,
  asked: DayRuns,
  run: DayRun,
  context: PeriodContext,
): (k: number) => Moved {
  const { rule } = context;
  const units = wholeUnits(phrase, asked, run, rule);
  if (units) {
    const { unit, count } = units;
    const first = indexOf(unit, run.start, rule);
    return (k) => ({
      runs: [
        {
          start: firstDay(unit, first - k * count, rule),
          end: firstDay(unit, first - (k - 1) * count, rule) - 1,
        },
      ],
      step: { count: k * count, unit },
    });
  }
  const inner = phrase?.kind === 'counted' ? phrase.phrase : phrase;
  if (inner?.kind === 'to date') {
    const countedFrom = phrase?.kind === 'counted' ? phrase.from : undefined;
    const ref = referenceOf(countedFrom, context).day;
    const step = inner.before + 1;
    return (k) => ({
      runs: [{ start: shift(run.start, -k * step, inner.unit), end: shift(ref, -k * step, inner.unit) }],
      step: { count: k * step, unit: inner.unit },
    });
  }
  const days = run.end - run.start + 1;
  return (k) => ({
    runs: [{ start: run.start - k * days, end: run.end - k * days }],
    step: { count: k * days, unit: 'day' },
  });
}

/** How many whole units a window counts as; undefined when it does not count as whole units. */
function wholeUnits(
  phrase: WholePhrase | null,
  asked: DayRuns,
  run: DayRun,
  rule: CalendarRule,
): BaselineStep | undefined {
  const counted = (unit: Unit) => ({
    unit,
    count: indexOf(unit, run.end, rule) - indexOf(unit, run.start, rule) + 1,
  });
  const fixed = () => {
    const month = wholeMonths(run, rule);
    return month && counted(month);
  };
  if (!phrase) return Number.isFinite(countDays(asked)) ? fixed() : undefined;
  const inner = phrase.kind === 'counted' ? phrase.phrase : phrase;
  switch (inner.kind) {
    case 'last':
    case 'next':
      return inner.full ? counted(inner.unit) : undefined;
    case 'unit':
    case 'around':
      return counted(inner.unit);
    case 'period':
    case 'interval':
    case 'starting':
    case 'ending':
    case 'list':
      return fixed();
    default:
      return undefined;
  }
}

/** The months (calendar, else fiscal) that a run is made of from its first day to its last; undefined for none. */
function wholeMonths(run: DayRun, rule: CalendarRule): 'month' | 'fiscal month' | undefined {
  const fits = (unit: Unit) =>
    start(unit, run.start, rule) === run.start && end(unit, run.end, rule) === run.end;
  if (fits('month')) return 'month';
  return fits('fiscal month') ? 'fiscal month' : undefined;
}

/** The month (calendar or fiscal) that a window of whole months or longer units is made of. */
function wholeMonthUnit(
  { phrase, runs }: Asked,
  window: DayRuns,
  context: PeriodContext,
): 'month' | 'fiscal month' | undefined {
  const [run] = window;
  if (phrase?.kind === 'except' || window.length !== 1 || !run) return undefined;
  const units = wholeUnits(phrase, runs, run, context.rule);
  if (!units || monthsOf(units.unit) === undefined) return undefined;
  return units.unit.startsWith('fiscal') ? 'fiscal month' : 'month';
}
