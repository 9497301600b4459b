/** The windows that each measure of a visual is compared with, and what it sees of them. */
import type { Day } from '../../../calendar/day';
import { countDays, intersectRuns, sameRuns, type DayRuns } from '../../../calendar/runs';
import { shift } from '../../../calendar/units';
import {
  isLate,
  movedBack,
  resolveBaseline,
  resolveBaselineOfDays,
  type BaselineStep,
  type ResolvedBaseline,
} from '../../../period/baseline';
import type { Baseline } from '../../../period/phrase';
import type { MeasuredVisual } from '../../document/visuals';
import type { Compared, ComparedBaseline } from '../../reader/compared';
import type { WindowSetting } from '../../reader/setting';
import { folded, stepsOn } from '../../wiring/selection';
import { dashboardContext } from '../dashboardContext';
import { reachSeeing, within, type MeasureReach, type Reach, type ReachContext } from '../reach';
import { conditionsOn } from '../settle';
import type { BaselineAnswer, BaselineMeasureAnswer, BaselineWarning } from './answer';

/** What one part of a measure is compared with: itself, or a side of a ratio. */
export interface BaselineSide {
  /** The window compared, and what it is compared with, as asked for and closed; none where there is no baseline. */
  readonly compared: DayRuns;
  readonly runs: DayRuns;
  /** What the part sees of the baseline's window. */
  readonly reach: Reach;
  /** The phrase that it is worked out from; null where its days count as fixed ones. */
  readonly from: string | null;
  /** By how much everything moved; null where a phrase took the place of the window, or there is none. */
  readonly step: BaselineStep | null;
}

/** What a measure is compared with. */
interface BaselineMeasure {
  readonly answer: BaselineMeasureAnswer;
  /** One for each part; null where one of them has an error. */
  readonly sides: readonly BaselineSide[] | null;
}

/** A baseline with what each measure of a visual sees of it. */
export interface GroundBaseline {
  readonly id: string;
  readonly name: string;
  readonly text: string;
  /** Null where its text cannot be read. */
  readonly baseline: Baseline | null;
  readonly measures: readonly BaselineMeasure[];
}

export const baselineAnswer = ({ id, name, text, measures }: GroundBaseline): BaselineAnswer => ({
  id,
  name,
  text,
  measures: measures.map((entry) => entry.answer),
});

/** What the measures of a visual are compared with; undefined where the source cannot tell. */
export async function groundBaselines(
  context: ReachContext,
  visual: MeasuredVisual,
  compared: Compared,
  measures: readonly MeasureReach[],
): Promise<GroundBaseline[] | undefined> {
  const found: GroundBaseline[] = [];
  for (const { read, window, ...named } of compared.baselines) {
    const entries: BaselineMeasure[] = [];
    for (const { reaches } of measures) {
      if (!read.ok) {
        entries.push({ answer: { error: read.error.code }, sides: null });
        continue;
      }
      const entry = await measureBaseline(
        context,
        visual,
        compared,
        { baseline: read.baseline, window },
        reaches,
      );
      if (!entry) return undefined;
      entries.push(entry);
    }
    found.push({ ...named, baseline: read.ok ? read.baseline : null, measures: entries });
  }
  return found;
}

interface Wanted extends Pick<ComparedBaseline, 'window'> {
  readonly baseline: Baseline;
}

type Side =
  | { readonly answer: Extract<BaselineMeasureAnswer, { windows: unknown }>; readonly side: BaselineSide }
  | { readonly answer: Extract<BaselineMeasureAnswer, { error: unknown }>; readonly side: null };

async function measureBaseline(
  context: ReachContext,
  visual: MeasuredVisual,
  compared: Compared,
  wanted: Wanted,
  reaches: readonly Reach[],
): Promise<BaselineMeasure | undefined> {
  const sides: Side[] = [];
  for (const reach of reaches) {
    const side = await sideOf(context, visual, compared, wanted, reach);
    if (!side) return undefined;
    sides.push(side);
  }
  const found = sides.flatMap(({ side }) => (side ? [side] : []));
  // A ratio tells of its dividend; an error of either side leaves it without a baseline.
  return { answer: sides[0]!.answer, sides: found.length === sides.length ? found : null };
}

async function sideOf(
  context: ReachContext,
  visual: MeasuredVisual,
  compared: Compared,
  wanted: Wanted,
  reach: Reach,
): Promise<Side | undefined> {
  const { rule } = context.design.model;
  const setting = phraseBehind(context, visual, reach);
  const resolved = resolvedFor(context, wanted.baseline, reach, setting);
  if (!resolved.ok) return { answer: { error: resolved.code }, side: null };
  if ('empty' in resolved) return nothing(reach, rule, resolved.empty);
  const step = resolved.steps[wanted.window]!;
  const asked = { compared: resolved.compared, runs: resolved.windows[wanted.window]! };
  const { compared: window, runs } = compared.days === 'with data' ? cutToData(asked, reach.covered) : asked;
  if (runs.length === 0) return nothing(reach, rule, 'no-data');
  const moved = await movedReach(context, visual, reach, step, runs);
  if (!moved) return undefined;
  const { shown, days, daysWithData } = moved;
  const empty = shown.length === 0 ? 'no-data' : null;
  return {
    answer: {
      windows: runs,
      shown,
      days,
      daysWithData,
      empty,
      warnings: empty ? [] : warningsOf(window, runs, reach.covered, moved, compared.per),
    },
    side: { compared: window, runs, reach: moved, from: setting?.text ?? null, step },
  };
}

