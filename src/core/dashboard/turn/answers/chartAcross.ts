/** Charts along a dimension: a value a category, in a series a measure or a series a value of a split. */
import { compareValues, type Dimension } from '../../../model/dimension';
import type { Chart } from '../../document/visuals';
import { isOthers, type ChartAnswer, type Note, type SeriesAnswer, type VisualAnswer } from '../answer';
import type { Ground } from '../ground';
import { totalsOn, totalsTest } from '../totals';
import type { ValueTable } from '../valueTable';
import {
  bySplit,
  chartCommon,
  limitNote,
  seriesStart,
  splitListing,
  type SeriesOf,
  type Value,
} from './chartSeries';
import { figuresBy, greatestFirst, listing, othersTable, sameListing, type Listing } from './limited';
import { ELSEWHERE } from './parts';
import { tablesOf, type Part } from './tables';

interface Across {
  readonly ground: Ground;
  readonly visual: Chart;
  /** What stands along the axis. */
  readonly along: Listing;
  /** Whether every value that there is stands on the axis or among the others: no total condition takes any away. */
  readonly all: boolean;
  readonly like: ChartAnswer | undefined;
}

/** Answers a chart along a dimension; with the groups of another answer where one is given. */
export async function answerAcross(
  ground: Ground,
  visual: Chart,
  across: Dimension,
  like: ChartAnswer | undefined,
): Promise<VisualAnswer> {
  const found = await tablesOf(ground, visual.split ? [across, visual.split] : [across], null);
  const passes = await totalsTest(ground.context, visual, [across]);
  if (found === 'elsewhere' || !passes) return ELSEWHERE;
  const values = found.parts.flatMap(({ table }) => table.keys.map((key) => key[0]!));
  const passing = [...new Set(values)].filter((value) => passes([value]));
  const along = await categoryListing(ground, visual, across, found.parts[0], passing, like);
  if (along === 'elsewhere') return ELSEWHERE;
  const all = totalsOn(ground.context, visual).length === 0;
  const notes = [...found.notes, ...limitNote(visual.order === 'value' ? 'greatest' : 'first', along)];
  const series: SeriesAnswer[] = [];
  for (const part of found.parts) {
    const own = await seriesAcross({ ground, visual, along, all, like }, part);
    if (own === 'elsewhere') return ELSEWHERE;
    series.push(...own.series);
    notes.push(...own.notes);
  }
  const categories = [...along.listed, ...(along.others ? [{ others: along.unlisted.length }] : [])];
  return { ...chartCommon(ground, found.parts, notes), buckets: null, categories, series };
}

/** The values along the axis in their order, as many as fit; the first measure tells which are the greatest. */
async function categoryListing(
  ground: Ground,
  visual: Chart,
  across: Dimension,
  lead: Part | undefined,
  values: readonly Value[],
  like: ChartAnswer | undefined,
): Promise<Listing | 'elsewhere'> {
  if (like?.categories) {
    const listed = like.categories.flatMap((category) => (isOthers(category) ? [] : [category]));
    return sameListing(across, values, listed, like.categories.some(isOthers));
  }
  const natural = compareValues(ground.context.design.model, across);
  if (visual.order === 'natural' || !lead)
    return listing(across, [...values].sort(natural), visual.limit, visual.rest);
  const figures = await figuresBy(ground, lead.entry, across);
  return figures === 'elsewhere'
    ? figures
    : listing(across, greatestFirst(values, figures, natural), visual.limit, visual.rest);
}

/** The figures of a table of one bucket, by key. */
function figuresIn(table: ValueTable | undefined): (...key: Value[]) => number | null {
  const byKey = new Map(table?.keys.map((key, g) => [JSON.stringify(key), table.values[g]![0] ?? null]));
  return (...key) => byKey.get(JSON.stringify(key)) ?? null;
}

/** The series of one measure. */
async function seriesAcross(
  across: Across,
  part: Part,
): Promise<{ series: SeriesAnswer[]; notes: Note[] } | 'elsewhere'> {
  const { ground, visual, along, all } = across;
  const { split } = visual;
  const { entry } = part;
  const make = (of: SeriesOf, listed: readonly (number | null)[], beyond: number | null): SeriesAnswer => ({
    ...seriesStart(ground, entry, of),
    values: (along.others ? [...listed, beyond] : listed).map((value) =>
      value === null && entry.measure.missing === 'zero' ? 0 : value,
    ),
    provisionalFrom: null,
  });
  const rest = along.others
    ? await othersTable(ground, entry, [along], { dimensions: split ? [split] : [], buckets: null }, all)
    : undefined;
  if (rest === 'elsewhere') return rest;
  const listed = figuresIn(part.table);
  const beyond = figuresIn(rest?.table);
  if (!split)
    return {
      series: [
        make(
          {},
          along.listed.map((category) => listed(category)),
          beyond(),
        ),
      ],
      notes: [],
    };
  const found = await shownSplits(across, split, part);
  if (found === 'elsewhere') return found;
  const series = found.listed.map((value) =>
    make(
      { value },
      along.listed.map((category) => listed(category, value)),
      beyond(value),
    ),
  );
  const notes = limitNote('greatest', found, bySplit(ground, split));
  if (!found.others) return { series, notes };
  const wanted = { dimensions: [along.dimension], buckets: null };
  const beside = await othersTable(ground, entry, [found], wanted, true);
  const corner = await othersTable(ground, entry, [along, found], { dimensions: [], buckets: null }, all);
  if (beside === 'elsewhere' || corner === 'elsewhere') return 'elsewhere';
  const others = figuresIn(beside.table);
  series.push(
    make(
      { others: found.unlisted.length },
      along.listed.map((category) => others(category)),
      figuresIn(corner.table)(),
    ),
  );
  return { series, notes };
}

/** Which values of the split have a series: of those that occur on the axis. */
function shownSplits({ ground, visual, along, like }: Across, split: Dimension, { entry, table }: Part) {
  const onAxis = new Set([...along.listed, ...(along.others ? along.unlisted : [])]);
  const values = table.keys.filter((key) => onAxis.has(key[0]!)).map((key) => key[1]!);
  return splitListing(ground, visual, split, entry, [...new Set(values)], like);
}
