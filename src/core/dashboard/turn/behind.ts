/** The rows behind a mark: those that its figure was made of, by the very steps that its answer took. */
import { intersectRuns, type DayRun, type DayRuns } from '../../calendar/runs';
import type { Selection } from '../../cube/query';
import { reaches, type Dimension } from '../../model/dimension';
import { aggregationOf } from '../../model/aggregations';
import type { Slicer } from '../document/document';
import { slicerLevels } from '../document/kinds/slicer';
import type { MeasuredVisual } from '../document/visuals';
import { seenBy } from '../wiring/selection';
import { isReached, reachMeasures } from './answers/measured';
import { periodReach } from './answers/periodColumns';
import { pairOf } from './comparing/pair';
import { isCoarse, touchedUnits } from './covered';
import { selectionOnly, withOnly, withoutThese, type Narrowing } from './narrowing';
import { within, type MeasureReach, type ReachContext } from './reach';

/** A mark of a visual: which figure it is. */
export interface MarkAsked {
  /** Index among the visual's measures. */
  readonly measure: number;
  /** Of a ratio: whose rows, those of the upper measure or of the lower one. */
  readonly side: 'over' | 'under';
  /** Id of a baseline, as the visual's answer names it, whose rows are asked for; null for those of now. */
  readonly baseline: string | null;
  /** Of a crosstab with periods across: id of the period. */
  readonly period: string | null;
  /** First and last day (inclusive) of the mark's bucket; null for the whole window. */
  readonly days: DayRun | null;
  /** The values that the mark is of. */
  readonly within: readonly Narrowing[];
  /** Of marks of all others: the values that they are not of. */
  readonly beyond: readonly { readonly dimension: Dimension; readonly values: readonly (string | null)[] }[];
}

/** The mark that is asked for where nothing else is said: of the first measure, over the whole window. */
export const WHOLE_MARK: MarkAsked = {
  measure: 0,
  side: 'over',
  baseline: null,
  period: null,
  days: null,
  within: [],
  beyond: [],
};

/** The rows of a mark. */
export interface RowsOfMark {
  readonly dataset: string;
  /** Date column that the window goes by. */
  readonly role: string;
  readonly selection: Selection;
  readonly window: DayRuns;
  /** Of a closing: the column of which the last day with a value counts alone. */
  readonly closing: string | null;
  /** Whether the figure has two measures below it, with rows of their own each. */
  readonly hasSides: boolean;
  /** Of a value: all datasets that have such rows. */
  readonly datasets?: readonly string[];
}

/** The measure that a mark shows, in its window; undefined where there is no such mark, or the source cannot tell. */
async function measureOfMark(
  context: ReachContext,
  visual: MeasuredVisual,
  { measure, baseline, period }: MarkAsked,
): Promise<MeasureReach | undefined> {
  if (visual.kind === 'crosstab' && visual.columns?.kind === 'periods')
    return period === null ? undefined : periodReach(context, visual, visual.columns, { period, measure });
  if (baseline !== null) return (await pairOf(context, visual, baseline, measure))?.then;
  const measures = await reachMeasures(context, visual);
  return isReached(measures) ? measures[measure] : undefined;
}

/** The rows behind a mark; undefined where there is no such mark, or the source cannot tell. */
export async function rowsOfMark(
  context: ReachContext,
  visual: MeasuredVisual,
  asked: MarkAsked,
): Promise<RowsOfMark | undefined> {
  const { model } = context.design;
  const found = await measureOfMark(context, visual, asked);
  const whole = found?.reaches[asked.side === 'under' ? found.reaches.length - 1 : 0];
  if (!found || !whole) return undefined;
  const cut = asked.days ? within(whole, intersectRuns(whole.window, [asked.days]), model.rule) : whole;
  const ofValues = asked.within.reduce((reach, narrowing) => withOnly(model, reach, narrowing), cut);
  const reach = asked.beyond.reduce((kept, others) => withoutThese(model, kept, others), ofValues);
  const { measure, dataset, role } = reach.part;
  const isSpread = isCoarse(measure) && measure.spread;
  return {
    dataset,
    role,
    selection: reach.selection,
    window: isSpread ? touchedUnits(reach.shown, measure.grain, model.rule) : reach.shown,
    closing: aggregationOf(measure).needs.closing ? measure.column : null,
    hasSides: found.reaches.length > 1,
  };
}

/** A value of a slicer whose rows are asked for. */
export interface ValueAsked {
  /** Values of the slicer's levels, the first ones; one where it is no tree. */
  readonly path: readonly (string | null)[];
  /** Which of the datasets that the slicer reaches: index among them. */
  readonly use: number;
}

/** The rows that a slicer counts for a value, of one of its datasets; undefined where there are none to tell of. */
export function rowsOfValue(
  { design, settings }: Pick<ReachContext, 'design' | 'settings'>,
  slicer: Slicer,
  { path, use: index }: ValueAsked,
): RowsOfMark | undefined {
  const { model } = design;
  const levels = slicerLevels(slicer).slice(0, path.length);
  const uses = design
    .uses(slicer)
    .filter((use) => levels.every((level) => reaches(model, level, use.dataset)));
  const use = uses[index];
  if (!use || path.length === 0) return undefined;
  const seen = seenBy(design, settings, slicer, use);
  if (seen.pending) return undefined;
  const selection = levels.reduce(
    (kept, dimension, i) => selectionOnly(model, kept, use, { dimension, value: path[i] ?? null }),
    seen.selection,
  );
  return {
    dataset: use.dataset,
    role: use.role,
    selection,
    window: seen.window,
    closing: null,
    hasSides: false,
    datasets: uses.map((entry) => entry.dataset),
  };
}
