/** Values of a measure by groups and buckets: from one query, from spread stretches, or as a ratio of two tables. */
import { slowest } from './ground';
import { countDaysIn, type DayRuns } from '../../calendar/runs';
import type { CalendarRule } from '../../calendar/rule';
import { bucketEnd } from '../../cube/aggregate';
import type { BucketSpan, GroupColumn, Layout, Source } from '../../cube/query';
import { groupColumn, type Dimension } from '../../model/dimension';
import { measureValues, numbersFor } from '../../model/figures';
import { wholeUnitsIn } from './grain';
import type { Measure, Model } from '../../model/model';
import { isCoarse, touchedUnits } from './covered';
import type { Places } from './comparing/places';
import type { Reach } from './reach';

type Key = readonly (string | null)[];
type Values = (number | null)[];

/** Rows that are counted, by whose they are: those of a dataset, a date role and a row condition. */
type Counted = ReadonlyMap<string, number>;

/** The rows behind some tables: each once, however many measures share it. */
export function rowsBehind(tables: readonly Pick<ValueTable, 'counted'>[]): number {
  const counted = mostOf(tables);
  return [...counted.values()].reduce((total, rows) => total + rows, 0);
}

/** A measure of whole months sees fewer rows of its dataset than others do: the most that any sees count. */
function mostOf(tables: readonly Pick<ValueTable, 'counted'>[]): Counted {
  const counted = new Map<string, number>();
  for (const table of tables)
    for (const [whose, rows] of table.counted) counted.set(whose, Math.max(counted.get(whose) ?? 0, rows));
  return counted;
}

/** `values` has for each key one entry a bucket (one in all when there are no buckets). */
export interface ValueTable {
  readonly keys: readonly Key[];
  readonly values: readonly Values[];
  readonly counted: Counted;
  readonly layout: Layout;
}

export type TableOutcome =
  | { readonly kind: 'table'; readonly table: ValueTable }
  /** The source cannot tell. */
  | { readonly kind: 'elsewhere' }
  /** The rows of a dataset cannot be told apart by this dimension. */
  | { readonly kind: 'no column'; readonly dataset: string; readonly dimension: Dimension };

export interface TableWanted {
  readonly dimensions: readonly Dimension[];
  readonly buckets: BucketSpan | null;
}

/** The values of one base measure where it reaches. */
async function baseTable(
  model: Model,
  source: Source,
  reach: Reach,
  wanted: TableWanted,
): Promise<TableOutcome> {
  const { dataset, measure } = reach.part;
  const columns: GroupColumn[] = [];
  for (const dimension of wanted.dimensions) {
    const column = groupColumn(model, dimension, dataset);
    if (!column) return { kind: 'no column', dataset, dimension };
    columns.push(column);
  }
  const spread = isCoarse(measure) && measure.spread;
  const numbers = numbersFor(model, dataset, measure);
  const window = spread ? touchedUnits(reach.shown, measure.grain, model.rule) : reach.shown;
  const stretches = spread ? stretchesOf(measure, window, model.rule) : null;
  const buckets = stretches ?? wanted.buckets;
  const answer = await source.aggregate({ ...reach.selection, window, by: { columns, buckets }, numbers });
  if (!answer) return { kind: 'elsewhere' };
  const values = byGroup(measureValues(measure, answer), answer.keys.length);
  const rows = answer.rows.reduce((total, count) => total + count, 0);
  const spreadOut = stretches
    ? values.map((entry) => spreadOver(entry, stretches, reach.shown, wanted.buckets))
    : values;
  const counted = new Map([[JSON.stringify([dataset, reach.part.role, measure.condition]), rows]]);
  return { kind: 'table', table: { keys: answer.keys, values: spreadOut, counted, layout: answer.layout } };
}

