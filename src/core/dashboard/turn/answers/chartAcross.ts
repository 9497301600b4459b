/** Charts along a dimension: a value a category, in a series a measure or a series a value of a split. */
import { compareValues, type Dimension } from '../../../model/dimension';
import type { Chart } from '../../document/visuals';
import { isOthers, type ChartAnswer, type Note, type SeriesAnswer, type VisualAnswer } from '../answer';
import { changeOf } from '../comparing/answer';
import { against, perDay, wholeAgainst } from '../comparing/tables';
import type { Ground } from '../ground';
import type { MeasureReach } from '../reach';
import { totalsOn, totalsTest } from '../totals';
import type { ValueTable } from '../valueTable';
import {
  bySplit,
  chartCommon,
  limitNote,
  onlyThere,
  seriesStart,
  splitListing,
  type ComparedSeries,
  type SeriesOf,
  type Value,
} from './chartSeries';
import {
  figuresBy,
  figuresOf,
  greatestFirst,
  listing,
  othersTable,
  sameListing,
  type Listing,
} from './limited';
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

/** A measure's values by category, and by split where there is one. */
type Table = Pick<ValueTable, 'keys' | 'values'>;

/** The values of a measure now, and in each baseline. */
interface ComparedPart {
  readonly part: Part;
  /** By baseline; null where the measure has none. */
  readonly against: readonly { readonly entry: MeasureReach | null; readonly table: Table }[];
}

/** Answers a chart along a dimension; with the groups of another answer where one is given. */
export async function answerAcross(
  ground: Ground,
  visual: Chart,
  across: Dimension,
  like: ChartAnswer | undefined,
): Promise<VisualAnswer> {
  const dimensions = visual.split ? [across, visual.split] : [across];
  const found = await tablesOf(ground, dimensions, null);
  const passes = await totalsTest(ground.context, visual, [across]);
  if (found === 'elsewhere' || !passes) return ELSEWHERE;
  const parts: ComparedPart[] = [];
  for (const part of found.parts) {
    const compared = await comparedPart(ground, part, dimensions);
    if (compared === 'elsewhere') return ELSEWHERE;
    parts.push(compared);
  }
  const all = totalsOn(ground.context, visual).length === 0;
  const firstOf = (tables: readonly Table[]) => tables.flatMap(({ keys }) => keys.map((key) => key[0]!));
  const passing = [...new Set(firstOf(found.parts.map(({ table }) => table)))].filter((value) =>
    passes([value]),
  );
  const there = all ? firstOf(parts.flatMap((part) => part.against.map(({ table }) => table))) : [];
  const along = await categoryListing({ ground, visual, across, lead: found.parts[0] }, passing, there, like);
  if (along === 'elsewhere') return ELSEWHERE;
  const notes = [...found.notes, ...limitNote(visual.order === 'natural' ? 'first' : 'greatest', along)];
  const series: ComparedSeries[] = [];
  for (const part of parts) {
    const own = await seriesAcross({ ground, visual, along, all, like }, part);
    if (own === 'elsewhere') return ELSEWHERE;
    series.push(...own.series);
    notes.push(...own.notes);
  }
  const categories = [...along.listed, ...(along.others ? [{ others: along.unlisted.length }] : [])];
  const compared = ground.baselines.map((_, b) => ({
    series: series.map((entry) => entry.against[b]!),
    partners: null,
  }));
  return {
    ...chartCommon(ground, found.parts, notes),
    buckets: null,
    categories,
    series: series.map((entry) => entry.series),
    ...(compared.length > 0 ? { against: compared } : {}),
  };
}

async function comparedPart(
  ground: Ground,
  part: Part,
  dimensions: readonly Dimension[],
): Promise<ComparedPart | 'elsewhere'> {
  const tables: { entry: MeasureReach | null; table: Table }[] = [];
  for (const baseline of ground.baselines) {
    const table = await wholeAgainst(ground, baseline, part.entry, dimensions);
    if (table === 'elsewhere') return table;
    tables.push({ entry: against(baseline, part.entry), table });
  }
  return { part, against: tables };
}

interface Axis {
  readonly ground: Ground;
  readonly visual: Chart;
  readonly across: Dimension;
  /** The first measure, which tells which values are the greatest. */
  readonly lead: Part | undefined;
}

/** The values along the axis in their order, those that only baselines have (`there`) last, as many as fit. */
async function categoryListing(
  { ground, visual, across, lead }: Axis,
  values: readonly Value[],
  there: readonly Value[],
  like: ChartAnswer | undefined,
): Promise<Listing | 'elsewhere'> {
  if (like?.categories) {
    const listed = like.categories.flatMap((category) => (isOthers(category) ? [] : [category]));
    return sameListing(across, values, listed, like.categories.some(isOthers));
  }
  const natural = compareValues(ground.context.design.model, across);
  const added = onlyThere(values, there, natural);
  const listed = (ordered: readonly Value[]) =>
    listing(across, [...ordered, ...added], visual.limit, visual.rest);
  if (visual.order === 'natural' || !lead) return listed([...values].sort(natural));
  // Without a split the values along the axis are these figures.
  const now = visual.split ? await figuresBy(ground, lead.entry, across) : figuresOf(lead.table);
  const figures =
    visual.order === 'change' && now !== 'elsewhere' ? await changesBy(ground, lead.entry, across, now) : now;
  return figures === 'elsewhere' ? figures : listed(greatestFirst(values, figures, natural));
}

