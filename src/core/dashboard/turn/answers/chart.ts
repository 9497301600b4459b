/** Answers of charts: series of values along time or along a dimension. */
import { broken, ELSEWHERE, missingDimension } from './parts';
import type { ChartAnswer, Note, SeriesAnswer, VisualAnswer } from '../answer';
import { onceEach, slowest, type Ground, type MeasureReach } from '../ground';
import { compareValues, dimensionName, isKnown, type Dimension } from '../../../model/dimension';
import type { Buckets } from '../grain';
import { datasetOf, roleName, type Model } from '../../../model/model';
import type { Reach } from '../reach';
import { bucketsFor, filledOver, provisionalBucket } from './overTime';
import { BLANK } from '../../../model/blank';
import { totalsTest } from '../totals';
import { valueTable, type TableOutcome, type ValueTable } from '../valueTable';
import type { Chart } from '../../document/visuals';

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

interface Part {
  readonly entry: MeasureReach;
  readonly table: ValueTable;
}

/** The tables of all measures that can be told apart by the dimensions. */
export async function tablesOf(
  ground: Ground,
  dimensions: readonly Dimension[],
  buckets: Buckets | null,
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

/** The value axis of a measure: as set, or the right one for another unit than the first measure's. */
function axisOf(ground: Ground, { shown, measure }: MeasureReach): 'left' | 'right' {
  if (shown.axis !== 'auto') return shown.axis;
  return measure.unit === ground.measures[0]!.measure.unit ? 'left' : 'right';
}

export async function answerChart(ground: Ground, visual: Chart): Promise<VisualAnswer> {
  const { model } = ground.context.design;
  for (const dimension of [visual.across, visual.split]) {
    if (dimension && !isKnown(model, dimension)) return broken(missingDimension(model, dimension));
  }
  return visual.across ? alongDimension(ground, visual, visual.across) : alongTime(ground, visual);
}

/** Name of a measure as a series: with its date role where that is not its own. */
function seriesName(ground: Ground, { measure, shown }: MeasureReach): string {
  if (shown.role === null || shown.role === measure.role) return measure.name;
  return `${measure.name}, ${roleName(ground.context.design.model, shown.dataset, shown.role)}`;
}

const common = (ground: Ground, parts: readonly Part[], notes: readonly Note[]) => ({
  ...ground.about,
  rows: parts.reduce((total, part) => total + part.table.rows, 0),
  layout: slowest(parts.map((part) => part.table.layout)),
  notes: [...ground.notes, ...notes],
});

async function alongTime(ground: Ground, visual: Chart): Promise<VisualAnswer> {
  const { model } = ground.context.design;
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
      allNotes.push({
        code: 'limited',
        words: `first ${order.length} of ${table.keys.length} by ${dimensionName(model, visual.split!).toLowerCase()}`,
      });
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
function passing(table: ValueTable, passes: (key: ValueTable['keys'][number]) => boolean): ValueTable {
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
  const { model } = ground.context.design;
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
  if (byValue.length > categories.length)
    notes.push({ code: 'limited', words: `first ${categories.length} of ${byValue.length}` });
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
  const { model } = ground.context.design;
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
