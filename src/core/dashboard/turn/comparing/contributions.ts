/**
 * Where a change comes from: for each dimension that can tell a measure's rows apart, what each of its values adds to or
 * takes from the change. Sums and counts are split as they are; ratios and averages into how much a value's own rate
 * moved and how much its share of the denominator moved, which add up too.
 */
import { intersectRuns, type DayRun } from '../../../calendar/runs';
import type { Source } from '../../../cube/query';
import {
  compareValues,
  dimensionKey,
  dimensionName,
  isAttribute,
  reaches,
  type Dimension,
} from '../../../model/dimension';
import { aggregationOf } from '../../../model/aggregations';
import { datasetOf, type Measure, type Model } from '../../../model/model';
import type { MeasuredVisual } from '../../document/visuals';
import { within, type MeasurePair, type MeasureReach, type Reach, type ReachContext } from '../reach';
import { ratioFactor, valueTable } from '../valueTable';
import { withOnly, type Narrowing } from '../narrowing';
import { pairOf } from './pair';

type Value = string | null;

/** Which change is asked about. */
export interface ChangeAsked {
  /** Index among the visual's measures. */
  readonly measure: number;
  /** Id of the baseline, as the visual's answer names it; of a crosstab with periods across, of a change column. */
  readonly baseline: string;
  /** A bucket of the window and its partner; null for the whole window. */
  readonly bucket: { readonly now: DayRun; readonly then: DayRun } | null;
  /** Values that the change is of: of the visual's own dimensions, and of those gone into one after the other. */
  readonly within: readonly Narrowing[];
}

/** What one value adds to the change. */
export interface Contribution {
  readonly value: Value;
  /** The measure's own value now and then; null where it has none. */
  readonly now: number | null;
  readonly then: number | null;
  /** What it adds; null where the measure does not add up. */
  readonly adds: number | null;
  /** Of ratios and averages: what its own rate, and what its share of the denominator adds. */
  readonly rate: number | null;
  readonly weight: number | null;
  readonly kind: 'both' | 'new' | 'gone';
}

/** The values of one dimension, the greatest part of the change first. */
export interface ContributionsBy {
  readonly dimension: Dimension;
  readonly name: string;
  readonly entries: readonly Contribution[];
}

export interface Contributions {
  readonly now: number | null;
  readonly then: number | null;
  /** Why values do not add up to the change; null where they do. */
  readonly apart: string | null;
  readonly by: readonly ContributionsBy[];
}

/** Attributes of days that tell how the days of two windows differ. */
const DAY_ATTRIBUTES = ['weekday', 'holiday name', 'event'] as const;

/** Where a change of a visual comes from; undefined where there is no such change, or the source cannot tell. */
export async function contributionsTo(
  context: ReachContext,
  visual: MeasuredVisual,
  asked: ChangeAsked,
): Promise<Contributions | undefined> {
  const { source } = context;
  const { model } = context.design;
  const found = await pairOf(context, visual, asked.baseline, asked.measure);
  if (!found) return undefined;
  const narrowed = (entry: MeasureReach, run: DayRun | undefined): MeasureReach => ({
    ...entry,
    reaches: entry.reaches.map((reach) =>
      asked.within.reduce<Reach>(
        (kept, narrowing) => withOnly(model, kept, narrowing),
        run ? within(reach, intersectRuns(reach.window, [run]), model.rule) : reach,
      ),
    ),
  });
  const pair = {
    now: narrowed(found.now, asked.bucket?.now),
    then: narrowed(found.then, asked.bucket?.then),
  };
  const { measure } = pair.now;
  const parts = termsOf(measure, pair);
  const whole = await totalsOf(model, source, parts);
  if (!whole) return undefined;
  const taken = new Set(asked.within.map(({ dimension }) => dimensionKey(dimension)));
  const by: ContributionsBy[] = [];
  let adds = parts.kind !== 'apart';
  for (const dimension of dimensionsFor(model, pair.now)) {
    if (taken.has(dimensionKey(dimension))) continue;
    const one = await contributionsBy(model, source, parts, whole, dimension);
    if (!one) continue;
    if (parts.kind === 'sum' && !addsUp(one.entries, whole)) adds = false;
    by.push(one);
  }
  // What tells the most with the fewest values comes first. A dimension in which one value makes the whole change tells
  // nothing, so it comes after those, and days differ in any case, so they come last.
  const rank = ({ dimension, entries }: ContributionsBy) =>
    (isAttribute(dimension) ? 2e6 : 0) +
    (entries.filter((entry) => sizeOf(entry) > 0).length < 2 ? 1e6 : 0) +
    entries.length;
  by.sort((a, b) => rank(a) - rank(b));
  const apart = adds ? null : `The ${measure.aggregation} of the whole is not the sum of its parts.`;
  const told = apart === null ? by : by.map((one) => ({ ...one, entries: one.entries.map(withoutPart) }));
  return { now: whole.now.value, then: whole.then.value, apart, by: told };
}

