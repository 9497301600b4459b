/** Answers of crosstabs: categories down, periods across, subtotals asked for as such and never added up. */
import type { Layout } from '../../../cube/query';
import { tablesOf } from './tables';
import { bucketsFor, filledOver, provisionalBucket, valuesBefore } from './overTime';
import { broken, ELSEWHERE, missingDimension } from './parts';
import type { CrosstabRow, Note, VisualAnswer } from '../answer';
import { onceEach, slowest, type Ground } from '../ground';
import { compareValues, isKnown } from '../../../model/dimension';
import type { Buckets } from '../grain';
import { totalsOn, totalsTest } from '../totals';
import { rowsBehind, type ValueTable } from '../valueTable';
import type { Crosstab } from '../../document/visuals';

/** Rows that a crosstab shows at most; the answer says how many there are. */
const MOST_ROWS = 1000;
/** Columns of periods that a crosstab is given at most. */
const MOST_PERIODS = 60;
/** The same where the designer chose their length: a quarter of days fits. */
const MOST_FIXED_PERIODS = 120;

type Key = readonly (string | null)[];
const keyText = (key: Key) => JSON.stringify(key);

export async function answerCrosstab(ground: Ground, visual: Crosstab): Promise<VisualAnswer> {
  const { model } = ground.context.design;
  const unknown = visual.rows.find((dimension) => !isKnown(model, dimension));
  if (unknown) return broken(missingDimension(model, unknown));
  const { buckets, notes } = visual.periods
    ? bucketsFor(ground, {
        ...visual,
        most: Math.min(visual.most, MOST_PERIODS),
        mostFixed: MOST_FIXED_PERIODS,
      })
    : { buckets: null, notes: [] };
  const levels = visual.subtotals ? visual.rows.map((_, i) => i) : [];
  const depths = [...levels, visual.rows.length];
  const rows = new Map<string, { key: Key; cells: { values: (number | null)[]; whole: number | null }[] }>();
  const allNotes: Note[] = [...notes];
  const layouts: Layout[] = [];
  const counted: ValueTable[] = [];
  for (const depth of depths) {
    const dimensions = visual.rows.slice(0, depth);
    for (const span of buckets ? [buckets, null] : [null]) {
      const tables = await tablesOf(ground, dimensions, span);
      if (tables === 'elsewhere') return ELSEWHERE;
      allNotes.push(...tables.notes);
      for (const { entry, table } of tables.parts) {
        const before = span ? await valuesBefore(ground, entry, entry.reaches, dimensions, span) : () => null;
        if (before === 'elsewhere') return ELSEWHERE;
        layouts.push(table.layout);
        if (depth === visual.rows.length && span === null) counted.push(table);
        takeOver(table, (key, values) => {
          const row = rowOf(rows, key, ground.measures.length, buckets);
          const cell = row.cells[entry.index]!;
          if (span) cell.values = filledOver(entry.measure, values, span, entry.reaches, before(key));
          else cell.whole = values[0] ?? null;
        });
      }
    }
  }
  const passes = await totalsTest(ground.context, visual, visual.rows);
  if (!passes) return ELSEWHERE;
  for (const [text, { key }] of rows)
    if (key.length === visual.rows.length && !passes(key)) rows.delete(text);
  if (totalsOn(ground.context, visual).length > 0 && visual.subtotals)
    allNotes.push({ code: 'subtotals', words: 'subtotals count the rows that are left out too' });
  const compares = visual.rows.map((dimension) => compareValues(model, dimension));
  const table = [...rows.values()].sort((a, b) => compareKeys(a.key, b.key, compares));
  return {
    kind: 'crosstab',
    ...ground.about,
    rows: rowsBehind(counted),
    layout: slowest(layouts),
    notes: onceEach([...ground.notes, ...allNotes]),
    buckets,
    table: table.slice(0, MOST_ROWS) satisfies CrosstabRow[],
    total: table.length,
    provisionalFrom: ground.measures.map((entry) =>
      buckets ? provisionalBucket(entry.reaches, buckets) : null,
    ),
  };
}

function takeOver(table: ValueTable, take: (key: Key, values: readonly (number | null)[]) => void) {
  table.keys.forEach((key, g) => take(key, table.values[g]!));
}

function rowOf(
  rows: Map<string, { key: Key; cells: { values: (number | null)[]; whole: number | null }[] }>,
  key: Key,
  measures: number,
  buckets: Buckets | null,
) {
  const known = rows.get(keyText(key));
  if (known) return known;
  const cell = () => ({ values: (buckets?.starts ?? []).map(() => null as number | null), whole: null });
  const row = { key, cells: Array.from({ length: measures }, cell) };
  rows.set(keyText(key), row);
  return row;
}

/** Subtotals stand before the rows they are of. */
function compareKeys(
  a: Key,
  b: Key,
  compares: readonly ((a: string | null, b: string | null) => number)[],
): number {
  for (let i = 0; i < Math.min(a.length, b.length); i++) {
    const order = compares[i]!(a[i]!, b[i]!);
    if (order !== 0) return order;
  }
  return a.length - b.length;
}
