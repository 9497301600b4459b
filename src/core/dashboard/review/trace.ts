/**
 * Why an item shows what it shows: every step of the evaluation with its input and its result, rows and days before and
 * after. Worked out from the same settings, routes and selections that the answers are made from.
 */
import { ALL_DAYS, countDaysIn, intersectRuns, type DayRuns } from '../../calendar/runs';
import { TOTAL, type Layout, type Selection } from '../../cube/query';
import { describeRuns } from '../../period/describe';
import { dimensionName, dimensionsInWords } from '../../model/dimension';
import { drillKey, drillRuns } from '../reader/drill';
import { isControl, isTimeControl, itemOf, type Control, type Visual } from '../document/document';
import { actorOf, isPaling } from '../wiring/routes';
import { conditionWords } from '../../model/measureWords';
import { columnOf, datasetOf, measureOf, roleName, type Model } from '../../model/model';
import { reachOf } from '../turn/reach';
import { seenBy, settingKey } from '../wiring/selection';
import type { NumberBounds } from '../document/controls';
import type { MeasureRef } from '../document/document';
import { totalsOn } from '../turn/totals';
import { titleOf } from '../document/title';
import { datasetUses, partsOf, type DatasetUse } from '../wiring/uses';
import { dimensionsOf, isChart, measuresOf, type ShownMeasure } from '../document/visuals';
import { clockSteps } from './traceClock';
import { applied, type TraceContext, type TraceStep } from './traceStep';

/** The steps that lead to one part of what an item shows. */
export interface TracePart {
  readonly title: string;
  readonly freshness: string;
  readonly layout: Layout | null;
  readonly steps: readonly TraceStep[];
}

export interface Trace {
  readonly item: string;
  readonly title: string;
  readonly clock: readonly TraceStep[];
  readonly parts: readonly TracePart[];
}

/** The trace of a visual or a control; undefined when there is no such item. */
export async function traceOf(context: TraceContext, id: string): Promise<Trace | undefined> {
  const item = itemOf(context.document, id);
  if (!item) return undefined;
  const parts: TracePart[] = [];
  if (isControl(item) || item.kind === 'table') {
    for (const use of datasetUses(context.document, context.model, item))
      parts.push(await tracePart(context, item, use));
  } else {
    for (const shown of measuresOf(item)) parts.push(...(await traceMeasure(context, item, shown)));
  }
  return { item: id, title: titleOf(item, context.model), clock: clockSteps(context, item), parts };
}

const freshnessOf = (model: Model, dataset: string) => {
  const found = datasetOf(model, dataset);
  if (!found) return '';
  return found.live
    ? `${found.name}, read live`
    : `${found.name}, loaded ${found.loadedAt.slice(0, 16).replace('T', ' ')} UTC`;
};

/** Counts rows and days of a selection in a window, as answers do. */
async function counted(context: TraceContext, selection: Selection, window: DayRuns) {
  const answer = await context.source.aggregate({ ...selection, window, by: TOTAL, numbers: [] });
  const covered = await context.source.covered(selection);
  let days: number | null = covered ? 0 : null;
  if (covered && days !== null)
    for (const run of intersectRuns(covered, window)) days += countDaysIn(covered, run.start, run.end);
  return { rows: answer ? answer.rows[0]! : null, days, layout: answer?.layout ?? null };
}

const bare = (use: DatasetUse): Selection => ({
  dataset: use.dataset,
  day: use.role,
  filters: [],
  otherDays: [],
  conditions: [],
});

