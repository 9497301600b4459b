/** The values of all measures of a visual by dimensions and buckets, and what stands beside them. */
import { dimensionName, type Dimension } from '../../../model/dimension';
import { datasetOf, roleName, type Model } from '../../../model/model';
import type { Note } from '../answer';
import { onceEach, type Ground } from '../ground';
import type { BucketSpan } from '../../../cube/query';
import type { MeasureReach, Reach } from '../reach';
import { valueTable, type TableOutcome, type ValueTable } from '../valueTable';

/** What to say where rows cannot be told apart by a dimension. */
function noColumn(model: Model, outcome: Extract<TableOutcome, { kind: 'no column' }>): Note {
  const dataset = datasetOf(model, outcome.dataset)?.name ?? outcome.dataset;
  const words = `${dataset} has no ${dimensionName(model, outcome.dimension).toLowerCase()}; its measures are left out`;
  return { code: 'no-column', words };
}

/** Whether a measure has nothing to show in the window: a ratio of nothing is zero where its upper side says so. */
function isSilent({ reaches }: MeasureReach): boolean {
  const [first, second] = reaches;
  const none = (reach: Reach | undefined) => reach !== undefined && reach.shown.length === 0;
  if (second) return none(second) || (none(first) && first!.part.measure.missing !== 'zero');
  return none(first);
}

/** The values of one measure. */
export interface Part {
  readonly entry: MeasureReach;
  readonly table: ValueTable;
}

/** The tables of all measures that can be told apart by the dimensions. */
export async function tablesOf(
  ground: Ground,
  dimensions: readonly Dimension[],
  buckets: BucketSpan | null,
): Promise<{ parts: Part[]; notes: Note[] } | 'elsewhere'> {
  const { source } = ground.context;
  const { model } = ground.context.design;
  const parts: Part[] = [];
  const notes: Note[] = [];
  for (const entry of ground.measures) {
    if (isSilent(entry)) continue;
    const outcome = await valueTable(model, source, entry.measure, entry.reaches, { dimensions, buckets });
    if (outcome.kind === 'elsewhere') return 'elsewhere';
    if (outcome.kind === 'no column') notes.push(noColumn(model, outcome));
    else parts.push({ entry, table: outcome.table });
  }
  return { parts, notes: onceEach(notes) };
}

/**
 * Name of a measure as a series: with its date role where that is not its own, and with its dataset where another
 * measure of the visual has the same name.
 */
export function seriesName(ground: Ground, { measure, shown }: MeasureReach): string {
  const { model } = ground.context.design;
  const name =
    shown.role === null || shown.role === measure.role
      ? measure.name
      : `${measure.name}, ${roleName(model, shown.dataset, shown.role)}`;
  const isShared = ground.measures.some(
    (other) => other.measure.name === measure.name && other.shown.dataset !== shown.dataset,
  );
  return isShared ? `${name}, ${datasetOf(model, shown.dataset)?.name ?? shown.dataset}` : name;
}

/** The value axis of a measure: as set, or the right one for another unit than the first measure's. */
export function axisOf(ground: Ground, { shown, measure }: MeasureReach): 'left' | 'right' {
  if (shown.axis !== 'auto') return shown.axis;
  return measure.unit === ground.measures[0]!.measure.unit ? 'left' : 'right';
}
