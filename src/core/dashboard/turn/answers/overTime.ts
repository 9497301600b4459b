/** What answers along time share: buckets, filled values, where figures are not final. */
import { bucketEnd } from '../../../cube/aggregate';
import { fillMissing } from '../../../model/figures';
import type { Measure } from '../../../model/model';
import type { MeasuredVisual } from '../../document/visuals';
import { drillKey, finerUnit } from '../../reader/drill';
import type { Note } from '../answer';
import { bucketsOf, grainFor, type Buckets, type GrainWanted } from '../grain';
import type { Ground } from '../ground';
import { isCoarse } from '../covered';
import type { Reach } from '../reach';

/** The buckets of a visual's window, and notes about their length. */
export function bucketsFor(
  ground: Ground,
  visual: Pick<MeasuredVisual, 'id' | 'grain' | 'most' | 'least'> & Pick<GrainWanted, 'mostFixed'>,
): { buckets: Buckets; notes: Note[] } {
  const drilled = ground.context.settings.get(drillKey(visual.id));
  const grain = drilled?.kind === 'drill' ? (finerUnit(drilled.drill.unit) ?? 'day') : visual.grain;
  const { model } = ground.context.design;
  const { shown } = ground.about.window;
  const first = shown[0]!.start;
  const last = shown[shown.length - 1]!.end;
  const coarse = ground.measures
    .flatMap((entry) => entry.reaches.map((reach) => reach.part.measure))
    .filter((measure) => isCoarse(measure) && !measure.spread);
  const chosen = grainFor(
    { ...visual, grain },
    { first, last },
    coarse.map((measure) => measure.grain),
    model.rule,
  );
  const notes: Note[] = [];
  if (chosen.because === 'coarse measure') {
    notes.push({
      code: 'grain-coarse-measure',
      words: `by ${chosen.unit}, since ${coarse.map((measure) => measure.name).join(' and ')} is not known finer`,
    });
  }
  if (chosen.because === 'too many')
    notes.push({ code: 'grain-too-many', words: `by ${chosen.unit}: there would be too many ${grain}s` });
  return { buckets: bucketsOf(chosen.unit, first, last, model.rule), notes };
}

/** Index of the first bucket that holds a day whose figures are not final; null when there is none. */
export function provisionalBucket(reaches: readonly Reach[], buckets: Buckets): number | null {
  const days = reaches.map((reach) => reach.provisionalFrom).filter((day) => day !== null);
  if (days.length === 0) return null;
  const from = Math.min(...days);
  const at = buckets.starts.findIndex((_, i) => bucketEnd(buckets, i) >= from);
  return at < 0 ? null : at;
}

/**
 * Values over time with missing ones filled by the measure's rule, between its first and last day shown. `before` is
 * the last value before the window.
 */
export function filledOver(
  measure: Measure,
  values: readonly (number | null)[],
  buckets: Buckets,
  reaches: readonly Reach[],
  before: number | null,
): (number | null)[] {
  const shown = reaches.flatMap((reach) => reach.shown);
  if (shown.length === 0) return [...values];
  const from = Math.min(...shown.map((run) => run.start));
  const to = Math.max(...shown.map((run) => run.end));
  const first = buckets.starts.findIndex((_, i) => bucketEnd(buckets, i) >= from);
  const last = buckets.starts.filter((start) => start <= to).length - 1;
  return fillMissing(measure, values, first, last, before);
}