/** By how much figures of a measure differ from the first baseline, by the values of a dimension; themselves without one. */
async function changesBy(
  ground: Ground,
  entry: MeasureReach,
  across: Dimension,
  now: Map<Value, number | null>,
): Promise<Map<Value, number | null> | 'elsewhere'> {
  const [first] = ground.baselines;
  if (!first) return now;
  const then = await wholeAgainst(ground, first, entry, [across]);
  if (then === 'elsewhere') return then;
  const baseline = figuresIn(then);
  const changed = ([value, figure]: [Value, number | null]): [Value, number | null] => [
    value,
    changeOf(figure, baseline(value)).change,
  ];
  return new Map([...now].map(changed));
}

/** The figures of a table of one bucket, by key. */
function figuresIn(table: Table | undefined): (...key: Value[]) => number | null {
  const byKey = new Map(table?.keys.map((key, g) => [JSON.stringify(key), table.values[g]![0] ?? null]));
  return (...key) => byKey.get(JSON.stringify(key)) ?? null;
}

/** The series of one measure. */
async function seriesAcross(
  across: Across,
  { part, against: compared }: ComparedPart,
): Promise<{ series: ComparedSeries[]; notes: Note[] } | 'elsewhere'> {
  const { ground, visual } = across;
  const { split } = visual;
  const { entry } = part;
  const there = across.all ? compared.flatMap(({ table }) => splitsOnAxis(across, table)) : [];
  const found = split
    ? await splitListing(
        { ground, visual, split, entry },
        splitsOnAxis(across, part.table),
        there,
        across.like,
      )
    : undefined;
  if (found === 'elsewhere') return found;
  const now = await valuesAcross(across, entry, part.table, found);
  if (now === 'elsewhere') return now;
  const then: ((of: SeriesOf) => readonly (number | null)[])[] = [];
  for (const { entry: other, table } of compared) {
    const values = other ? await valuesAcross(across, other, table, found) : () => now({}).map(() => null);
    if (values === 'elsewhere') return values;
    then.push(values);
  }
  const make = (of: SeriesOf): ComparedSeries => ({
    series: {
      ...seriesStart(ground, entry, of),
      values: now(of),
      provisionalFrom: null,
    } satisfies SeriesAnswer,
    against: then.map((values) => values(of)),
  });
  if (!split || !found) return { series: [make({})], notes: [] };
  const series = found.listed.map((value) => make({ value }));
  if (found.others) series.push(make({ others: found.unlisted.length }));
  return { series, notes: limitNote('greatest', found, bySplit(ground, split)) };
}

/** The values along the axis that a measure has for a series: of all, of a value of the split, or of its others. */
async function valuesAcross(
  { ground, visual: { split }, along, all }: Across,
  entry: MeasureReach,
  table: Table,
  found: Listing | undefined,
): Promise<((of: SeriesOf) => readonly (number | null)[]) | 'elsewhere'> {
  const othersOf = (left: readonly Listing[], dimensions: readonly Dimension[], every: boolean) =>
    othersTable(ground, entry, left, { dimensions, buckets: null }, every);
  const rest = along.others ? await othersOf([along], split ? [split] : [], all) : undefined;
  const beside = found?.others ? await othersOf([found], [along.dimension], true) : undefined;
  const corner = found?.others && along.others ? await othersOf([along, found], [], all) : undefined;
  if (rest === 'elsewhere' || beside === 'elsewhere' || corner === 'elsewhere') return 'elsewhere';
  const [listed, beyond] = [figuresIn(table), figuresIn(rest?.table)];
  const [others, last] = [figuresIn(beside?.table), figuresIn(corner?.table)];
  const isZero = entry.measure.missing === 'zero' && entry.reaches[0]!.shown.length > 0;
  const told = (value: number | null) => perDay(ground, entry, value === null && isZero ? 0 : value);
  return (of) => {
    const key = of.value === undefined ? [] : [of.value];
    const isRest = of.others !== undefined;
    const values = along.listed.map((category) => (isRest ? others(category) : listed(category, ...key)));
    return [...values, ...(along.others ? [isRest ? last() : beyond(...key)] : [])].map(told);
  };
}

/** The values of a split that occur on the axis. */
function splitsOnAxis({ along }: Across, table: Table): Value[] {
  const onAxis = new Set([...along.listed, ...(along.others ? along.unlisted : [])]);
  const values = table.keys.filter((key) => onAxis.has(key[0]!)).map((key) => key[1]!);
  return [...new Set(values)];
}
