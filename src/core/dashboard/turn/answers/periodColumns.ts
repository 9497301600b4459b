/** Answers of crosstabs whose columns are a list of periods, and the changes between them. */
import { intersectRuns, unionRuns, type DayRuns } from '../../../calendar/runs';
import { compareValues, isKnown } from '../../../model/dimension';
import { resolveBaseline, resolveBaselineOfDays } from '../../../period/baseline';
import { parseBaseline, parsePhrase } from '../../../period/parse';
import type { Phrase } from '../../../period/phrase';
import type { PeriodContext } from '../../../period/point';
import { resolvePhrase } from '../../../period/resolve';
import type { PeriodColumns } from '../../document/kinds/columns';
import type { Crosstab } from '../../document/visuals';
import { folded, stepsOn, type SeenStep } from '../../wiring/selection';
import type { CrosstabCell, Note, PeriodColumnAnswer, VisualAnswer } from '../answer';
import { changeOf } from '../comparing/answer';
import { groundOf, onceEach, slowest } from '../ground';
import { dashboardContext } from '../dashboardContext';
import {
  reachSeeing,
  within,
  type MeasurePair,
  type MeasureReach,
  type Reach,
  type ReachContext,
} from '../reach';
import { rowsBehind, type ValueTable } from '../valueTable';
import { levelsOf, MOST_ROWS, sortedRows, type RowKey } from './crosstab';
import { emptyOf, isReached, reachMeasures } from './measured';
import { broken, ELSEWHERE, missingDimension } from './parts';
import { tablesOf } from './tables';

/** The days of a period column, or why it has none. */
type ColumnDays =
  | { readonly phrase: Phrase | null; readonly runs: DayRuns; readonly problem: null }
  | { readonly phrase: null; readonly runs: DayRuns; readonly problem: string };

const none = (problem: string): ColumnDays => ({ phrase: null, runs: [], problem });

/** The days of every period column, before wired time controls narrow them. */
function columnDays({ periods }: PeriodColumns, context: PeriodContext): ColumnDays[] {
  const known = new Map<string, ColumnDays>();
  const daysOf = (id: string): ColumnDays => {
    const found = known.get(id);
    if (found) return found;
    const column = periods.find((entry) => entry.id === id);
    if (!column) return none('no-data');
    const days =
      'of' in column
        ? baselineDays(daysOf(column.of), column.baseline, context)
        : phraseDays(column.phrase, context);
    known.set(id, days);
    return days;
  };
  return periods.map(({ id }) => daysOf(id));
}

function phraseDays(text: string, context: PeriodContext): ColumnDays {
  const parsed = parsePhrase(text);
  if (!parsed.ok) return none(parsed.error.code);
  const resolved = resolvePhrase(parsed.phrase, context);
  if (!resolved.ok) return none(resolved.error.code);
  return resolved.empty
    ? none(resolved.empty)
    : { phrase: parsed.phrase, runs: resolved.runs, problem: null };
}

function baselineDays(of: ColumnDays, text: string, context: PeriodContext): ColumnDays {
  if (of.problem !== null) return none(of.problem);
  const parsed = parseBaseline(text);
  if (!parsed.ok) return none(parsed.error.code);
  const resolved = of.phrase
    ? resolveBaseline(parsed.phrase, of.phrase, context)
    : resolveBaselineOfDays(parsed.phrase, of.runs, context);
  if (!resolved.ok) return none(resolved.code);
  if ('empty' in resolved) return none(resolved.empty);
  return { phrase: null, runs: unionRuns(...resolved.windows), problem: null };
}

/** Whether a step is of time: a wired window of any role, the own period, or a drill. */
const isOfTime = (step: SeenStep): boolean =>
  step.kind === 'own period' ||
  step.kind === 'drill' ||
  (step.kind === 'wire' && step.route.kind === 'role' && step.setting.kind === 'window');

/** What a measure's part sees whatever wired time controls say; undefined where the source cannot tell. */
async function withoutTime(
  context: ReachContext,
  visual: Crosstab,
  reach: Reach,
): Promise<Reach | undefined> {
  const { design, settings } = context;
  const { part } = reach;
  const steps = stepsOn(design, settings, visual, part).filter((step) => !isOfTime(step));
  const seen = folded(part, steps);
  return reachSeeing(context, reach, seen, seen.window);
}

interface InPeriods {
  /** By column. */
  readonly days: readonly ColumnDays[];
  /** By column: the measures as it sees them. */
  readonly inColumns: readonly (readonly MeasureReach[])[];
}

/** What the measures of a crosstab see in each of its periods; an answer where something it needs is not there. */
async function inPeriods(
  context: ReachContext,
  visual: Crosstab,
  columns: PeriodColumns,
): Promise<InPeriods | VisualAnswer> {
  const { rule } = context.design.model;
  const reached = await reachMeasures(context, visual);
  if (!isReached(reached)) return reached;
  const measures = columns.mode === 'alone' ? await aloneOf(context, visual, reached) : reached;
  if (!measures) return ELSEWHERE;
  const data = unionRuns(...measures.flatMap((entry) => entry.reaches.map((reach) => reach.covered)));
  const days = columnDays(columns, dashboardContext(context, { anchor: null }, data));
  return {
    days,
    inColumns: days.map(({ runs }) => measures.map((entry) => inPeriod(entry, runs, rule))),
  };
}