/** The steps from all rows of a dataset to those that an item sees of it. */
async function tracePart(context: TraceContext, item: Visual | Control, use: DatasetUse): Promise<TracePart> {
  const { document, model, settings } = context;
  const seen = seenBy(document, model, settings, item, use);
  const name = datasetOf(model, use.dataset)?.name ?? use.dataset;
  const role = roleName(model, use.dataset, use.role);
  const steps: TraceStep[] = [];
  let selection = bare(use);
  let window: DayRuns = ALL_DAYS;
  let last = await counted(context, selection, window);
  const note = async (step: Omit<TraceStep, 'rows' | 'days'>) => {
    last = await counted(context, selection, window);
    steps.push({ ...step, rows: last.rows, days: last.days });
  };
  steps.push({
    kind: 'rows',
    words: `Rows of ${name} with a day “${role}”.`,
    rows: last.rows,
    days: last.days,
  });
  if ('ownPeriod' in item && item.ownPeriod) {
    const own = settings.get(item.id);
    if (own?.kind === 'window') window = own.runs;
    const how =
      item.ownPeriod.mode === 'replace'
        ? 'in the place of wired time controls'
        : 'within which wired time controls narrow';
    await note({ kind: 'own period', words: `Its own period “${item.ownPeriod.phrase}”, ${how}.` });
  }
  for (const entry of seen.acting) {
    const step = applied(context, use, entry, selection, window);
    if (!step) continue;
    selection = step.selection;
    window = step.window;
    await note({ kind: step.kind, control: entry.control, words: step.words });
  }
  const drilled = settings.get(drillKey(item.id));
  if (drilled?.kind === 'drill') {
    window = intersectRuns(window, drillRuns(drilled.drill));
    await note({
      kind: 'window',
      words: `Drilled into ${describeRuns(drillRuns(drilled.drill), model.rule)}.`,
    });
  }
  for (const wire of document.wires.filter((entry) => entry.target === item.id && entry.on)) {
    const actor = actorOf(document, wire.control);
    if (
      !actor ||
      seen.acting.some((entry) => entry.control === wire.control) ||
      !settings.has(settingKey(actor))
    )
      continue;
    const replaced =
      'ownPeriod' in item && item.ownPeriod?.mode === 'replace' && isControl(actor) && isTimeControl(actor);
    const why = isPaling(wire, item)
      ? 'it only makes the other marks pale'
      : replaced
        ? 'its own period is in its place'
        : `there is no route to ${name}`;
    steps.push({
      kind: 'no effect',
      control: wire.control,
      words: `${titleOf(actor, model)} takes no rows away here: ${why}.`,
    });
  }
  return {
    title: `${name}, by ${role}`,
    freshness: freshnessOf(model, use.dataset),
    layout: last.layout,
    steps,
  };
}

/** The steps of a measure, those of both sides for a ratio, down to how its values come about. */
async function traceMeasure(
  context: TraceContext,
  visual: Exclude<Visual, { kind: 'table' }>,
  shown: ShownMeasure,
): Promise<TracePart[]> {
  const { model } = context;
  const measure = measureOf(model, shown.dataset, shown.measure);
  const parts: TracePart[] = [];
  for (const part of partsOf(model, shown) ?? []) {
    const traced = await tracePart(context, visual, part);
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
      for (const { control, measure: of, bounds } of totalsOn(context, visual))
        steps.push({ kind: 'condition', control, words: totalsWords(context, control, of, bounds) });
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
      measure?.aggregation === 'ratio' ? `${measure.name}: ${part.measure.name}, ` : `${part.measure.name}, `;
    const distinct = part.measure.aggregation === 'count distinct';
    parts.push({
      ...traced,
      title: `${side}${traced.title}`,
      layout: distinct ? 'database' : traced.layout,
      steps,
    });
  }
  return parts;
}

/** "Passengers: only categories with a total from 100 to 2,000." */
function totalsWords(
  { document, model }: TraceContext,
  control: string,
  of: MeasureRef,
  { low, high }: NumberBounds,
): string {
  const owner = document.controls.find((entry) => entry.id === control)!;
  const ends = [
    ...(low === null ? [] : [`from ${low.toLocaleString('en')}`]),
    ...(high === null ? [] : [`to ${high.toLocaleString('en')}`]),
  ].join(' ');
  const name = measureOf(model, of.dataset, of.measure)?.name ?? of.measure;
  return `${titleOf(owner, model)}: only categories whose total of ${name} is ${ends}.`;
}

const columnWords = (model: Model, dataset: string, column: string | null) =>
  column === null ? 'rows' : (columnOf(model, dataset, column)?.name ?? column);

/** What is done with groups once they are put together: their order, and how many are shown. */
function orderWords(visual: Exclude<Visual, { kind: 'table' }>): string {
  if (!isChart(visual) || (!visual.across && !visual.split)) return '';
  const order = visual.across && visual.order === 'value' ? 'the greatest first' : 'in their natural order';
  return ` Then ${order}, the ${visual.limit} greatest at most.`;
}

function groupedWords(
  model: Model,
  visual: Exclude<Visual, { kind: 'table' }>,
  aggregation: string,
  column: string,
): string {
  const dimensions = dimensionsOf(visual);
  const groups = dimensionsInWords(dimensions.map((entry) => dimensionName(model, entry).toLowerCase()));
  const overTime = isChart(visual) ? visual.across === null : visual.kind !== 'crosstab' || visual.periods;
  const by = [
    groups,
    overTime ? (visual.grain === 'auto' ? 'buckets that follow the window' : visual.grain) : '',
  ].filter((words) => words !== '');
  return `The ${aggregation} of ${column}${by.length > 0 ? `, by ${by.join(' and ')}` : ''}.${orderWords(visual)}`;
}
