/** Total conditions (SQL HAVING): categories are kept where a measure's total lies within bounds. */
import type { NumberBounds } from '../document/kinds/numbers';
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
}

/** The total conditions wired to a visual that have a bound. */
export function totalsOn({ design, settings }: ReachContext, visual: Visual): ActingTotals[] {
  return design.document.controls.flatMap((control) => {
    const setting = settings.get(control.id);
    if (setting?.kind !== 'totals' || !design.wire(control.id, visual.id)?.on) return [];
    const { measure, bounds } = setting;
    return bounds.low === null && bounds.high === null ? [] : [{ control: control.id, measure, bounds }];
  });
}

type Key = readonly (string | null)[];

const isWithin = ({ low, high }: NumberBounds, value: number | null): boolean =>
  value !== null && (low === null || value >= low) && (high === null || value <= high);

/** Whether a group passes every total condition on a visual; undefined when the source cannot tell. */
export async function totalsTest(
  context: ReachContext,
  visual: Visual,
  dimensions: readonly Dimension[],
): Promise<((key: Key) => boolean) | undefined> {
  const tests: ((key: Key) => boolean)[] = [];
  const { model } = context.design;
  const leaveOut = 'unsettled' in visual && visual.unsettled === 'leave out';
  for (const { measure: ref, bounds } of totalsOn(context, visual)) {
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
    tests.push((key) => isWithin(bounds, totals.get(JSON.stringify(key)) ?? null));
  }
  return (key) => tests.every((test) => test(key));
}
