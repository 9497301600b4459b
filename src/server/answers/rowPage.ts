/** A page of the rows of a dataset, straight from where they lie. */
import type { RowPage } from '../../contract/rows';
import { isEveryDay, type DayRuns } from '../../core/calendar/runs';
import type { Selection } from '../../core/cube/query';
import type { Model } from '../../core/model/model';
import { joined, type Sql } from '../../core/condition/sql';
import { physicalColumn, physicalDay } from '../datasets/definition';
import { relationOf, type Relation } from '../datasets/relation';
import { mergedRows, type OrderedRow } from './mergedRows';
import type { StoredDataset } from '../datasets/repository';
import { Problem } from '../problem';
import { selectionSql } from './conditionSql';
import { spellingsIn } from './sqlSource';

export interface RowRequest {
  readonly offset: number;
  readonly limit: number;
  readonly sort: { readonly column: string; readonly descending: boolean } | null;
}

/** Which rows of a dataset are meant, and what of them. */
export interface RowsWanted {
  readonly model: Model;
  readonly dataset: StoredDataset;
  readonly selection: Selection;
  readonly window: DayRuns;
  /** Keys of the columns that are read; those that there are not are left out. */
  readonly columns: readonly string[];
  /** Of a closing: the column whose last day with a value counts alone. */
  readonly closing?: string | null;
}

/** What stands after WHERE for some rows. */
async function whereOf(
  { model, dataset, selection, window, closing }: RowsWanted,
  relation: Relation,
): Promise<Sql> {
  const { columns } = dataset.definition;
  const target = { columns, spellings: spellingsIn(model, dataset) };
  const where = selectionSql(target, selection, isEveryDay(window) ? undefined : window);
  if (!closing) return where;
  const day = physicalDay(columns, selection.day);
  const found = await relation.selectParts<{ last: string | null }>(
    `SELECT DATE_FORMAT(MAX(${day}), '%Y-%m-%d') AS last FROM ${relation.from} WHERE ${where.text} AND ${physicalColumn(columns, closing)} IS NOT NULL`,
    where.values,
  );
  const last =
    found
      .flatMap((row) => row.last ?? [])
      .sort()
      .at(-1) ?? null;
  return joined([where, { text: `${day} = ?`, values: [last] }], ' AND ');
}

/** Rows that are wanted, in an order: how many there are, and stretches of them. */
export interface OpenRows {
  /** Keys of the columns that are read. */
  readonly columns: readonly string[];
  count: () => Promise<number>;
  page: (offset: number, limit: number) => Promise<RowPage['rows']>;
}

type Row = OrderedRow & Record<string, string | number | null>;

/** Opens rows in an order: the newest day first unless sorted otherwise. Throws a `Problem` where there is no such column. */
export async function openRows(wanted: RowsWanted, sort: RowRequest['sort']): Promise<OpenRows> {
  const { dataset, selection } = wanted;
  const { columns } = dataset.definition;
  const shown = wanted.columns.filter((key) => columns.some((column) => column.key === key));
  const sortKey = sort?.column ?? selection.day;
  if (!columns.some((column) => column.key === sortKey))
    throw new Problem('no-such-column', `There is no column “${sortKey}”.`);
  const relation = await relationOf(dataset);
  const where = await whereOf(wanted, relation);
  const direction = (sort?.descending ?? true) ? 'DESC' : 'ASC';
  // Rows of another database have no number of ours; they go by the chosen column alone.
  const isLive = dataset.origin?.mode === 'live';
  const isSpread = dataset.spread !== null;
  const list = [
    isLive ? 'NULL AS row_id' : 'row_id',
    ...shown.map((key, i) => `${physicalColumn(columns, key)} AS v${i}`),
  ];
  const order = `${physicalColumn(columns, sortKey)} ${direction}${isLive ? '' : `, row_id ${direction}`}`;
  return {
    columns: shown,
    async count() {
      const counted = await relation.selectParts<{ total: number }>(
        `SELECT COUNT(*) AS total FROM ${relation.from} WHERE ${where.text}`,
        where.values,
      );
      return counted.reduce((sum, { total }) => sum + Number(total), 0);
    },
    async page(offset, limit) {
      const sql = (more: string) =>
        `SELECT ${list.join(', ')}${more} FROM ${relation.from} WHERE ${where.text} ORDER BY ${order} LIMIT ? OFFSET ?`;
      // Each part has its own first rows; which of them are the first of all is seen once they are together.
      const rows = isSpread
        ? mergedRows(
            await relation.selectParts<Row>(sql(`, ${physicalColumn(columns, sortKey)} AS sort_key`), [
              ...where.values,
              offset + limit,
              0,
            ]),
            columns.find(({ key }) => key === sortKey)!.type,
            direction === 'DESC',
          ).slice(offset, offset + limit)
        : await relation.select<Row>(sql(''), [...where.values, limit, offset]);
      return rows.map((row, n) => ({
        id: isLive ? offset + n + 1 : Number(row.row_id),
        values: shown.map((_, i) => row[`v${i}`] ?? null),
      }));
    },
  };
}

/** A page of rows, newest day first unless sorted otherwise. */
export async function readPage(wanted: RowsWanted, { offset, limit, sort }: RowRequest): Promise<RowPage> {
  const rows = await openRows(wanted, sort);
  return { total: await rows.count(), columns: [...rows.columns], rows: await rows.page(offset, limit) };
}
