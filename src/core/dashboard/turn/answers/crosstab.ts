/** Answers of crosstabs: categories down, buckets or periods across, subtotals asked for as such and never added up. */
import type { Layout } from '../../../cube/query';
import { compareValues, isKnown, type Dimension } from '../../../model/dimension';
import type { Crosstab } from '../../document/visuals';
import type { CrosstabCell, Note, VisualAnswer } from '../answer';
import type { GroundBaseline } from '../comparing/baselines';
import { against, besideBuckets, leadPartners, perDay, perDayIn, wholeAgainst } from '../comparing/tables';
import type { Buckets } from '../grain';
import { onceEach, slowest, type Ground } from '../ground';
import { totalsOn, totalsTest } from '../totals';
import { rowsBehind, type ValueTable } from '../valueTable';
import { bucketsFor, filledOver, provisionalBucket } from './overTime';
import { broken, ELSEWHERE, missingDimension } from './parts';
import { tablesOf } from './tables';
import { valuesBeforeWindow } from './valuesBefore';

/** Rows that a crosstab shows at most; the answer says how many there are. */
export const MOST_ROWS = 1000;
/** Columns of periods that a crosstab is given at most. */
const MOST_PERIODS = 60;
/** The same where the designer chose their length: a quarter of days fits. */
const MOST_FIXED_PERIODS = 120;

export type RowKey = readonly (string | null)[];

type Cell = { -readonly [P in keyof CrosstabCell]: CrosstabCell[P] };
interface Row {
  readonly key: RowKey;
  readonly cells: Cell[];
  /** Whether it has rows in the window; else only a baseline has them. */
  isNow: boolean;
}

export async function answerCrosstab(ground: Ground, visual: Crosstab): Promise<VisualAnswer> {
  const { model } = ground.context.design;
  const unknown = visual.rows.find((dimension) => !isKnown(model, dimension));
  if (unknown) return broken(missingDimension(model, unknown));
  const { buckets, notes } =
    visual.columns?.kind === 'grain'
      ? bucketsFor(ground, {
          ...visual,
          most: Math.min(visual.most, MOST_PERIODS),
          mostFixed: MOST_FIXED_PERIODS,
        })
      : { buckets: null, notes: [] };
  const table = new Rows(ground, buckets);
  for (const dimensions of levelsOf(visual)) {
    const isRows = dimensions.length === visual.rows.length;
    if ((await table.take(dimensions, isRows)) === 'elsewhere') return ELSEWHERE;
  }
  const passes = await totalsTest(ground.context, visual, visual.rows);
  if (!passes) return ELSEWHERE;
  const all = totalsOn(ground.context, visual).length === 0;
  const rows = table.rows.filter(
    ({ key, isNow }) => (isNow || all) && (key.length < visual.rows.length || !isNow || passes(key)),
  );
  const subtotals: Note[] =
    !all && visual.subtotals
      ? [{ code: 'subtotals', words: 'subtotals count the rows that are left out too' }]
      : [];
  const leads = buckets ? ground.baselines.map((baseline) => leadPartners(ground, baseline, buckets)) : [];
  const compares = visual.rows.map((dimension) => compareValues(model, dimension));
  const sorted = sortedRows(rows, compares);
  return {
    kind: 'crosstab',
    ...ground.about,
    rows: rowsBehind(table.counted),
    layout: slowest(table.layouts),
    notes: onceEach([
      ...ground.notes,
      ...notes,
      ...table.notes,
      ...subtotals,
      ...leads.flatMap((lead) => lead.notes),
    ]),
    buckets,
    table: sorted.slice(0, MOST_ROWS).map(({ key, cells }) => ({ key, cells })),
    total: sorted.length,
    provisionalFrom: ground.measures.map((entry) =>
      buckets ? provisionalBucket(entry.reaches, buckets) : null,
    ),
    ...(leads.length > 0 ? { partners: leads.map((lead) => lead.partners) } : {}),
  };
}

/** The dimensions of each level of rows: those of subtotals, from the total of all, then of the rows themselves. */
export const levelsOf = ({ rows, subtotals }: Crosstab): (readonly Dimension[])[] => [
  ...(subtotals ? rows.map((_, i) => rows.slice(0, i)) : []),
  rows,
];

