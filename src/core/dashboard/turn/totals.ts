/** Total conditions (SQL HAVING): categories are kept where a measure's total lies within bounds. */
import { isWithin, rangesOf } from '../../model/bins';
import type { NumberBounds } from '../../model/numberBounds';
import type { Dimension } from '../../model/dimension';
import type { MeasureRef, Visual } from '../document/document';
import { measureOf } from '../../model/model';
import { reachesOf, type ReachContext } from './reach';
import { valueTable } from './valueTable';

/** A total condition that acts on a visual. */
export interface ActingTotals {
  readonly control: string;
  readonly measure: MeasureRef;
  readonly bounds: NumberBounds;
  /** Those joined by any keep a category together where one of them does. */
  readonly join: 'all' | 'any';
}

/** The total conditions wired to a visual that have a bound. */
export function totalsOn({ design, settings }: ReachContext, visual: Visual): ActingTotals[] {
  return design.document.controls.flatMap((control) => {
    const setting = settings.get(control.id);
    if (setting?.kind !== 'totals' || !design.wire(control.id, visual.id)?.on) return [];
    const { measure, bounds, join } = setting;
    return rangesOf(bounds).length === 0 ? [] : [{ control: control.id, measure, bounds, join }];
  });
}

type Key = readonly (string | null)[];

/** Whether a group passes every total condition on a visual; undefined when the source cannot tell. */
export async function totalsTest(
  context: ReachContext,
  visual: Visual,
  dimensions: readonly Dimension[],
): Promise<((key: Key) => boolean) | undefined> {
  const tests: Record<ActingTotals['join'], ((key: Key) => boolean)[]> = { all: [], any: [] };
  const { model } = context.design;
  const leaveOut = 'unsettled' in visual && visual.unsettled === 'leave out';
  for (const { measure: ref, bounds, join } of totalsOn(context, visual)) {
    const measure = measureOf(model, ref.dataset, ref.measure);
    const reaches = await reachesOf(context, visual, ref, leaveOut);
    if (!reaches) return undefined;
    if (!measure || reaches.length === 0) continue;
    const outcome = await valueTable(model, context.source, measure, reaches, {
      dimensions,
      buckets: null,
    });
    if (outcome.kind === 'elsewhere') return undefined;
    if (outcome.kind === 'no column') continue;
    const { keys, values } = outcome.table;
    const totals = new Map(keys.map((key, g) => [JSON.stringify(key), values[g]![0] ?? null]));
    tests[join].push((key) => isWithin(bounds, totals.get(JSON.stringify(key)) ?? null));
  }
  return (key) =>
    tests.all.every((test) => test(key)) && (tests.any.length === 0 || tests.any.some((test) => test(key)));
}