/** What a value adds, without sign; its own change where the measure does not add up. */
const sizeOf = ({ now, then, adds }: Contribution): number => Math.abs(adds ?? (now ?? 0) - (then ?? 0));

const withoutPart = (entry: Contribution): Contribution => ({
  ...entry,
  adds: null,
  rate: null,
  weight: null,
});

/** The dimensions by which every part of a measure can be told apart: categories of its dataset, and days. */
function dimensionsFor(model: Model, { shown, reaches: parts }: MeasureReach): Dimension[] {
  const categories = (datasetOf(model, shown.dataset)?.columns ?? [])
    .filter((column) => column.category)
    .map((column): Dimension => ({ dataset: shown.dataset, column: column.key }));
  const reached = categories.filter((dimension) =>
    parts.every(({ part }) => reaches(model, dimension, part.dataset)),
  );
  return [...reached, ...DAY_ATTRIBUTES.map((attribute): Dimension => ({ attribute }))];
}

/** What a measure is made of: one term that adds up, a numerator over a denominator, or neither. */
type Terms =
  | { readonly kind: 'sum' | 'apart'; readonly term: MeasurePair }
  | {
      readonly kind: 'quotient';
      readonly over: MeasurePair;
      readonly under: MeasurePair;
      readonly factor: number;
    };

/** A side of a pair as a measure of its own. */
function sideOf(pair: MeasurePair, at: number, change: Partial<Measure> = {}): MeasurePair {
  const one = (entry: MeasureReach): MeasureReach => {
    const reach = entry.reaches[at]!;
    const measure = { ...reach.part.measure, ...change };
    return { ...entry, measure, reaches: [{ ...reach, part: { ...reach.part, measure } }] };
  };
  return { now: one(pair.now), then: one(pair.then) };
}

function termsOf(measure: Measure, pair: MeasurePair): Terms {
  const { parts } = aggregationOf(measure);
  if (parts !== 'quotient') return { kind: parts, term: pair };
  if (!measure.ratio) {
    // An average is the sum of a column over the count of its values.
    const [over, under] = [
      sideOf(pair, 0, { aggregation: 'sum' }),
      sideOf(pair, 0, { aggregation: 'count' }),
    ];
    return { kind: 'quotient', over, under, factor: 1 };
  }
  const [over, under] = [sideOf(pair, 0), sideOf(pair, 1)];
  const isSummed = [over, under].every((side) => aggregationOf(side.now.measure).addsUpOverDays);
  return isSummed
    ? { kind: 'quotient', over, under, factor: ratioFactor(measure) }
    : { kind: 'apart', term: pair };
}

/** A value with its numerator and denominator, where it has these. */
interface Figure {
  readonly value: number | null;
  readonly over: number;
  readonly under: number;
}
const NONE: Figure = { value: null, over: 0, under: 0 };

interface Figures {
  readonly now: ReadonlyMap<Value, Figure>;
  readonly then: ReadonlyMap<Value, Figure>;
}

/** The values of one measure by a dimension (by nothing for none). */
async function valuesBy(
  model: Model,
  source: Source,
  { measure, reaches: parts }: MeasureReach,
  dimension: Dimension | null,
): Promise<Map<Value, number> | undefined> {
  const wanted = { dimensions: dimension ? [dimension] : [], buckets: null };
  const outcome = await valueTable(model, source, measure, parts, wanted);
  if (outcome.kind !== 'table') return undefined;
  const { keys, values } = outcome.table;
  return new Map(
    keys.flatMap((key, g): [Value, number][] => {
      const value = values[g]![0] ?? null;
      return value === null ? [] : [[dimension ? key[0]! : null, value]];
    }),
  );
}

