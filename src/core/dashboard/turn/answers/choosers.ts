/** Answers of choosers: what they hold, what each entry would mean now, and why some cannot be chosen. */
import type { Day } from '../../../calendar/day';
import type { CalendarRule } from '../../../calendar/rule';
import { indexOf, nestsIn, type Unit } from '../../../calendar/units';
import type { Measure } from '../../../model/model';
import type { BaselineChooser, GrainChooser } from '../../document/controls';
import { isControl, itemOf } from '../../document/document';
import { ownBaselines } from '../../document/kinds/compare';
import type { Chooses } from '../../document/kinds/entry';
import { isMeasured, kindOf, type MeasuredVisual } from '../../document/visuals';
import { comparedWith } from '../../reader/compared';
import { heldBy } from '../../reader/held';
import type { BaselineOffer, ControlAnswer, GrainOffer } from '../controlAnswer';
import { groundBaselines } from '../comparing/baselines';
import { isCoarse } from '../covered';
import { grainFor } from '../grain';
import type { MeasureReach, ReachContext } from '../reach';
import { isReached, reachMeasures } from './measured';
import { ELSEWHERE } from './parts';

/** The first visual that a chooser is wired to and chooses something for, with what its measures see. */
async function firstWired(
  context: ReachContext,
  control: { readonly id: string },
  chooses: Chooses,
): Promise<{ visual: MeasuredVisual; measures: readonly MeasureReach[] } | 'elsewhere' | undefined> {
  const { document } = context.design;
  for (const wire of document.wires) {
    const visual = wire.on && wire.control === control.id ? itemOf(document, wire.target) : undefined;
    if (!visual || isControl(visual) || !isMeasured(visual)) continue;
    if (!kindOf(visual).takes(visual).includes(chooses)) continue;
    const measures = await reachMeasures(context, visual);
    if (isReached(measures)) return { visual, measures };
    if (measures.kind === 'elsewhere') return 'elsewhere';
  }
  return undefined;
}

/** Answers a baseline chooser: the days that each entry would mean for the first visual that it is wired to. */
export async function answerBaselines(
  context: ReachContext,
  control: BaselineChooser,
): Promise<ControlAnswer> {
  const chosen = heldBy(control, context.state);
  const typed = chosen.flatMap((entry) => (typeof entry === 'string' ? [] : [entry.text]));
  const wanted = [
    ...context.design.document.baselines.filter((entry) => control.offer.includes(entry.id)),
    ...ownBaselines(typed),
  ];
  const first = await firstWired(context, control, 'baselines');
  if (first === 'elsewhere') return ELSEWHERE;
  const offers: BaselineOffer[] = [];
  for (const entry of wanted) {
    const found = first
      ? await groundBaselines(context, first.visual, comparedWith([entry]), first.measures.slice(0, 1))
      : [];
    if (!found) return ELSEWHERE;
    offers.push({ ...entry, windows: found.map((one) => one.measures[0]!.answer) });
  }
  return { kind: 'baselines', chosen, offers };
}

/** Answers a grain chooser: each grain, with the reason for which the first visual that it is wired to cannot take it. */
export async function answerGrain(context: ReachContext, control: GrainChooser): Promise<ControlAnswer> {
  const first = await firstWired(context, control, 'grain');
  if (first === 'elsewhere') return ELSEWHERE;
  const shown = first?.measures.flatMap((entry) => entry.reaches.flatMap((reach) => reach.shown)) ?? [];
  const parts = first?.measures.flatMap((entry) => entry.reaches.map((reach) => reach.part.measure)) ?? [];
  const window = {
    first: Math.min(...shown.map((run) => run.start)),
    last: Math.max(...shown.map((run) => run.end)),
  };
  const { rule } = context.design.model;
  const offers = control.offer.map((grain): GrainOffer => ({
    grain,
    reason: grain === 'auto' || shown.length === 0 ? null : reasonAgainst(grain, window, parts, rule),
  }));
  return { kind: 'grain', chosen: heldBy(control, context.state), offers };
}

/** Why buckets of a unit make no sense over a window; null where they do. */
function reasonAgainst(
  unit: Unit,
  window: { readonly first: Day; readonly last: Day },
  measures: readonly Measure[],
  rule: CalendarRule,
): string | null {
  const coarse = measures.filter((measure) => isCoarse(measure) && !measure.spread);
  const finer = coarse.find((measure) => !nestsIn(measure.grain, unit, rule));
  if (finer) return `${finer.name} is known by ${finer.grain} only`;
  const grains = coarse.map((measure) => measure.grain);
  const chosen = grainFor({ grain: unit, most: 1, least: 1 }, window, grains, rule);
  if (chosen.because === 'too many') return `there would be too many ${unit}s`;
  const isSingle = indexOf(unit, window.first, rule) === indexOf(unit, window.last, rule);
  return isSingle ? `the window lies in a single ${unit}` : null;
}
