/** What answers of visuals with measures begin with: all that each measure sees. */
import { datasetOf, measureOf, type Model } from '../../../model/model';
import { nearestOf } from '../../../coverage/coverage';
import type { MeasuredVisual } from '../../document/visuals';
import type { ShownMeasure } from '../../document/kinds/measured';
import type { Acting } from '../../wiring/selection';
import type { VisualAnswer } from '../answer';
import { comparedBy, type Compared } from '../../reader/compared';
import { groundBaselines } from '../comparing/baselines';
import { groundOf, type Ground } from '../ground';
import { type MeasureReach, reachesOf, type Reach, type ReachContext } from '../reach';
import { broken, ELSEWHERE, missingDataset } from './parts';

/** Answers a visual from its ground; empty where no measure sees a day with data. */
export async function answerMeasured<V extends MeasuredVisual>(
  context: ReachContext,
  visual: V,
  answer: (ground: Ground, visual: V) => Promise<VisualAnswer>,
): Promise<VisualAnswer> {
  const measures = await reachMeasures(context, visual);
  if (!isReached(measures)) return measures;
  const all = measures.flatMap((entry) => entry.reaches);
  const seen = all.filter((reach) => reach.shown.length > 0);
  if (seen.length === 0) return emptyOf(all);
  const compared = comparedBy(context.design.document, context.state, visual);
  if (!compared) return answer(groundOf(context, measures, seen), visual);
  const baselines = await groundBaselines(context, visual, compared, measures);
  if (!baselines) return ELSEWHERE;
  return answer(groundOf(context, measures, seen, { baselines, per: compared.per }), visual);
}

type Reached = readonly MeasureReach[];
export const isReached = (outcome: Reached | VisualAnswer): outcome is Reached => Array.isArray(outcome);

/** What each measure of a visual sees; an answer where something it needs is not there. */
export async function reachMeasures(
  context: ReachContext,
  visual: MeasuredVisual,
): Promise<Reached | VisualAnswer> {
  const { model } = context.design;
  const measures: MeasureReach[] = [];
  for (const [index, shown] of visual.measures.entries()) {
    const reaches = await reachesOf(context, visual, shown, visual.unsettled === 'leave out');
    if (!reaches) return ELSEWHERE;
    if (reaches.length === 0) return broken(problemOf(shown, model));
    measures.push({
      index,
      shown,
      measure: measureOf(model, shown.dataset, shown.measure)!,
      reaches,
    });
  }
  return measures;
}

/** A visual's measures, and how it compares them; undefined where nothing is compared, or something is not there. */
export async function comparedMeasures(
  context: ReachContext,
  visual: MeasuredVisual,
): Promise<{ readonly compared: Compared; readonly measures: readonly MeasureReach[] } | undefined> {
  const compared = comparedBy(context.design.document, context.state, visual);
  const measures = compared && (await reachMeasures(context, visual));
  return measures && isReached(measures) ? { compared, measures } : undefined;
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

export function emptyOf(reaches: readonly Reach[]): VisualAnswer {
  const asked = reaches[0]?.asked ?? [];
  const nearest = nearestOf(reaches.map((reach) => reach.nearest))?.day;
  return { kind: 'empty', asked, nearest, acting: actingOn(reaches) };
}