async function figuresBy(
  model: Model,
  source: Source,
  terms: Terms,
  dimension: Dimension | null,
): Promise<Figures | undefined> {
  const sideBy = async (side: 'now' | 'then') => {
    if (terms.kind !== 'quotient') {
      const values = await valuesBy(model, source, terms.term[side], dimension);
      return values && new Map([...values].map(([key, value]) => [key, { ...NONE, value }]));
    }
    const over = await valuesBy(model, source, terms.over[side], dimension);
    const under = await valuesBy(model, source, terms.under[side], dimension);
    if (!over || !under) return undefined;
    const keys = new Set([...over.keys(), ...under.keys()]);
    return new Map(
      [...keys].map((key): [Value, Figure] => {
        const [a, b] = [over.get(key) ?? 0, under.get(key) ?? 0];
        return [key, { over: a, under: b, value: b === 0 ? null : (a / b) * terms.factor }];
      }),
    );
  };
  const [now, then] = [await sideBy('now'), await sideBy('then')];
  return now && then ? { now, then } : undefined;
}

interface Whole {
  readonly now: Figure;
  readonly then: Figure;
}

async function totalsOf(model: Model, source: Source, terms: Terms): Promise<Whole | undefined> {
  const figures = await figuresBy(model, source, terms, null);
  return figures && { now: figures.now.get(null) ?? NONE, then: figures.then.get(null) ?? NONE };
}

async function contributionsBy(
  model: Model,
  source: Source,
  terms: Terms,
  whole: Whole,
  dimension: Dimension,
): Promise<ContributionsBy | undefined> {
  const figures = await figuresBy(model, source, terms, dimension);
  if (!figures) return undefined;
  const values = [...new Set([...figures.now.keys(), ...figures.then.keys()])];
  if (values.length < 2) return undefined;
  const natural = compareValues(model, dimension);
  const entries = values.map((value) =>
    contribution(terms, whole, value, figures.now.get(value), figures.then.get(value)),
  );
  entries.sort((a, b) => sizeOf(b) - sizeOf(a) || natural(a.value, b.value));
  return { dimension, name: dimensionName(model, dimension), entries };
}

function contribution(
  terms: Terms,
  whole: Whole,
  value: Value,
  now: Figure | undefined,
  then: Figure | undefined,
): Contribution {
  const kind = !then ? 'new' : !now ? 'gone' : 'both';
  const common = { value, kind, now: now?.value ?? null, then: then?.value ?? null } as const;
  if (terms.kind === 'apart') return { ...common, adds: null, rate: null, weight: null };
  if (terms.kind === 'sum') {
    return { ...common, adds: (now?.value ?? 0) - (then?.value ?? 0), rate: null, weight: null };
  }
  const { rate, weight } = rateAndWeight(whole, now, then);
  return { ...common, adds: rate + weight, rate, weight };
}

/**
 * What another rate, and another share of the denominator, add to a quotient. One without a baseline begins at the rate
 * of the whole, a vanished one keeps its own.
 */
function rateAndWeight(whole: Whole, now: Figure | undefined, then: Figure | undefined) {
  const share = (figure: Figure | undefined, all: Figure) =>
    all.under === 0 ? 0 : (figure?.under ?? 0) / all.under;
  const whole0 = whole.then.value ?? 0;
  const r0 = then?.value ?? whole0;
  const r1 = now?.value ?? r0;
  const [s0, s1] = [share(then, whole.then), share(now, whole.now)];
  return { rate: s1 * (r1 - r0), weight: (s1 - s0) * (r0 - whole0) };
}

/** Whether parts add up to the change of the whole, but for what doubles lose. */
function addsUp(entries: readonly Contribution[], { now, then }: Whole): boolean {
  const change = (now.value ?? 0) - (then.value ?? 0);
  const total = entries.reduce((sum, entry) => sum + (entry.adds ?? 0), 0);
  const size = entries.reduce((sum, entry) => sum + Math.abs(entry.adds ?? 0), 0);
  return Math.abs(total - change) <= 1e-9 * (1 + size);
}