/** No baseline, for a reason. */
function nothing(
  reach: Reach,
  rule: Parameters<typeof within>[2],
  empty: NonNullable<Extract<BaselineMeasureAnswer, { windows: unknown }>['empty']>,
): Side {
  return {
    answer: { windows: [], shown: [], days: 0, daysWithData: 0, empty, warnings: [] },
    side: { compared: [], runs: [], reach: within(reach, [], rule), from: null, step: null },
  };
}

/**
 * The baseline of a part's window. It is worked out from the phrase of the first of these whose window the part sees
 * exactly: the own period, then time controls through the part's role; else its days count as fixed ones.
 */
function resolvedFor(
  context: ReachContext,
  baseline: Baseline,
  reach: Reach,
  setting: WindowSetting | undefined,
): ResolvedBaseline {
  if (setting?.phrase) return resolveBaseline(baseline, setting.phrase, setting.context, reach.covered);
  const fixed = dashboardContext(context, DASHBOARD_ANCHOR, reach.covered);
  return resolveBaselineOfDays(baseline, reach.window, fixed, reach.covered);
}

/** Counts from where the dashboard says. */
const DASHBOARD_ANCHOR = { anchor: null };

function phraseBehind(
  { design, settings }: ReachContext,
  visual: MeasuredVisual,
  reach: Reach,
): WindowSetting | undefined {
  const through = reach.acting.flatMap(({ control, route }) =>
    route.kind === 'role' && route.role === reach.part.role ? [control] : [],
  );
  const inOrder = design.document.controls.flatMap(({ id }) => (through.includes(id) ? [id] : []));
  for (const id of [visual.id, ...inOrder]) {
    const setting = settings.get(id);
    if (setting?.kind !== 'window' || !setting.phrase || setting.followed) continue;
    if (sameRuns(setting.runs, reach.window)) return setting;
  }
  return undefined;
}

/**
 * A window cut to the first and last day with data; its baseline begins as many days later as were cut from the
 * window's start, and has as many days, but ends no later.
 */
function cutToData(
  asked: { readonly compared: DayRuns; readonly runs: DayRuns },
  covered: DayRuns,
): { readonly compared: DayRuns; readonly runs: DayRuns } {
  const first = covered[0]?.start;
  const last = covered[covered.length - 1]?.end;
  if (first === undefined || last === undefined) return { compared: [], runs: [] };
  const compared = intersectRuns(asked.compared, [{ start: first, end: last }]);
  const before = countDays(intersectRuns(asked.compared, [{ start: -Infinity, end: first - 1 }]));
  return { compared, runs: daysFrom(asked.runs, before, countDays(compared)) };
}

/** So many days of some runs, after so many left out at their start. */
function daysFrom(runs: DayRuns, skipped: number, wanted: number): DayRuns {
  const kept: { start: Day; end: Day }[] = [];
  let skip = skipped;
  let left = wanted;
  for (const { start, end } of runs) {
    const days = end - start + 1;
    const from = start + Math.min(skip, days);
    skip = Math.max(0, skip - days);
    const to = Math.min(end, from + left - 1);
    if (to < from) continue;
    kept.push({ start: from, end: to });
    left -= to - from + 1;
  }
  return kept;
}

/** Whether moving a window has an effect on what else a part sees: windows of other roles, and today in conditions. */
const movesMore = ({ settings }: ReachContext, { acting, part }: Reach) =>
  acting.some(({ control, route }) => {
    const isOfDays = route.kind === 'role' || (route.kind === 'pick' && route.days);
    return (isOfDays && route.role !== part.role) || settings.get(control)?.kind === 'condition';
  });

/** What a part sees of a baseline's window, with all that moves by the same step. */
async function movedReach(
  context: ReachContext,
  visual: MeasuredVisual,
  reach: Reach,
  step: BaselineStep | null,
  runs: DayRuns,
): Promise<Reach | undefined> {
  const { design, today } = context;
  const { rule } = design.model;
  const { part } = reach;
  if (!step || !movesMore(context, reach)) return within(reach, runs, rule);
  const earlier = conditionsOn(context, shift(today, -step.count, step.unit));
  const seen = folded(part, stepsOn(design, earlier, visual, part), (days) => movedBack(days, step, rule));
  return reachSeeing(context, reach, seen, runs);
}

function warningsOf(
  window: DayRuns,
  runs: DayRuns,
  data: DayRuns,
  { asked, shown }: Reach,
  per: Compared['per'],
): BaselineWarning[] {
  const warnings: BaselineWarning[] = [];
  const overlap = countDays(intersectRuns(window, runs));
  if (overlap > 0) warnings.push({ code: 'overlap', days: overlap });
  const [own, other] = [countDays(window), countDays(runs)];
  if (per === 'total' && own !== other) warnings.push({ code: 'length', days: [own, other] });
  if (window.length > 0 && isLate(window, [runs], data)) warnings.push({ code: 'late-data' });
  const isCut =
    asked[0]?.start !== shown[0]?.start || asked[asked.length - 1]?.end !== shown[shown.length - 1]?.end;
  if (isCut) warnings.push({ code: 'partly' });
  return warnings;
}
