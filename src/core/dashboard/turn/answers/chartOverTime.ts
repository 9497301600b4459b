/** Charts along time: a series a measure, or a series a value of a split. */
import type { Dimension } from '../../../model/dimension';
import type { Chart } from '../../document/visuals';
import type { ChartAnswer, Note, SeriesAnswer, VisualAnswer } from '../answer';
import type { Ground } from '../ground';
import type { Buckets } from '../grain';
import { totalsOn, totalsTest } from '../totals';
import {
  bySplit,
  chartCommon,
  limitNote,
  seriesStart,
  splitListing,
  type SeriesOf,
  type Value,
} from './chartSeries';
import { othersTable } from './limited';
import { bucketsFor, filledOver, provisionalBucket, valuesBefore } from './overTime';
import { ELSEWHERE } from './parts';
import { tablesOf, type Part } from './tables';

/** Answers a chart along time; with the groups of another answer where one is given. */
export async function answerOverTime(
  ground: Ground,
  visual: Chart,
  like: ChartAnswer | undefined,
): Promise<VisualAnswer> {
  const { split } = visual;
  const { buckets, notes } = bucketsFor(ground, visual);
  const tables = await tablesOf(ground, split ? [split] : [], buckets);
  if (tables === 'elsewhere') return ELSEWHERE;
  const series: SeriesAnswer[] = [];
  const allNotes: Note[] = [...notes, ...tables.notes];
  for (const part of tables.parts) {
    const own = split
      ? await splitSeries(ground, visual, split, buckets, part, like)
      : await plainSeries(ground, buckets, part);
    if (own === 'elsewhere') return ELSEWHERE;
    series.push(...own.series);
    allNotes.push(...own.notes);
  }
  return { ...chartCommon(ground, tables.parts, allNotes), buckets, categories: null, series };
}

type Found = { readonly series: SeriesAnswer[]; readonly notes: Note[] } | 'elsewhere';

/** How a series of a measure is made from its values by bucket and the value before them. */
const maker =
  (ground: Ground, buckets: Buckets, { entry }: Part) =>
  (of: SeriesOf, values: readonly (number | null)[] | undefined, before: number | null): SeriesAnswer => ({
    ...seriesStart(ground, entry, of),
    values: filledOver(
      entry.measure,
      values ?? buckets.starts.map(() => null),
      buckets,
      entry.reaches,
      before,
    ),
    provisionalFrom: provisionalBucket(entry.reaches, buckets),
  });

async function plainSeries(ground: Ground, buckets: Buckets, part: Part): Promise<Found> {
  const before = await valuesBefore(ground, part.entry, part.entry.reaches, [], buckets);
  if (before === 'elsewhere') return before;
  const made = maker(ground, buckets, part);
  return { series: part.table.values.map((values) => made({}, values, before([]))), notes: [] };
}

async function splitSeries(
  ground: Ground,
  visual: Chart,
  split: Dimension,
  buckets: Buckets,
  part: Part,
  like: ChartAnswer | undefined,
): Promise<Found> {
  const { entry, table } = part;
  const passes = await totalsTest(ground.context, visual, [split]);
  const before = await valuesBefore(ground, entry, entry.reaches, [split], buckets);
  if (!passes || before === 'elsewhere') return 'elsewhere';
  const values = table.keys.filter(passes).map((key) => key[0]!);
  const found = await splitListing(ground, visual, split, entry, values, like);
  if (found === 'elsewhere') return found;
  const made = maker(ground, buckets, part);
  const at = new Map<Value, readonly (number | null)[]>(
    table.keys.map((key, g) => [key[0]!, table.values[g]!]),
  );
  const series = found.listed.map((value) => made({ value }, at.get(value), before([value])));
  const notes = limitNote('greatest', found, bySplit(ground, split));
  if (!found.others) return { series, notes };
  const all = totalsOn(ground.context, visual).length === 0;
  const rest = await othersTable(ground, entry, [found], { dimensions: [], buckets }, all);
  if (rest === 'elsewhere') return rest;
  const earlier = await valuesBefore(ground, entry, rest.reaches, [], buckets);
  if (earlier === 'elsewhere') return earlier;
  const others = made({ others: found.unlisted.length }, rest.table.values[0], earlier([]));
  return { series: [...series, others], notes };
}
