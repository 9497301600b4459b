/** Answers of visuals: their window, rows and figures. */
import { intersectRuns } from '../../calendar/runs';
import { clipRuns } from '../../coverage/coverage';
import { TOTAL } from '../../cube/query';
import { answerChart } from './answers/chart';
import { answerCrosstab } from './answers/crosstab';
import { answerCalendarMap, answerFigure } from './answers/figure';
import { broken, ELSEWHERE, missingDataset } from './answers/parts';
import { isShown, type VisualAnswer } from './answer';
import type { Visual } from '../document/document';
import { groundOf, type MeasureReach } from './ground';
import { asFiltered, inSameForm, isPaled, withLit } from './lit';
import { datasetOf, measureOf, type Model } from '../../model/model';
import { reachOf, type Reach, type ReachContext } from './reach';
import { seenBy, type Acting } from '../wiring/selection';
import { datasetUses, partsOf } from '../wiring/uses';
import { isChart, type MeasuredVisual, type ShownMeasure, type TableOfRows } from '../document/visuals';

/** Answers a visual; a source that cannot is told by `elsewhere`. */
export async function answerVisual(context: ReachContext, visual: Visual): Promise<VisualAnswer> {
  const answer = await answerRows(context, visual);
  if (!isShown(answer) || !isPaled(context.document, context.settings, visual)) return answer;
  const filtered = { ...context, document: asFiltered(context.document, visual) };
  const kept = await answerRows(filtered, inSameForm(visual, answer));
  return kept.kind === 'elsewhere' ? kept : withLit(answer, kept);
}

/** Answers a visual from the rows that its filtering wires leave. */
async function answerRows(context: ReachContext, visual: Visual): Promise<VisualAnswer> {
  if (visual.kind === 'table') return answerTable(context, visual);
  const reached = await reachMeasures(context, visual);
  if (!isReached(reached)) return reached;
  const measures = reached;
  const all = measures.flatMap((entry) => entry.reaches);
  const seen = all.filter((reach) => reach.shown.length > 0);
  if (seen.length === 0) return emptyOf(all);
  const ground = groundOf(context, measures, seen);
  if (isChart(visual)) return answerChart(ground, visual);
  switch (visual.kind) {
    case 'crosstab':
      return answerCrosstab(ground, visual);
    case 'figure':
      return answerFigure(ground, visual);
    case 'calendarmap':
      return answerCalendarMap(ground);
  }
}

type Reached = readonly MeasureReach[];
const isReached = (outcome: Reached | VisualAnswer): outcome is Reached => Array.isArray(outcome);

async function reachMeasures(context: ReachContext, visual: MeasuredVisual): Promise<Reached | VisualAnswer> {
  const measures: MeasureReach[] = [];
  for (const [index, shown] of visual.measures.entries()) {
    const parts = partsOf(context.model, shown);
    if (!parts) return broken(problemOf(shown, context.model));
    const reaches: Reach[] = [];
    for (const part of parts) {
      const reach = await reachOf(context, visual, part, visual.unsettled === 'leave out');
      if (!reach) return ELSEWHERE;
      reaches.push(reach);
    }
    measures.push({
      index,
      shown,
      measure: measureOf(context.model, shown.dataset, shown.measure)!,
      reaches,
    });
  }
  return measures;
}

function problemOf(shown: ShownMeasure, model: Model): string {
  if (!datasetOf(model, shown.dataset)) return missingDataset(shown.dataset);
  const measure = measureOf(model, shown.dataset, shown.measure);
  if (measure)
    return `A measure that the ratio “${measure.name}” needs is not there. Mend it on the dataset’s page.`;
  return `There is no measure “${shown.measure}”. Choose another in the settings.`;
}

function actingOn(reaches: readonly Pick<Reach, 'acting'>[]): Acting[] {
  const known = new Map<string, Acting>();
  for (const { acting } of reaches)
    for (const entry of acting) known.set(`${entry.control}|${JSON.stringify(entry.route)}`, entry);
  return [...known.values()];
}

function emptyOf(reaches: readonly Reach[]): VisualAnswer {
  const asked = reaches[0]?.asked ?? [];
  const near = reaches.map((reach) => reach.nearest).filter((day) => day !== undefined);
  return { kind: 'empty', asked, nearest: near[0], acting: actingOn(reaches) };
}

async function answerTable(context: ReachContext, visual: TableOfRows): Promise<VisualAnswer> {
  const { document, model, settings, source } = context;
  const [use] = datasetUses(document, model, visual);
  if (!use) return broken(missingDataset(visual.dataset));
  const seen = seenBy(document, model, settings, visual, use);
  const covered = seen.pending ? undefined : await source.covered(seen.selection);
  if (!covered) return ELSEWHERE;
  const clipped = clipRuns(seen.window, covered);
  if (clipped.empty) {
    return { kind: 'empty', asked: seen.window, nearest: clipped.nearest, acting: seen.acting };
  }
  const total = await source.aggregate({
    ...seen.selection,
    window: clipped.runs,
    by: TOTAL,
    numbers: [],
  });
  if (!total) return ELSEWHERE;
  const { runs: shown, days, daysWithData } = clipped;
  const about = { asked: seen.window, shown, days, daysWithData };
  const inside = intersectRuns(covered, shown);
  return {
    kind: 'table',
    window: about,
    uses: [{ ...use, ...about, measures: [], acting: seen.acting, selection: seen.selection }],
    rows: total.rows[0]!,
    layout: total.layout,
    latest: inside[inside.length - 1]!.end,
    notes: [],
  };
}
