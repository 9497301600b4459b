/** A measure of a visual on both sides of a change. */
import type { MeasuredVisual } from '../../document/visuals';
import { comparedMeasures } from '../answers/measured';
import { periodChange } from '../answers/periodColumns';
import type { MeasurePair, ReachContext } from '../reach';
import { groundBaselines } from './baselines';

/**
 * The measure with this index as it is now and as it was then: against a baseline, or, where periods stand across a
 * crosstab, in the change column with this id. Undefined where there is no such change, or the source cannot tell.
 */
export async function pairOf(
  context: ReachContext,
  visual: MeasuredVisual,
  against: string,
  index: number,
): Promise<MeasurePair | undefined> {
  if (visual.kind === 'crosstab' && visual.columns?.kind === 'periods')
    return periodChange(context, visual, visual.columns, { change: against, measure: index });
  const comparing = await comparedMeasures(context, visual);
  if (!comparing) return undefined;
  const { compared, measures } = comparing;
  const now = measures[index];
  const wanted = compared.baselines.filter((baseline) => baseline.id === against);
  if (!now || wanted.length === 0) return undefined;
  const found = await groundBaselines(context, visual, { ...compared, baselines: wanted }, [now]);
  const sides = found?.[0]?.measures[0]?.sides;
  return sides ? { now, then: { ...now, reaches: sides.map(({ reach }) => reach) } } : undefined;
}
