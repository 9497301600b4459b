/** Detail rows of a table visual: a page at a time, straight from the database. */
import { isEveryDay } from '../../core/calendar/runs';
import { tolerant } from '../../core/cube/query';
import type { DashboardDocument, Visual } from '../../core/dashboard/document/document';
import { todayFor } from '../../core/dashboard/document/clock';
import { seenBy } from '../../core/dashboard/wiring/selection';
import { settle } from '../../core/dashboard/turn/settle';
import { stateFor } from '../../core/dashboard/reader/stateFor';
import type { ReaderState } from '../../core/dashboard/reader/state';
import { physicalColumn } from '../datasets/definition';
import { relationOf } from '../datasets/relation';
import { Problem } from '../problem';
import { preparedFor } from './answer';
import { selectionSql } from './conditionSql';
import { spellingsIn } from './sqlSource';

export interface RowPage {
  /** Rows that match, on all pages. */
  readonly total: number;
  readonly columns: readonly string[];
  /** Values by column: texts for days and decimals, so that nothing is rounded. */
  readonly rows: readonly { readonly id: number; readonly values: readonly (string | number | null)[] }[];
}

export interface RowRequest {
  readonly offset: number;
  readonly limit: number;
  readonly sort: { readonly column: string; readonly descending: boolean } | null;
}

/** A page of a table visual's rows under a reader's state, newest day first unless sorted otherwise. */
export async function readRowPage(
  document: DashboardDocument,
  state: ReaderState,
  table: Extract<Visual, { kind: 'table' }>,
  request: RowRequest,
): Promise<RowPage> {
  const { design, source, stored } = await preparedFor(document);
  const { model } = design;
  const [use] = design.uses(table);
  const dataset = stored.find((entry) => entry.key === use?.dataset);
  if (!use || !dataset)
    throw new Problem('no-such-dataset', `There is no dataset “${table.dataset}” here.`, 404);
  const { columns } = dataset.definition;
  const shown = table.columns.filter((key) => columns.some((column) => column.key === key));
  const sortKey = request.sort?.column ?? use.role;
  if (!columns.some((column) => column.key === sortKey))
    throw new Problem('no-such-column', `There is no column “${sortKey}”.`);
  const today = todayFor(document, model, Date.now());
  const settings = await settle(design, stateFor(document, state), today, tolerant(source));
  const seen = seenBy(design, settings, table, use);
  const target = { columns, spellings: spellingsIn(model, dataset) };
  const where = selectionSql(target, seen.selection, isEveryDay(seen.window) ? undefined : seen.window);
  const relation = await relationOf(dataset);
  const direction = (request.sort?.descending ?? true) ? 'DESC' : 'ASC';
  const [counted] = await relation.select<{ total: number }>(
    `SELECT COUNT(*) AS total FROM ${relation.from} WHERE ${where.text}`,
    where.values,
  );
  // Rows of another database have no number of ours; they go by the chosen column alone.
  const isLive = dataset.origin?.mode === 'live';
  const list = [
    isLive ? 'NULL AS row_id' : 'row_id',
    ...shown.map((key, i) => `${physicalColumn(columns, key)} AS v${i}`),
  ];
  const order = `${physicalColumn(columns, sortKey)} ${direction}${isLive ? '' : `, row_id ${direction}`}`;
  const rows = await relation.select<Record<string, string | number | null>>(
    `SELECT ${list.join(', ')} FROM ${relation.from} WHERE ${where.text} ORDER BY ${order} LIMIT ? OFFSET ?`,
    [...where.values, request.limit, request.offset],
  );
  return {
    total: Number(counted?.total ?? 0),
    columns: shown,
    rows: rows.map((row, n) => ({
      id: isLive ? request.offset + n + 1 : Number(row.row_id),
      values: shown.map((_, i) => row[`v${i}`] ?? null),
    })),
  };
}
