/** Answers of charts: series of values along time or along a dimension. */
import { bucketEnd } from '../../../cube/aggregate';
import { broken, ELSEWHERE, missingDimension } from './parts';
import type { ChartAnswer, SeriesAnswer, VisualAnswer } from '../answer';
import { slowest, type Ground, type MeasureReach } from '../ground';
import { compareValues, dimensionName, isKnown, type Dimension } from '../../../model/dimension';
import { drillKey, finerUnit } from '../../reader/drill';
import { fillMissing } from '../../../model/figures';
import { bucketsOf, grainFor, type Buckets } from '../grain';
import { datasetOf, roleName, type Measure, type Model } from '../../../model/model';
import { isCoarse, type Reach } from '../reach';
import { BLANK } from '../../../model/blank';
import { totalsTest } from '../totals';
import { valueTable, type TableOutcome, type ValueTable } from '../valueTable';
import type { Chart, MeasuredVisual } from '../../document/visuals';

/** The buckets of a visual's window, and notes about their length. */
export function bucketsFor(
  ground: Ground,
  visual: Pick<MeasuredVisual, 'id' | 'grain' | 'most' | 'least'>,
): { buckets: Buckets; notes: string[] } {
  const drilled = ground.context.settings.get(drillKey(visual.id));
  const grain = drilled?.kind === 'drill' ? (finerUnit(drilled.drill.unit) ?? 'day') : visual.grain;
  const { model } = ground.context;
  const { shown } = ground.about.window;
  const first = shown[0]!.start;
  const last = shown[shown.length - 1]!.end;
  const coarse = ground.measures
    .flatMap((entry) => entry.reaches.map((reach) => reach.part.measure))
    .filter((measure) => isCoarse(measure) && !measure.spread);
  const chosen = grainFor(
    { ...visual, grain },
    last - first + 1,
    coarse.map((measure) => measure.grain),
    model.rule,
  );
  const notes: string[] = [];
  if (chosen.because === 'coarse measure') {
    notes.push(
      `by ${chosen.unit}, since ${coarse.map((measure) => measure.name).join(' and ')} is not known finer`,
    );
  }
  if (chosen.because === 'too many') notes.push(`by ${chosen.unit}: there would be too many ${grain}s`);
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

/** Values over time with missing ones filled by the measure's rule, between its first and last day shown. */
export function filledOver(
  measure: Measure,
  values: readonly (number | null)[],
  buckets: Buckets,
  reaches: readonly Reach[],
): (number | null)[] {
  const shown = reaches.flatMap((reach) => reach.shown);
  if (shown.length === 0) return [...values];
  const from = Math.min(...shown.map((run) => run.start));
  const to = Math.max(...shown.map((run) => run.end));
  const first = buckets.starts.findIndex((_, i) => bucketEnd(buckets, i) >= from);
  const last = buckets.starts.filter((start) => start <= to).length - 1;
  return fillMissing(measure, values, first, last);
}

/** What to say where rows cannot be told apart by a dimension. */
export function noColumnWords(model: Model, outcome: Extract<TableOutcome, { kind: 'no column' }>): string {
  const dataset = datasetOf(model, outcome.dataset)?.name ?? outcome.dataset;
  return `${dataset} has no ${dimensionName(model, outcome.dimension).toLowerCase()}; its measures are left out`;
}

/** Whether a measure has nothing to show in the window: a ratio of nothing is zero where its upper side says so. */
function isSilent({ reaches }: MeasureReach): boolean {
  const [first, second] = reaches;
  const none = (reach: Reach | undefined) => reach !== undefined && reach.shown.length === 0;
  if (second) return none(second) || (none(first) && first!.part.measure.missing !== 'zero');
  return none(first);
}

interface Part {
  readonly entry: MeasureReach;
  readonly table: ValueTable;
}

/** The tables of all measures that can be told apart by the dimensions. */
export async function tablesOf(
  ground: Ground,
  dimensions: readonly Dimension[],
  buckets: Buckets | null,
): Promise<{ parts: Part[]; notes: string[] } | 'elsewhere'> {
  const { model, source } = ground.context;
  const parts: Part[] = [];
  const notes: string[] = [];
  for (const entry of ground.measures) {
    if (isSilent(entry)) continue;
    const outcome = await valueTable(model, source, entry.measure, entry.reaches, { dimensions, buckets });
    if (outcome.kind === 'elsewhere') return 'elsewhere';
    if (outcome.kind === 'no column') notes.push(noColumnWords(model, outcome));
    else parts.push({ entry, table: outcome.table });
  }
  return { parts, notes: [...new Set(notes)] };
}

/** The value axis of a measure: as set, or the right one for another unit than the first measure's. */
function axisOf(ground: Ground, { shown, measure }: MeasureReach): 'left' | 'right' {
  if (shown.axis !== 'auto') return shown.axis;
  return measure.unit === ground.measures[0]!.measure.unit ? 'left' : 'right';
}

export async function answerChart(ground: Ground, visual: Chart): Promise<VisualAnswer> {
  const { model } = ground.context;
  for (const dimension of [visual.across, visual.split]) {
    if (dimension && !isKnown(model, dimension)) return broken(missingDimension(model, dimension));
  }
  return visual.across ? alongDimension(ground, visual, visual.across) : alongTime(ground, visual);
}

/** Name of a measure as a series: with its date role where that is not its own. */
function seriesName(ground: Ground, { measure, shown }: MeasureReach): string {
  if (shown.role === null || shown.role === measure.role) return measure.name;
  return `${measure.name}, ${roleName(ground.context.model, shown.dataset, shown.role)}`;
}

const common = (ground: Ground, parts: readonly Part[], notes: readonly string[]) => ({
  ...ground.about,
  rows: parts.reduce((total, part) => total + part.table.rows, 0),
  layout: slowest(parts.map((part) => part.table.layout)),
  notes: [...ground.notes, ...notes],
});

async function alongTime(ground: Ground, visual: Chart): Promise<VisualAnswer> {
  const { model } = ground.context;
  const { buckets, notes } = bucketsFor(ground, visual);
  const tables = await tablesOf(ground, visual.split ? [visual.split] : [], buckets);
  if (tables === 'elsewhere') return ELSEWHERE;
  const passes = visual.split ? await totalsTest(ground.context, visual, [visual.split]) : () => true;
  if (!passes) return ELSEWHERE;
  const series: SeriesAnswer[] = [];
  const allNotes = [...notes, ...tables.notes];
  for (const { entry, table: all } of tables.parts) {
    const table = passing(all, passes);
    const order = splitOrder(model, visual, table);
    if (order.length < table.keys.length)
      allNotes.push(
        `first ${order.length} of ${table.keys.length} by ${dimensionName(model, visual.split!).toLowerCase()}`,
      );
    for (const g of order) {
      const value = table.keys[g]![0];
      const own = seriesName(ground, entry);
      const name = visual.split ? (value ?? BLANK) : own;
      series.push({
        name: visual.split && ground.measures.length > 1 ? `${own}, ${name}` : name,
        measure: entry.index,
        values: filledOver(entry.measure, table.values[g]!, buckets, entry.reaches),
        axis: axisOf(ground, entry),
        provisionalFrom: provisionalBucket(entry.reaches, buckets),
      });
    }
  }
  return { kind: 'chart', ...common(ground, tables.parts, allNotes), buckets, categories: null, series };
}

/** A table with only the groups that pass a test. */
export function passing(table: ValueTable, passes: (key: ValueTable['keys'][number]) => boolean): ValueTable {
  const kept = table.keys.map((_, g) => g).filter((g) => passes(table.keys[g]!));
  if (kept.length === table.keys.length) return table;
  return { ...table, keys: kept.map((g) => table.keys[g]!), values: kept.map((g) => table.values[g]!) };
}

/** Groups of a split table, those with the greatest totals where there are too many, in their order. */
function splitOrder(model: Model, visual: Chart, table: ValueTable): number[] {
  const all = table.keys.map((_, g) => g);
  if (!visual.split) return all;
  const byName = compareValues(model, visual.split);
  const size = (g: number) =>
    table.values[g]!.reduce<number>((total, value) => total + Math.abs(value ?? 0), 0);
  const natural = (a: number, b: number) => byName(table.keys[a]![0]!, table.keys[b]![0]!);
  const kept = [...all].sort((a, b) => size(b) - size(a) || natural(a, b)).slice(0, visual.limit);
  return kept.sort(natural);
}

async function alongDimension(ground: Ground, visual: Chart, across: Dimension): Promise<VisualAnswer> {
  const { model } = ground.context;
  const found = await tablesOf(ground, visual.split ? [across, visual.split] : [across], null);
  const passes = await totalsTest(ground.context, visual, [across]);
  if (found === 'elsewhere' || !passes) return ELSEWHERE;
  const parts = found.parts.map(({ entry, table }) => ({
    entry,
    table: passing(table, (key) => passes(key.slice(0, 1))),
  }));
  const tables = { ...found, parts };
  const compare = compareValues(model, across);
  const totals = new Map<string | null, number>();
  const [lead] = tables.parts;
  lead?.table.keys.forEach((key, g) => {
    const value = lead.table.values[g]![0] ?? null;
    if (value !== null || !totals.has(key[0]!))
      totals.set(key[0]!, (totals.get(key[0]!) ?? 0) + (value ?? 0));
  });
  for (const { table } of tables.parts)
    for (const key of table.keys) if (!totals.has(key[0]!)) totals.set(key[0]!, -Infinity);
  const byValue = [...totals.keys()].sort((a, b) => totals.get(b)! - totals.get(a)! || compare(a, b));
  const categories = byValue.slice(0, visual.limit);
  if (visual.order === 'natural') categories.sort(compare);
  const series = tables.parts.flatMap((part) => seriesAcross(ground, visual, part, categories));
  const notes = [...tables.notes];
  if (byValue.length > categories.length) notes.push(`first ${categories.length} of ${byValue.length}`);
  return {
    kind: 'chart',
    ...common(ground, tables.parts, notes),
    buckets: null,
    categories,
    series,
  } satisfies ChartAnswer;
}

function seriesAcross(
  ground: Ground,
  visual: Chart,
  { entry, table }: Part,
  categories: readonly (string | null)[],
): SeriesAnswer[] {
  const { model } = ground.context;
  const at = new Map(table.keys.map((key, g) => [JSON.stringify(key), g]));
  const splits = visual.split
    ? [...new Set(table.keys.map((key) => key[1]!))]
        .sort(compareValues(model, visual.split))
        .slice(0, visual.limit)
    : [undefined];
  const own = seriesName(ground, entry);
  return splits.map((split): SeriesAnswer => {
    const name = split === undefined ? own : (split ?? BLANK);
    return {
      name: split !== undefined && ground.measures.length > 1 ? `${own}, ${name}` : name,
      measure: entry.index,
      values: categories.map((category) => {
        const g = at.get(JSON.stringify(split === undefined ? [category] : [category, split]));
        const value = g === undefined ? null : table.values[g]![0]!;
        return value === null && entry.measure.missing === 'zero' ? 0 : value;
      }),
      axis: axisOf(ground, entry),
      provisionalFrom: null,
    };
  });
}
