/** The values of measures in the windows that they are compared with: whole, or beside the buckets of a visual. */
import { countDays, countDaysIn } from '../../../calendar/runs';
import { bucketEnd } from '../../../cube/aggregate';
import type { BucketSpan } from '../../../cube/query';
import type { Dimension } from '../../../model/dimension';
import { aggregationOf } from '../../../model/aggregations';
import { valuesBefore } from '../answers/valuesBefore';
import type { Note } from '../answer';
import type { Buckets } from '../grain';
import type { Ground } from '../ground';
import type { Beside as BesideDays, MeasureReach } from '../reach';
import { valueTable, type ValueTable } from '../valueTable';
import type { Partner } from './answer';
import type { BaselineSide, GroundBaseline } from './baselines';
import { leftOver, partnersOf } from './partners';
import { placesOf, type Places } from './places';

type Value = number | null;
type Values = readonly Value[];
type Key = readonly (string | null)[];

/** Nothing to compare with. */
const NO_TABLE: Pick<ValueTable, 'keys' | 'values'> = { keys: [], values: [] };

/** What the parts of a measure are compared with by a baseline; null where it has none. */
const sidesOf = (baseline: GroundBaseline, entry: MeasureReach): readonly BaselineSide[] | null =>
  baseline.measures[entry.index]!.sides;

/** A measure with what it sees of a baseline; null where it has none. */
export function against(baseline: GroundBaseline, entry: MeasureReach): MeasureReach | null {
  const sides = sidesOf(baseline, entry);
  return sides && { ...entry, reaches: sides.map((side) => side.reach) };
}

/** The values of a measure over the whole of a baseline. */
export async function wholeAgainst(
  ground: Ground,
  baseline: GroundBaseline,
  entry: MeasureReach,
  dimensions: readonly Dimension[],
): Promise<Pick<ValueTable, 'keys' | 'values'> | 'elsewhere'> {
  const other = against(baseline, entry);
  if (!other) return NO_TABLE;
  const { source, design } = ground.context;
  const { measure, reaches } = other;
  const outcome = await valueTable(design.model, source, measure, reaches, { dimensions, buckets: null });
  if (outcome.kind === 'elsewhere') return 'elsewhere';
  return outcome.kind === 'table' ? outcome.table : NO_TABLE;
}

/** The buckets of a visual beside what a measure is compared with. */
export interface Alignment {
  readonly entry: MeasureReach;
  /** Of the measure itself; of the dividend of a ratio. */
  readonly partners: readonly Partner[];
  readonly places: readonly Places[];
  /** Buckets of the baseline that have no partner. */
  readonly left: number;
}

/** The partners of the buckets for a measure; undefined where it has no baseline. */
function alignmentOf(
  ground: Ground,
  baseline: GroundBaseline,
  entry: MeasureReach,
  buckets: Buckets,
): Alignment | undefined {
  const sides = sidesOf(baseline, entry);
  const other = against(baseline, entry);
  if (!sides || !other || !baseline.baseline) return undefined;
  const beside = sides.map((side) => besideOf(ground, baseline, side, buckets));
  return {
    entry: other,
    partners: beside[0]!.partners,
    places: beside.map((one) => one.places),
    left: beside[0]!.left,
  };
}

/** Which days stand beside the buckets; visuals of a turn that ask for the same share the answer. */
function besideOf(
  { context }: Ground,
  { text, baseline }: GroundBaseline,
  side: BaselineSide,
  buckets: Buckets,
): BesideDays {
  const { starts, unit, end } = buckets;
  const key = JSON.stringify([text, side.compared, side.runs, unit, starts[0], end]);
  const known = context.beside?.get(key);
  if (known) return known;
  const { rule } = context.design.model;
  const partners = partnersOf(side, baseline!, buckets, rule);
  const left = leftOver(side.runs, partners, unit, rule);
  const made = { partners, places: placesOf(partners), left };
  context.beside?.set(key, made);
  return made;
}

/** Values beside the buckets, by key; null where there is none. */
export type Beside = (key: Key) => Values;

