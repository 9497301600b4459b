/** Baselines: the window that a figure is compared against, like with like. */
import type { Day } from '../calendar/day';
import type { CalendarRule } from '../calendar/rule';
import { countDays, intersectRuns, normalizeRuns, type DayRun, type DayRuns } from '../calendar/runs';
import { end, firstDay, indexOf, monthsOf, shift, start, type Unit } from '../calendar/units';
import { isKnownDay } from './fixedPeriod';
import type { Baseline, Phrase, PhraseErrorCode, WholePhrase } from './phrase';
import { referenceOf, type PeriodContext } from './point';
import { resolvePhrase, type EmptyReason } from './resolve';

type BaselineErrorCode = PhraseErrorCode | 'open-window' | 'several-stretches';

export type ResolvedBaseline =
  | {
      readonly ok: true;
      /** One set of runs for each window, newest first; more than one only for `times N`. */
      readonly windows: readonly DayRuns[];
      /** Days shared with the window compared, summed over the windows. */
      readonly overlap: number;
      /** The data ends inside the window compared, though not before the baseline's end. */
      readonly lateData: boolean;
    }
  | { readonly ok: true; readonly empty: EmptyReason }
  | { readonly ok: false; readonly code: BaselineErrorCode };

/** The windows that a baseline compares a phrase's window against. */
export function resolveBaseline(
  baseline: Baseline,
  phrase: Phrase,
  context: PeriodContext,
): ResolvedBaseline {
  const asked = resolvePhrase(phrase, context);
  if (!asked.ok) return { ok: false, code: asked.error.code };
  if (asked.empty) return { ok: true, empty: asked.empty };
  const window = closedByData(asked.runs, context.data);
  if (!window) return { ok: false, code: 'open-window' };
  const windows = windowsOf(baseline, phrase, window, context);
  if (!Array.isArray(windows)) return windows as Exclude<typeof windows, DayRuns[]>;
  const known = windows.every((runs) => runs.every((run) => isKnownDay(run.start) && isKnownDay(run.end)));
  if (!known) return { ok: false, code: 'out-of-range' };
  const overlap = windows.reduce((days, runs) => days + countDays(intersectRuns(window, runs)), 0);
  const latest = context.data[context.data.length - 1]?.end;
  const newestEnd = Math.max(...windows.map(lastDay));
  const lateData = latest !== undefined && latest < lastDay(window) && latest >= newestEnd;
  return { ok: true, windows, overlap, lateData };
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

function windowsOf(
  baseline: Baseline,
  phrase: Phrase,
  window: DayRuns,
  context: PeriodContext,
): DayRuns[] | ResolvedBaseline {
  const { rule } = context;
  switch (baseline.kind) {
    case 'previous span':
      return previousSpans(baseline.times, phrase, window, context);
    case 'same span': {
      const wholeMonths = wholeMonthUnit(phrase, window, context);
      const aligned = wholeMonths !== undefined && monthsOf(baseline.unit) !== undefined;
      const moved = window.map((run) => {
        const last = shift(run.end, -baseline.count, baseline.unit);
        return {
          start: shift(run.start, -baseline.count, baseline.unit),
          end: aligned ? end(wholeMonths, last, rule) : last,
        };
      });
      return [normalizeRuns(moved)];
    }
    case 'same weekdays':
      return [
        window.map((run) => ({
          start: run.start - 364 * baseline.years,
          end: run.end - 364 * baseline.years,
        })),
      ];
    case 'phrase': {
      const other = resolvePhrase(baseline.phrase, context);
      if (!other.ok) return { ok: false, code: other.error.code };
      if (other.empty) return { ok: true, empty: other.empty };
      const closed = closedByData(other.runs, context.data);
      return closed ? [closed] : { ok: true, empty: 'no-data' };
    }
  }
}

function previousSpans(
  times: number,
  phrase: Phrase,
  window: DayRuns,
  context: PeriodContext,
): DayRuns[] | ResolvedBaseline {
  let runs: DayRuns | undefined = window;
  let whole: WholePhrase;
  if (phrase.kind === 'except') {
    whole = phrase.phrase;
    const base = resolvePhrase(whole, context);
    if (!base.ok) return { ok: false, code: base.error.code };
    runs = closedByData(base.runs, context.data);
  } else whole = phrase;
  if (!runs) return { ok: false, code: 'open-window' };
  const [run] = runs;
  if (runs.length > 1 || !run) return { ok: false, code: 'several-stretches' };
  const back = steppingBack(whole, run, context);
  return Array.from({ length: times }, (_, k) => [back(k + 1)]);
}

/** Gives the window moved back k times: by whole units, by the units of a to-date form, or by its own length. */
function steppingBack(phrase: WholePhrase, run: DayRun, context: PeriodContext): (k: number) => DayRun {
  const { rule } = context;
  const units = wholeUnits(phrase, run, rule);
  if (units) {
    const { unit, count } = units;
    const first = indexOf(unit, run.start, rule);
    return (k) => ({
      start: firstDay(unit, first - k * count, rule),
      end: firstDay(unit, first - (k - 1) * count, rule) - 1,
    });
  }
  const inner = phrase.kind === 'counted' ? phrase.phrase : phrase;
  if (inner.kind === 'to date') {
    const countedFrom = phrase.kind === 'counted' ? phrase.from : undefined;
    const ref = referenceOf(countedFrom, context).day;
    const step = inner.before + 1;
    return (k) => ({
      start: shift(run.start, -k * step, inner.unit),
      end: shift(ref, -k * step, inner.unit),
    });
  }
  const days = run.end - run.start + 1;
  return (k) => ({ start: run.start - k * days, end: run.end - k * days });
}

/** How many whole units a window counts as; undefined when it does not count as whole units. */
function wholeUnits(
  phrase: WholePhrase,
  run: DayRun,
  rule: CalendarRule,
): { readonly unit: Unit; readonly count: number } | undefined {
  const inner = phrase.kind === 'counted' ? phrase.phrase : phrase;
  const counted = (unit: Unit) => ({
    unit,
    count: indexOf(unit, run.end, rule) - indexOf(unit, run.start, rule) + 1,
  });
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
    case 'list': {
      const fits = (unit: Unit) =>
        start(unit, run.start, rule) === run.start && end(unit, run.end, rule) === run.end;
      if (fits('month')) return counted('month');
      return fits('fiscal month') ? counted('fiscal month') : undefined;
    }
    default:
      return undefined;
  }
}

/** The month (calendar or fiscal) that a window of whole months or longer units is made of. */
function wholeMonthUnit(
  phrase: Phrase,
  window: DayRuns,
  context: PeriodContext,
): 'month' | 'fiscal month' | undefined {
  const [run] = window;
  if (phrase.kind === 'except' || window.length !== 1 || !run) return undefined;
  const units = wholeUnits(phrase, run, context.rule);
  if (!units || monthsOf(units.unit) === undefined) return undefined;
  return units.unit.startsWith('fiscal') ? 'fiscal month' : 'month';
}
