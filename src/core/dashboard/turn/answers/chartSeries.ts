/** What charts along time and along a dimension share: what a limit leaves of a split, and what a series begins with. */
import { BLANK } from '../../../model/blank';
import { compareValues, dimensionName, type Dimension } from '../../../model/dimension';
import type { Chart } from '../../document/visuals';
import { othersName, type ChartAnswer, type Note, type SeriesAnswer } from '../answer';
import { slowest, type Ground } from '../ground';
import type { MeasureReach } from '../reach';
import { rowsBehind } from '../valueTable';
import { figuresBy, greatestFirst, listing, sameListing, type Listing } from './limited';
import { axisOf, seriesName, type Part } from './tables';

export type Value = string | null;

/** What a series is of, beside its measure: a value, all others, or (neither) everything. */
export interface SeriesOf {
  readonly value?: Value;
  readonly others?: number;
}

/** What every answer of a chart tells. */
export const chartCommon = (ground: Ground, parts: readonly Part[], notes: readonly Note[]) => ({
  kind: 'chart' as const,
  ...ground.about,
  rows: rowsBehind(parts.map((part) => part.table)),
  layout: slowest(parts.map((part) => part.table.layout)),
  notes: [...ground.notes, ...notes],
});

/** Says what a limit leaves out; nothing where nothing is left out. */
export function limitNote(
  which: 'greatest' | 'first',
  { listed, unlisted, others }: Listing,
  by = '',
): Note[] {
  if (unlisted.length === 0) return [];
  const rest = others ? `, the other ${unlisted.length} as one` : '';
  const words = `${which} ${listed.length} of ${listed.length + unlisted.length}${by}${rest}`;
  return [{ code: 'limited', words }];
}

/** "by channel", as notes on a split begin to say whose limit it is. */
export const bySplit = (ground: Ground, split: Dimension) =>
  ` by ${dimensionName(ground.context.design.model, split).toLowerCase()}`;

/** A series with its values in each baseline. */
export interface ComparedSeries {
  readonly series: SeriesAnswer;
  readonly against: readonly (readonly (number | null)[])[];
}

interface SplitGround {
  readonly ground: Ground;
  readonly visual: Chart;
  readonly split: Dimension;
  readonly entry: MeasureReach;
}

/** Values that only baselines have, by name, after those that there are now. */
export const onlyThere = (
  now: readonly Value[],
  there: readonly Value[],
  natural: (a: Value, b: Value) => number,
): Value[] => {
  const known = new Set(now);
  return [...new Set(there)].filter((value) => !known.has(value)).sort(natural);
};

/**
 * Which values of a split have a series of their own: the greatest by the measure, in natural order, then those that
 * only baselines have (`there`) as far as there is room.
 */
export async function splitListing(
  { ground, visual, split, entry }: SplitGround,
  values: readonly Value[],
  there: readonly Value[],
  like: ChartAnswer | undefined,
): Promise<Listing | 'elsewhere'> {
  const natural = compareValues(ground.context.design.model, split);
  if (like) {
    const series = like.series.filter((one) => one.measure === entry.index);
    const listed = series.flatMap((one) => (one.value === undefined ? [] : [one.value]));
    const others = series.some((one) => one.others !== undefined);
    return sameListing(split, values, listed, others);
  }
  const added = onlyThere(values, there, natural);
  if (values.length + added.length <= visual.limit)
    return listing(split, [...[...values].sort(natural), ...added], visual.limit, visual.rest);
  const figures = await figuresBy(ground, entry, split);
  if (figures === 'elsewhere') return figures;
  const ordered = [...greatestFirst(values, figures, natural), ...added];
  const found = listing(split, ordered, visual.limit, visual.rest);
  const [now, then] = [values, added].map((some) => found.listed.filter((value) => some.includes(value)));
  return { ...found, listed: [...now!.sort(natural), ...then!] };
}

/** What a series of a measure begins with. */
export function seriesStart(ground: Ground, entry: MeasureReach, of: SeriesOf) {
  const own = seriesName(ground, entry);
  const part =
    of.others !== undefined ? othersName(of.others) : of.value === undefined ? null : (of.value ?? BLANK);
  const name = part === null ? own : ground.measures.length > 1 ? `${own}, ${part}` : part;
  return { name, ...of, measure: entry.index, axis: axisOf(ground, entry) };
}