/** A measure in both periods of a change column; undefined where there is no such column, or the source cannot tell. */
export async function periodChange(
  context: ReachContext,
  visual: Crosstab,
  columns: PeriodColumns,
  asked: { readonly change: string; readonly measure: number },
): Promise<MeasurePair | undefined> {
  const change = columns.changes.find((entry) => entry.id === asked.change);
  if (!change) return undefined;
  const of = (period: string) => periodReach(context, visual, columns, { period, measure: asked.measure });
  const [now, then] = [await of(change.of), await of(change.against)];
  return now && then && { now, then };
}

/** A measure in one of the periods; undefined where there is no such period, or the source cannot tell. */
export async function periodReach(
  context: ReachContext,
  visual: Crosstab,
  columns: PeriodColumns,
  asked: { readonly period: string; readonly measure: number },
): Promise<MeasureReach | undefined> {
  const seenIn = await inPeriods(context, visual, columns);
  if ('kind' in seenIn) return undefined;
  return seenIn.inColumns[columns.periods.findIndex((period) => period.id === asked.period)]?.[asked.measure];
}

/** Answers a crosstab with periods across. */
export async function answerPeriodColumns(
  context: ReachContext,
  visual: Crosstab,
  columns: PeriodColumns,
): Promise<VisualAnswer> {
  const { model } = context.design;
  const unknown = visual.rows.find((dimension) => !isKnown(model, dimension));
  if (unknown) return broken(missingDimension(model, unknown));
  const seenIn = await inPeriods(context, visual, columns);
  if ('kind' in seenIn) return seenIn;
  const { days, inColumns } = seenIn;
  const answers = columns.periods.map(({ id }, c): PeriodColumnAnswer => {
    const reaches = inColumns[c]!.flatMap((entry) => entry.reaches);
    return {
      id,
      window: unionRuns(...reaches.map((reach) => reach.window)),
      shown: unionRuns(...reaches.map((reach) => reach.shown)),
      problem: days[c]!.problem,
    };
  });
  const seen = inColumns.flat().flatMap((entry) => entry.reaches.filter((reach) => reach.shown.length > 0));
  if (seen.length === 0) return emptyOf(inColumns.flat().flatMap((entry) => entry.reaches));
  return tableOf({ context, visual, columns, inColumns, answers, seen });
}

async function aloneOf(context: ReachContext, visual: Crosstab, measures: readonly MeasureReach[]) {
  const found: MeasureReach[] = [];
  for (const entry of measures) {
    const reaches: Reach[] = [];
    for (const reach of entry.reaches) {
      const alone = await withoutTime(context, visual, reach);
      if (!alone) return undefined;
      reaches.push(alone);
    }
    found.push({ ...entry, reaches });
  }
  return found;
}

/** A measure within the days of a period. */
const inPeriod = (entry: MeasureReach, runs: DayRuns, rule: Parameters<typeof within>[2]): MeasureReach => ({
  ...entry,
  reaches: entry.reaches.map((reach) => within(reach, intersectRuns(reach.window, runs), rule)),
});

interface Across {
  readonly context: ReachContext;
  readonly visual: Crosstab;
  readonly columns: PeriodColumns;
  /** The measures as each column sees them. */
  readonly inColumns: readonly (readonly MeasureReach[])[];
  readonly answers: readonly PeriodColumnAnswer[];
  readonly seen: readonly Reach[];
}

/** The table: values by period, then the changes between periods, of rows that any period has. */
async function tableOf({
  context,
  visual,
  columns,
  inColumns,
  answers,
  seen,
}: Across): Promise<VisualAnswer> {
  const { model } = context.design;
  const rows = new Map<string, { key: RowKey; isNow: true; values: (number | null)[][] }>();
  const counted: ValueTable[] = [];
  const notes: Note[] = [];
  const fresh = () => visual.measures.map(() => columns.periods.map((): number | null => null));
  for (const [c, measures] of inColumns.entries()) {
    const own = measures.flatMap((entry) => entry.reaches.filter((reach) => reach.shown.length > 0));
    if (own.length === 0) continue;
    const ground = groundOf(context, measures, own);
    for (const dimensions of levelsOf(visual)) {
      const tables = await tablesOf(ground, dimensions, null);
      if (tables === 'elsewhere') return ELSEWHERE;
      notes.push(...tables.notes);
      for (const { entry, table } of tables.parts) {
        if (dimensions.length === visual.rows.length) counted.push(table);
        table.keys.forEach((key, g) => {
          const text = JSON.stringify(key);
          const row = rows.get(text) ?? { key, isNow: true, values: fresh() };
          rows.set(text, row);
          row.values[entry.index]![c] = table.values[g]![0] ?? null;
        });
      }
    }
  }
  const place = new Map(columns.periods.map(({ id }, c) => [id, c]));
  const cellOf = (values: readonly (number | null)[]): CrosstabCell => ({
    values,
    whole: null,
    changes: columns.changes.map(({ of, against }) =>
      changeOf(values[place.get(of)!] ?? null, values[place.get(against)!] ?? null),
    ),
  });
  const compares = visual.rows.map((dimension) => compareValues(model, dimension));
  const sorted = sortedRows([...rows.values()], compares);
  return {
    kind: 'crosstab',
    ...groundOf(context, inColumns.flat(), seen).about,
    rows: rowsBehind(counted),
    layout: slowest(counted.map((table) => table.layout)),
    notes: onceEach(notes),
    buckets: null,
    columns: answers,
    table: sorted.slice(0, MOST_ROWS).map(({ key, values }) => ({ key, cells: values.map(cellOf) })),
    total: sorted.length,
    provisionalFrom: visual.measures.map(() => null),
  };
}
