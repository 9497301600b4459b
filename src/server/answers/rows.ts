/** Rows of a table visual, and those behind a mark: a page at a time. */
import type { RowColumn, RowPage, RowsBehind } from '../../contract/rows';
import { tolerant } from '../../core/cube/query';
import type { DashboardDocument, Slicer, Visual } from '../../core/dashboard/document/document';
import { todayFor } from '../../core/dashboard/document/clock';
import { isMeasured, type MeasuredVisual } from '../../core/dashboard/document/visuals';
import { actingAsOf } from '../../core/dashboard/reader/held';
import { stateFor } from '../../core/dashboard/reader/stateFor';
import type { ReaderState } from '../../core/dashboard/reader/state';
import { rowsOfMark, rowsOfValue, type MarkAsked, type ValueAsked } from '../../core/dashboard/turn/behind';
import { settle } from '../../core/dashboard/turn/settle';
import { seenBy } from '../../core/dashboard/wiring/selection';
import { Problem } from '../problem';
import { preparedFor } from './answer';
import { readPage, type RowRequest, type RowsWanted } from './rowPage';

type Table = Extract<Visual, { kind: 'table' }>;

/** The rows of a table visual under a reader's state. */
async function rowsOfTable(
  document: DashboardDocument,
  state: ReaderState,
  table: Table,
): Promise<RowsWanted> {
  const { design, source, stored } = await preparedFor(document);
  const { model } = design;
  const [use] = design.uses(table);
  const dataset = stored.find((entry) => entry.key === use?.dataset);
  if (!use || !dataset)
    throw new Problem('no-such-dataset', `There is no dataset “${table.dataset}” here.`, 404);
  const today = todayFor(document, model, Date.now());
  const settings = await settle(design, stateFor(document, state), today, tolerant(source));
  const { selection, window } = seenBy(design, settings, table, use);
  return { model, dataset, selection, window, columns: table.columns };
}

/** A page of a table visual's rows under a reader's state, newest day first unless sorted otherwise. */
export async function readRowPage(
  document: DashboardDocument,
  state: ReaderState,
  table: Table,
  request: RowRequest,
): Promise<RowPage> {
  return readPage(await rowsOfTable(document, state, table), request);
}

/** Columns that are shown first, where none are chosen. */
const FIRST_COLUMNS = 8;

/** What rows are asked for: those of a mark of a visual, or of a value of a slicer. */
export type BehindAsked =
  ({ readonly visual: string } & MarkAsked) | ({ readonly slicer: string } & ValueAsked);

/** The rows behind a mark or a value under a reader's state. Throws a `Problem` where there is no such thing. */
async function rowsBehind(
  document: DashboardDocument,
  given: ReaderState,
  of: BehindAsked,
  columns: readonly string[] | null,
): Promise<RowsWanted & Pick<RowsBehind, 'all' | 'hasSides' | 'datasets'>> {
  const state = stateFor(document, given);
  const { design: designed, source, stored } = await preparedFor(document);
  const { model } = designed;
  const design = designed.chosen(state);
  const now = todayFor(document, model, Date.now());
  const settings = await settle(design, state, now, source);
  const today = actingAsOf(document, state) ?? now;
  const context = { design, state, settings, source, today };
  const found =
    'visual' in of
      ? await rowsOfMark(context, measuredIn(design.document, of.visual), of)
      : rowsOfValue(context, slicerIn(document, of.slicer), of);
  const dataset = stored.find((entry) => entry.key === found?.dataset);
  if (!found || !dataset)
    throw new Problem('no-such-mark', 'There is no such figure here, so there are no rows behind it.', 404);
  const all = dataset.definition.columns.map(({ key, name, type, scale }): RowColumn => ({
    key,
    name,
    type,
    scale,
  }));
  const keys = found.datasets ?? [];
  const datasets = keys.map((key) => stored.find((entry) => entry.key === key)?.name ?? key);
  return {
    ...found,
    model,
    dataset,
    all,
    datasets,
    columns: columns ?? firstColumns(all, found.role),
  };
}

function measuredIn(document: DashboardDocument, id: string): MeasuredVisual {
  const visual = document.visuals.find((entry) => entry.id === id);
  if (visual && isMeasured(visual)) return visual;
  throw new Problem('no-such-item', `There is no visual “${id}” with measures on this dashboard.`, 404);
}

function slicerIn(document: DashboardDocument, id: string): Slicer {
  const control = document.controls.find((entry) => entry.id === id);
  if (control?.kind === 'slicer') return control;
  throw new Problem('no-such-item', `There is no slicer “${id}” on this dashboard.`, 404);
}

/** A page of the rows behind a mark or a value. Throws a `Problem` where there is no such thing. */
export async function readRowsBehind(
  document: DashboardDocument,
  state: ReaderState,
  of: BehindAsked,
  { columns, ...request }: RowRequest & { readonly columns: readonly string[] | null },
): Promise<RowsBehind> {
  const wanted = await rowsBehind(document, state, of, columns);
  const page = await readPage(wanted, request);
  const { all, hasSides, datasets } = wanted;
  return { ...page, dataset: wanted.dataset.name, all, hasSides, datasets };
}

/** The day of the rows first, then the columns in their own order. */
const firstColumns = (all: readonly RowColumn[], role: string): string[] => [
  role,
  ...all
    .map((column) => column.key)
    .filter((key) => key !== role)
    .slice(0, FIRST_COLUMNS - 1),
];

/** Rows that are taken away as a file: those of a table visual, or those behind a mark or a value. */
export async function rowsToTake(
  document: DashboardDocument,
  state: ReaderState,
  asked:
    { readonly table: string } | { readonly of: BehindAsked; readonly columns: readonly string[] | null },
): Promise<RowsWanted> {
  if ('of' in asked) return rowsBehind(document, state, asked.of, asked.columns);
  return rowsOfTable(document, state, tableIn(document, asked.table));
}

/** A table of a dashboard. Throws a `Problem` where there is none. */
export function tableIn(document: DashboardDocument, id: string): Table {
  const visual = document.visuals.find((entry) => entry.id === id);
  if (visual?.kind !== 'table')
    throw new Problem('no-such-table', `The dashboard has no table “${id}”.`, 404);
  return visual;
}