/** Values that stand bucket by bucket, each for all groups, group by group. */
function byGroup(all: Values, groups: number): Values[] {
  if (groups === 1) return [all];
  if (groups === all.length) return all.map((value) => [value]);
  const values: Values[] = [];
  for (let g = 0; g < groups; g++) {
    const own: Values = [];
    for (let i = g; i < all.length; i += groups) own.push(all[i]!);
    values.push(own);
  }
  return values;
}

/** The stretches of a coarse measure from the first to the last day of some runs. */
function stretchesOf(measure: Measure, runs: DayRuns, rule: CalendarRule): BucketSpan | null {
  const first = runs[0]?.start;
  const last = runs[runs.length - 1]?.end;
  if (first === undefined || last === undefined) return null;
  return wholeUnitsIn(measure.grain, first, last, rule);
}

/** Spreads the values of stretches evenly over their days, and adds up the days that are shown by bucket. */
function spreadOver(
  values: Values,
  stretches: BucketSpan,
  shown: DayRuns,
  buckets: BucketSpan | null,
): Values {
  const span = buckets ?? { starts: [stretches.starts[0]!], end: stretches.end };
  const out: Values = span.starts.map(() => null);
  values.forEach((value, i) => {
    if (value === null) return;
    const from = stretches.starts[i]!;
    const to = bucketEnd(stretches, i);
    span.starts.forEach((start, b) => {
      const days = countDaysIn(shown, Math.max(from, start), Math.min(to, bucketEnd(span, b)));
      if (days > 0) out[b] = (out[b] ?? 0) + (value * days) / (to - from + 1);
    });
  });
  return out;
}

/**
 * The quotient of two tables, key by key: null where either side has no value or the lower one is zero. `zeros` says
 * that a missing upper value is none of something that is counted, so a zero.
 */
function ratioTable(over: ValueTable, under: ValueTable, factor: number, zeros: boolean): ValueTable {
  const keyOf = (key: Key) => JSON.stringify(key);
  const upper = new Map(over.keys.map((key, i) => [keyOf(key), over.values[i]!]));
  const values = under.keys.map((key, i) => {
    const dividends = upper.get(keyOf(key));
    return under.values[i]!.map((divisor, b) => {
      const value = dividends?.[b] ?? (zeros ? 0 : null);
      return value === null || divisor === null || divisor === 0 ? null : (value / divisor) * factor;
    });
  });
  return {
    keys: under.keys,
    values,
    counted: mostOf([over, under]),
    layout: slowest([over.layout, under.layout]),
  };
}

/** A percentage is a ratio in hundredths. */
export const ratioFactor = (measure: Pick<Measure, 'unit'>) => (measure.unit === '%' ? 100 : 1);

/** A table of stretches put in the places of the buckets that have a partner among them. */
const placed = (table: ValueTable, { at }: Places): ValueTable => ({
  ...table,
  values: table.values.map((values) => at.map((place) => (place === null ? null : values[place]!))),
});

/**
 * The values of a measure whose parts reach so far (one, or two for a ratio). With `places`, one for each part, the
 * values are those of stretches of the part's own, in the places of buckets.
 */
export async function valueTable(
  model: Model,
  source: Source,
  measure: Measure,
  reaches: readonly Reach[],
  wanted: TableWanted,
  places?: readonly Places[],
): Promise<TableOutcome> {
  const tables: ValueTable[] = [];
  for (const [i, reach] of reaches.entries()) {
    const own = places?.[i];
    const outcome = await baseTable(model, source, reach, own ? { ...wanted, buckets: own.span } : wanted);
    if (outcome.kind !== 'table') return outcome;
    tables.push(own ? placed(outcome.table, own) : outcome.table);
  }
  const [first, second] = tables;
  if (!first) return { kind: 'elsewhere' };
  if (!second) return { kind: 'table', table: first };
  const zeros = reaches[0]!.part.measure.missing === 'zero';
  return { kind: 'table', table: ratioTable(first, second, ratioFactor(measure), zeros) };
}
