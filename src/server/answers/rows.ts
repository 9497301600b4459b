/** Rows of a table visual, and those behind a mark: a page at a time. */
import type { RowColumn, RowPage, RowsBehind } from '../../contract/rows';
import { tolerant } from '../../core/cube/query';
import type { DashboardDocument, Visual } from '../../core/dashboard/document/document';
import { todayFor } from '../../core/dashboard/document/clock';
import { isMeasured } from '../../core/dashboard/document/visuals';
import { actingAsOf } from '../../core/dashboard/reader/held';
import { stateFor } from '../../core/dashboard/reader/stateFor';
import type { ReaderState } from '../../core/dashboard/reader/state';
import { rowsOfMark, type MarkAsked } from '../../core/dashboard/turn/behind';
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

/** The rows behind a mark of a visual under a reader's state. Throws a `Problem` where there is no such mark. */
async function rowsBehind(
  document: DashboardDocument,
  given: ReaderState,
  id: string,
  asked: MarkAsked,
  columns: readonly string[] | null,
): Promise<RowsWanted & Pick<RowsBehind, 'all' | 'hasSides'>> {
  const state = stateFor(document, given);
  const { design: designed, source, stored } = await preparedFor(document);
  const { model } = designed;
  const design = designed.chosen(state);
  const visual = design.document.visuals.find((entry) => entry.id === id);
  if (!visual || !isMeasured(visual))
    throw new Problem('no-such-item', `There is no visual “${id}” with measures on this dashboard.`, 404);
  const now = todayFor(document, model, Date.now());
  const settings = await settle(design, state, now, source);
  const today = actingAsOf(document, state) ?? now;
  const found = await rowsOfMark({ design, state, settings, source, today }, visual, asked);
  const dataset = stored.find((entry) => entry.key === found?.dataset);
  if (!found || !dataset)
    throw new Problem('no-such-mark', 'There is no such figure here, so there are no rows behind it.', 404);
  const all = dataset.definition.columns.map(({ key, name, type, scale }): RowColumn => ({
    key,
    name,
    type,
    scale,
  }));
  return {
    ...found,
    model,
    dataset,
    all,
    columns: columns ?? firstColumns(all, found.role),
  };
}

/** A page of the rows behind a mark. Throws a `Problem` where there is no such mark. */
export async function readRowsBehind(
  document: DashboardDocument,
  state: ReaderState,
  id: string,
  asked: MarkAsked,
  { columns, ...request }: RowRequest & { readonly columns: readonly string[] | null },
): Promise<RowsBehind> {
  const wanted = await rowsBehind(document, state, id, asked, columns);
  const page = await readPage(wanted, request);
  return { ...page, dataset: wanted.dataset.name, all: wanted.all, hasSides: wanted.hasSides };
}

/** The day of the rows first, then the columns in their own order. */
const firstColumns = (all: readonly RowColumn[], role: string): string[] => [
  role,
  ...all
    .map((column) => column.key)
    .filter((key) => key !== role)
    .slice(0, FIRST_COLUMNS - 1),
];

/** Rows that are taken away as a file: those of a table visual, or those behind a mark. */
export async function rowsToTake(
  document: DashboardDocument,
  state: ReaderState,
  asked:
    | { readonly table: string }
    | {
        readonly visual: string;
        readonly mark: MarkAsked;
        readonly columns: readonly string[] | null;
      },
): Promise<RowsWanted> {
  if ('visual' in asked) return rowsBehind(document, state, asked.visual, asked.mark, asked.columns);
  return rowsOfTable(document, state, tableIn(document, asked.table));
}

/** A table of a dashboard. Throws a `Problem` where there is none. */
export function tableIn(document: DashboardDocument, id: string): Table {
  const visual = document.visuals.find((entry) => entry.id === id);
  if (visual?.kind !== 'table')
    throw new Problem('no-such-table', `The dashboard has no table “${id}”.`, 404);
  return visual;
}
