/**
 * Why an item shows what it shows: every step of the evaluation with its input and its result, rows and days before and
 * after. The steps are those that answers are made from.
 */
import { TOTAL, type Layout, type NumberWanted } from '../../cube/query';
import { dimensionName, dimensionsInWords } from '../../model/dimension';
import { conditionWords } from '../../model/measureWords';
import { aggregationOf } from '../../model/aggregations';
import { numbersFor } from '../../model/figures';
import { columnOf, datasetOf, measureOf, roleName, type Model } from '../../model/model';
import { describeRuns } from '../../period/describe';
import { isControl, itemOf, type Control, type Visual } from '../document/document';
import type { Order } from '../document/kinds/chart';
import type { ShownMeasure } from '../document/kinds/measured';
import { boundsWords } from '../../model/bins';
import { dimensionsOf, isChart, isMeasured, kindOf, type MeasuredVisual } from '../document/visuals';
import { reachOf } from '../turn/reach';
import { totalsOn, type ActingTotals } from '../turn/totals';
import { folded, stepsOn, type SeenStep } from '../wiring/selection';
import { partsOf, type DatasetUse } from '../wiring/uses';
import { traceBaselines } from './traceBaselines';
import { clockSteps } from './traceClock';
import { counted, stepWords, type TraceContext, type TracePart, type TraceStep } from './traceStep';

export interface Trace {
  readonly item: string;
  readonly title: string;
  readonly clock: readonly TraceStep[];
  readonly parts: readonly TracePart[];
}

/** The trace of a visual or a control; undefined when there is no such item. */
export async function traceOf(context: TraceContext, id: string): Promise<Trace | undefined> {
  const { design } = context;
  const item = itemOf(design.document, id);
  if (!item) return undefined;
  const parts: TracePart[] = [];
  if (!isControl(item) && isMeasured(item)) {
    for (const shown of item.measures) parts.push(...(await traceMeasure(context, item, shown)));
    parts.push(...(await traceBaselines(context, item)));
  } else {
    for (const use of design.uses(item)) parts.push(await tracePart(context, item, use));
  }
  return { item: id, title: design.titleOf(item), clock: clockSteps(context, item), parts };
}

const freshnessOf = (model: Model, dataset: string) => {
  const found = datasetOf(model, dataset);
  if (!found) return '';
  return found.live
    ? `${found.name}, read live`
    : `${found.name}, loaded ${found.loadedAt.slice(0, 16).replace('T', ' ')} UTC`;
};

/** Which way gives some figures of a selection in a window. */
async function layoutOf(
  { source }: TraceContext,
  { selection, window }: ReturnType<typeof folded>,
  numbers: readonly NumberWanted[],
): Promise<Layout | null> {
  return (await source.aggregate({ ...selection, window, by: TOTAL, numbers }))?.layout ?? null;
}

/** The steps from all rows of a dataset to those that an item sees of it: the very ones that its answer takes. */
async function tracePart(
  context: TraceContext,
  item: Visual | Control,
  use: DatasetUse,
  /** Figures that another way than the rows themselves may be needed for. */
  numbers: readonly NumberWanted[] = [],
): Promise<TracePart> {
  const { design, settings } = context;
  const { model } = design;
  const name = datasetOf(model, use.dataset)?.name ?? use.dataset;
  const role = roleName(model, use.dataset, use.role);
  const left = async (taken: readonly SeenStep[]) => {
    const { selection, window } = folded(use, taken);
    return counted(context, selection, window);
  };
  let last = await left([]);
  const steps: TraceStep[] = [
    { kind: 'rows', words: `Rows of ${name} with a day “${role}”.`, rows: last.rows, days: last.days },
  ];
  const taken: SeenStep[] = [];
  for (const step of stepsOn(design, settings, item, use)) {
    const said = stepWords({ design, item, use }, step, name);
    taken.push(step);
    if (!said) continue;
    if (step.kind === 'idle') {
      steps.push(said);
      continue;
    }
    last = await left(taken);
    steps.push({ ...said, rows: last.rows, days: last.days });
  }
  return {
    title: `${name}, by ${role}`,
    freshness: freshnessOf(model, use.dataset),
    layout: numbers.length > 0 ? await layoutOf(context, folded(use, taken), numbers) : last.layout,
    steps,
  };
}