/** The rows of a crosstab as they are put together from the tables of its measures. */
class Rows {
  readonly notes: Note[] = [];
  readonly layouts: Layout[] = [];
  readonly counted: ValueTable[] = [];
  private readonly byKey = new Map<string, Row>();

  constructor(
    private readonly ground: Ground,
    private readonly buckets: Buckets | null,
  ) {}

  get rows(): Row[] {
    return [...this.byKey.values()];
  }

  /** Takes the rows of one level over, with those of baselines. */
  async take(dimensions: readonly Dimension[], isRows: boolean): Promise<'elsewhere' | undefined> {
    const { ground, buckets } = this;
    for (const span of buckets ? [buckets, null] : [null]) {
      const tables = await tablesOf(ground, dimensions, span);
      if (tables === 'elsewhere') return tables;
      this.notes.push(...tables.notes);
      for (const { entry, table } of tables.parts) {
        const before = span
          ? await valuesBeforeWindow(ground, entry, entry.reaches, dimensions, span)
          : () => null;
        if (before === 'elsewhere') return before;
        this.layouts.push(table.layout);
        if (isRows && span === null) this.counted.push(table);
        table.keys.forEach((key, g) => {
          const row = this.rowOf(key);
          row.isNow = true;
          const cell = row.cells[entry.index]!;
          const values = table.values[g]!;
          if (!span) cell.whole = perDay(ground, entry, values[0] ?? null);
          else {
            const filled = filledOver(entry.measure, values, span, entry.reaches, before(key));
            cell.values = perDayIn(ground, entry, filled, span);
          }
        });
      }
    }
    for (const [b, baseline] of ground.baselines.entries())
      if ((await this.takeBaseline(dimensions, baseline, b)) === 'elsewhere') return 'elsewhere';
    return undefined;
  }

  private async takeBaseline(
    dimensions: readonly Dimension[],
    baseline: GroundBaseline,
    b: number,
  ): Promise<'elsewhere' | undefined> {
    const { ground, buckets } = this;
    for (const entry of ground.measures) {
      const other = against(baseline, entry);
      if (!other) continue;
      const whole = await wholeAgainst(ground, baseline, entry, dimensions);
      const over = buckets && (await besideBuckets(ground, baseline, entry, dimensions, buckets));
      if (whole === 'elsewhere' || over === 'elsewhere') return 'elsewhere';
      whole.keys.forEach((key, g) => {
        const cell = this.rowOf(key).cells[entry.index]!;
        const values = over ? over.beside(key) : [];
        cell.baselines = cell.baselines!.map((own, i) =>
          i === b ? { values, whole: perDay(ground, other, whole.values[g]![0] ?? null) } : own,
        );
      });
    }
    return undefined;
  }

  private rowOf(key: RowKey): Row {
    const text = JSON.stringify(key);
    const known = this.byKey.get(text);
    if (known) return known;
    const none = () => ({
      values: (this.buckets?.starts ?? []).map(() => null as number | null),
      whole: null,
    });
    const { baselines, measures } = this.ground;
    const cells = measures.map((): Cell => ({
      ...none(),
      ...(baselines.length > 0 ? { baselines: baselines.map(none) } : {}),
    }));
    const row = { key, cells, isNow: false };
    this.byKey.set(text, row);
    return row;
  }
}

type Compare = (a: string | null, b: string | null) => number;

/** Rows in their order: subtotals before what they are of, those that only a baseline has last under their parent. */
export function sortedRows<R extends Pick<Row, 'key' | 'isNow'>>(
  rows: readonly R[],
  compares: readonly Compare[],
): R[] {
  const now = new Set(
    rows.flatMap(({ key, isNow }) => (isNow ? key.map((_, i) => JSON.stringify(key.slice(0, i + 1))) : [])),
  );
  const isThere = (key: RowKey, depth: number) => now.has(JSON.stringify(key.slice(0, depth + 1)));
  return [...rows].sort(({ key: a }, { key: b }) => {
    for (let i = 0; i < Math.min(a.length, b.length); i++) {
      const late = Number(!isThere(a, i)) - Number(!isThere(b, i));
      const order = late || compares[i]!(a[i]!, b[i]!);
      if (order !== 0) return order;
    }
    return a.length - b.length;
  });
}