/** The values of a measure beside the buckets, missing ones filled by its rule. */
export async function bucketsAgainst(
  ground: Ground,
  aligned: Alignment,
  dimensions: readonly Dimension[],
  buckets: Buckets,
): Promise<{ readonly keys: readonly Key[]; readonly beside: Beside } | 'elsewhere'> {
  const { source, design } = ground.context;
  const { entry, partners, places } = aligned;
  const { measure, reaches } = entry;
  const wanted = { dimensions, buckets };
  const outcome = await valueTable(design.model, source, measure, reaches, wanted, places);
  const from = reaches[0]!.shown[0]?.start;
  const before =
    from === undefined
      ? () => null
      : await valuesBefore(ground, entry, reaches, dimensions, buckets.unit, from);
  if (outcome.kind === 'elsewhere' || before === 'elsewhere') return 'elsewhere';
  if (outcome.kind === 'no column') return { keys: [], beside: () => buckets.starts.map(() => null) };
  const { keys, values } = outcome.table;
  const rows = new Map(keys.map((key, g) => [JSON.stringify(key), values[g]!]));
  const beside = (key: Key) => {
    const own = rows.get(JSON.stringify(key)) ?? buckets.starts.map(() => null);
    return perDayOver(ground, entry, filledBeside(entry, own, partners, before(key)), partners);
  };
  return { keys, beside };
}

/** What a measure is compared with by one baseline, beside the buckets of a visual. */
export interface BesideBuckets {
  /** Undefined where the measure has no such baseline; nothing stands beside its buckets then. */
  readonly aligned: Alignment | undefined;
  readonly partners: readonly Partner[];
  readonly keys: readonly Key[];
  readonly beside: Beside;
}

/** The values of a measure beside the buckets of a visual, by one baseline. */
export async function besideBuckets(
  ground: Ground,
  baseline: GroundBaseline,
  entry: MeasureReach,
  dimensions: readonly Dimension[],
  buckets: Buckets,
): Promise<BesideBuckets | 'elsewhere'> {
  const none = buckets.starts.map(() => null);
  const aligned = alignmentOf(ground, baseline, entry, buckets);
  if (!aligned) return { aligned, partners: none, keys: [], beside: () => none };
  const table = await bucketsAgainst(ground, aligned, dimensions, buckets);
  return table === 'elsewhere' ? table : { aligned, partners: aligned.partners, ...table };
}

/** Values with missing ones filled by the measure's rule, between the first and the last day shown of the baseline. */
function filledBeside(
  { measure, reaches }: MeasureReach,
  values: Values,
  partners: readonly Partner[],
  before: Value,
): Values {
  if (measure.missing === 'gap' || measure.missing === 'dash') return values;
  const shown = reaches.flatMap((reach) => reach.shown);
  const from = Math.min(...shown.map((run) => run.start));
  const to = Math.max(...shown.map((run) => run.end));
  let previous = before;
  return values.map((value, i) => {
    const partner = partners[i] ?? null;
    if (value !== null) previous = value;
    if (value !== null || !partner || partner.end < from || partner.start > to) return value;
    return measure.missing === 'zero' ? 0 : previous;
  });
}

const divided = (value: Value, days: number): Value => (value === null || days === 0 ? value : value / days);

/** A value of a measure over all of its window: by day where the visual compares by day. */
export function perDay(ground: Ground, { measure, reaches }: MeasureReach, value: Value): Value {
  if (!ground.perDay || !aggregationOf(measure).addsUpOverDays) return value;
  return divided(value, countDays(reaches[0]!.shown));
}

/** Values over stretches, by day where the visual compares by day. */
function perDayOver(
  ground: Ground,
  { measure, reaches }: MeasureReach,
  values: Values,
  stretches: readonly Partner[],
): Values {
  if (!ground.perDay || !aggregationOf(measure).addsUpOverDays) return values;
  return values.map((value, i) => {
    const stretch = stretches[i];
    return stretch ? divided(value, countDaysIn(reaches[0]!.shown, stretch.start, stretch.end)) : value;
  });
}

/** The same over buckets. */
export const perDayIn = (ground: Ground, entry: MeasureReach, values: Values, buckets: BucketSpan): Values =>
  ground.perDay
    ? perDayOver(
        ground,
        entry,
        values,
        buckets.starts.map((start, i) => ({ start, end: bucketEnd(buckets, i) })),
      )
    : values;

/** The partners of the buckets by the first measure, and a note on buckets of the baseline that have none. */
export function leadPartners(
  ground: Ground,
  baseline: GroundBaseline,
  buckets: Buckets,
): { readonly partners: readonly Partner[]; readonly notes: readonly Note[] } {
  const lead = ground.measures[0]!;
  const aligned = alignmentOf(ground, baseline, lead, buckets);
  if (!aligned) return { partners: buckets.starts.map(() => null), notes: [] };
  const { left } = aligned;
  const units = `${left} ${buckets.unit}${left === 1 ? '' : 's'}`;
  const words = `${units} of ${baseline.name || baseline.text} ${left === 1 ? 'has' : 'have'} no counterpart here`;
  return { partners: aligned.partners, notes: left > 0 ? [{ code: 'baseline-beyond', words }] : [] };
}