/** The steps of a measure, those of both sides for a ratio, down to how its values come about. */
async function traceMeasure(
  context: TraceContext,
  visual: MeasuredVisual,
  shown: ShownMeasure,
): Promise<TracePart[]> {
  const { model } = context.design;
  const measure = measureOf(model, shown.dataset, shown.measure);
  const parts: TracePart[] = [];
  for (const part of partsOf(model, shown) ?? []) {
    const { needs } = aggregationOf(part.measure);
    const traced = await tracePart(
      context,
      visual,
      part,
      needs.distinct === true ? numbersFor(model, part.dataset, part.measure) : [],
    );
    const reach = await reachOf(context, visual, part, visual.unsettled === 'leave out');
    const steps = [...traced.steps];
    if (reach) {
      const { condition, grain, spread } = part.measure;
      if (condition) {
        const seen = await counted(context, reach.selection, reach.asked);
        steps.push({
          kind: 'condition',
          words: `Row condition of ${part.measure.name}: ${conditionWords(datasetOf(model, part.dataset)!, condition)}.`,
          rows: seen.rows,
          days: seen.days,
        });
      }
      if (visual.unsettled === 'leave out' && part.measure.settles > 0)
        steps.push({
          kind: 'window',
          words: `Days that are not final (${part.measure.settles} days) are left out.`,
        });
      if (grain !== 'day')
        steps.push({
          kind: 'window',
          words: spread ? `Each ${grain} is spread evenly over its days.` : `Only whole ${grain}s count.`,
        });
      const seen = await counted(context, reach.selection, reach.shown);
      const days = reach.shown.length === 0 ? 'no day with data' : describeRuns(reach.shown, model.rule);
      steps.push({
        kind: 'result',
        words: `Cut to the days from the first to the last with data: ${days}.`,
        rows: seen.rows,
        days: seen.days,
      });
      for (const totals of totalsOn(context, visual))
        steps.push({ kind: 'condition', control: totals.control, words: totalsWords(context, totals) });
      steps.push({
        kind: 'result',
        words: groupedWords(
          model,
          visual,
          part.measure.aggregation,
          columnWords(model, part.dataset, part.measure.column),
        ),
      });
    }
    const side =
      measure && aggregationOf(measure).of === 'measures'
        ? `${measure.name}: ${part.measure.name}, `
        : `${part.measure.name}, `;
    parts.push({ ...traced, title: `${side}${traced.title}`, steps });
  }
  return parts;
}

/** "Passengers: only categories whose total of seats is from 100 to 2,000." */
function totalsWords({ design }: TraceContext, { control, measure: of, bounds, join }: ActingTotals): string {
  const { document, model } = design;
  const owner = document.controls.find((entry) => entry.id === control)!;
  const name = measureOf(model, of.dataset, of.measure)?.name ?? of.measure;
  const joined = join === 'any' ? ', or what others joined by any keep' : '';
  return `${design.titleOf(owner)}: only categories whose total of ${name} is ${boundsWords(bounds)}${joined}.`;
}

const columnWords = (model: Model, dataset: string, column: string | null) =>
  column === null ? 'rows' : (columnOf(model, dataset, column)?.name ?? column);

const ORDER_WORDS: Record<Order, string> = {
  value: 'the greatest first',
  natural: 'in their natural order',
  change: 'the greatest rise first',
};

/** What is done with groups once they are put together: their order, and how many are shown. */
function orderWords(visual: MeasuredVisual): string {
  if (!isChart(visual) || (!visual.across && !visual.split)) return '';
  const order = visual.across ? ORDER_WORDS[visual.order] : ORDER_WORDS.natural;
  return ` Then ${order}, the ${visual.limit} greatest at most.`;
}

function groupedWords(model: Model, visual: MeasuredVisual, aggregation: string, column: string): string {
  const dimensions = dimensionsOf(visual);
  const groups = dimensionsInWords(dimensions.map((entry) => dimensionName(model, entry).toLowerCase()));
  const overTime = kindOf(visual).overTime(visual);
  const by = [
    groups,
    overTime ? (visual.grain === 'auto' ? 'buckets that follow the window' : visual.grain) : '',
  ].filter((words) => words !== '');
  return `The ${aggregation} of ${column}${by.length > 0 ? `, by ${by.join(' and ')}` : ''}.${orderWords(visual)}`;
}
