/** Charts along time: a series a measure, or a series a value of a split. */
import type { Dimension } from '../../../model/dimension';
import type { Chart } from '../../document/visuals';
import type { ChartAnswer, Note, SeriesAnswer, VisualAnswer } from '../answer';
import {
  besideBuckets,
  bucketsAgainst,
  leadPartners,
  perDayIn,
  type BesideBuckets,
} from '../comparing/tables';
import type { Ground } from '../ground';
import type { Buckets } from '../grain';
import { totalsOn, totalsTest } from '../totals';
import {
  bySplit,
  chartCommon,
  limitNote,
  seriesStart,
  splitListing,
  type ComparedSeries,
  type SeriesOf,
  type Value,
} from './chartSeries';
import { othersReaches, othersTable, type Listing } from './limited';
import { bucketsFor, filledOver, provisionalBucket } from './overTime';
import { ELSEWHERE } from './parts';
import { tablesOf, type Part } from './tables';
import { valuesBeforeWindow } from './valuesBefore';

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
  const series: ComparedSeries[] = [];
  const allNotes: Note[] = [...notes, ...tables.notes];
  for (const part of tables.parts) {
    const along = { ground, visual, buckets, part };
    const own = split ? await splitSeries(along, split, like) : await plainSeries(along);
    if (own === 'elsewhere') return ELSEWHERE;
    series.push(...own.series);
    allNotes.push(...own.notes);
  }
  const leads = ground.baselines.map((baseline) => leadPartners(ground, baseline, buckets));
  const against = leads.map(({ partners }, b) => ({
    series: series.map((entry) => entry.against[b]!),
    partners,
  }));
  return {
    ...chartCommon(ground, tables.parts, [...allNotes, ...leads.flatMap((lead) => lead.notes)]),
    buckets,
    categories: null,
    series: series.map((entry) => entry.series),
    ...(against.length > 0 ? { against } : {}),
  };
}

type Found = { readonly series: ComparedSeries[]; readonly notes: Note[] } | 'elsewhere';

interface Along {
  readonly ground: Ground;
  readonly visual: Chart;
  readonly buckets: Buckets;
  readonly part: Part;
}

/** How a series of a measure is made from its values by bucket and the value before them. */
const maker =
  ({ ground, buckets, part: { entry } }: Along) =>
  (of: SeriesOf, values: readonly (number | null)[] | undefined, before: number | null): SeriesAnswer => ({
    ...seriesStart(ground, entry, of),
    values: perDayIn(
      ground,
      entry,
      filledOver(entry.measure, values ?? buckets.starts.map(() => null), buckets, entry.reaches, before),
      buckets,
    ),
    provisionalFrom: provisionalBucket(entry.reaches, buckets),
  });

async function plainSeries(along: Along): Promise<Found> {
  const { ground, buckets, part } = along;
  const before = await valuesBeforeWindow(ground, part.entry, part.entry.reaches, [], buckets);
  const compared = await comparedOver(along, []);
  if (before === 'elsewhere' || compared === 'elsewhere') return 'elsewhere';
  const made = maker(along);
  const against = compared.map(({ beside }) => beside([]));
  return {
    series: part.table.values.map((values) => ({ series: made({}, values, before([])), against })),
    notes: [],
  };
}

/** The values of a measure beside the buckets, for each baseline. */
async function comparedOver(
  { ground, buckets, part }: Along,
  dimensions: readonly Dimension[],
): Promise<BesideBuckets[] | 'elsewhere'> {
  const found: BesideBuckets[] = [];
  for (const baseline of ground.baselines) {
    const one = await besideBuckets(ground, baseline, part.entry, dimensions, buckets);
    if (one === 'elsewhere') return one;
    found.push(one);
  }
  return found;
}

async function splitSeries(along: Along, split: Dimension, like: ChartAnswer | undefined): Promise<Found> {
  const { ground, visual, buckets, part } = along;
  const { entry, table } = part;
  const passes = await totalsTest(ground.context, visual, [split]);
  const before = await valuesBeforeWindow(ground, entry, entry.reaches, [split], buckets);
  const compared = await comparedOver(along, [split]);
  if (!passes || before === 'elsewhere' || compared === 'elsewhere') return 'elsewhere';
  const all = totalsOn(ground.context, visual).length === 0;
  const values = table.keys.filter(passes).map((key) => key[0]!);
  const others = all ? compared.flatMap(({ keys }) => keys.map((key) => key[0]!)) : [];
  const found = await splitListing({ ground, visual, split, entry }, values, others, like);
  if (found === 'elsewhere') return found;
  const made = maker(along);
  const at = new Map<Value, readonly (number | null)[]>(
    table.keys.map((key, g) => [key[0]!, table.values[g]!]),
  );
  const series = found.listed.map((value) => ({
    series: made({ value }, at.get(value), before([value])),
    against: compared.map(({ beside }) => beside([value])),
  }));
  const notes = limitNote('greatest', found, bySplit(ground, split));
  if (!found.others) return { series, notes };
  const rest = await othersOver(along, found, compared, all);
  return rest === 'elsewhere' ? rest : { series: [...series, rest], notes };
}

/** The series of all values that have none of their own. */
async function othersOver(
  along: Along,
  found: Listing,
  compared: readonly BesideBuckets[],
  all: boolean,
): Promise<ComparedSeries | 'elsewhere'> {
  const { ground, buckets, part } = along;
  const { entry } = part;
  const rest = await othersTable(ground, entry, [found], { dimensions: [], buckets }, all);
  if (rest === 'elsewhere') return rest;
  const earlier = await valuesBeforeWindow(ground, entry, rest.reaches, [], buckets);
  if (earlier === 'elsewhere') return earlier;
  const against: (readonly (number | null)[])[] = [];
  for (const { aligned, beside } of compared) {
    if (!aligned) {
      against.push(beside([]));
      continue;
    }
    const reaches = othersReaches(ground, aligned.entry, [found], all);
    const table = await bucketsAgainst(
      ground,
      { ...aligned, entry: { ...aligned.entry, reaches } },
      [],
      buckets,
    );
    if (table === 'elsewhere') return table;
    against.push(table.beside([]));
  }
  const series = maker(along)({ others: found.unlisted.length }, rest.table.values[0], earlier([]));
  return { series, against };
}
