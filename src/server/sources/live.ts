/** Datasets that are read live from a table of another database. */
import { eq } from 'drizzle-orm';
import type { RowDataPacket } from 'mysql2/promise';
import { isoDay } from '../../core/calendar/day';
import { runsOfDays } from '../../core/calendar/runs';
import { FIRST_ALMANAC_DAY, LAST_ALMANAC_DAY } from '../../core/calendar/span';
import { SourceProblem } from '../../core/cube/query';
import type { ColumnType } from '../../core/model/model';
import { dayNumberSql } from '../answers/conditionSql';
import { selectForCaller } from '../database/bounded';
import { database, sqlNow } from '../database/connection';
import { dataset, datasetLoad } from '../database/schema';
import {
  keyFor,
  physicalColumn,
  physicalDay,
  type Definition,
  type StoredColumn,
} from '../datasets/definition';
import { roleNameFor, startingMeasures } from '../datasets/plan';
import { relationOf } from '../datasets/relation';
import { loadedDatasets, readLoad, type StoredDataset } from '../datasets/repository';
import type { CoverageByRole } from '../datasets/definition';
import { ensureAlmanac } from '../almanac/almanac';
import { forOurselves } from '../caller';
import { log } from '../log';
import { bumpRevision } from '../model/revision';
import { once } from '../once';
import { Problem } from '../problem';
import { connectionPool, connectionProblem, quoted } from './connections';

/** A text column with at most so many values is a category at the start. */
const MOST_CATEGORY_VALUES = 200;
/** Days and rows of live datasets are asked for again after so long. */
const REFRESH_MS = 60_000;

const TYPES: readonly (readonly [RegExp, ColumnType])[] = [
  [/^date$/, 'day'],
  [/^(?:datetime|timestamp)$/, 'timestamp'],
  [/^(?:tinyint|smallint|mediumint|int|bigint|year)$/, 'whole'],
  [/^(?:decimal|numeric|float|double)$/, 'decimal'],
];

interface ColumnRow {
  readonly name: string;
  readonly type: string;
  readonly scale: number | null;
}

function columnOf(row: ColumnRow, taken: Set<string>): StoredColumn {
  const type = TYPES.find(([pattern]) => pattern.test(row.type))?.[1] ?? 'text';
  const key = keyFor(row.name, taken, 'column');
  taken.add(key);
  const scale = type === 'decimal' ? Math.min(12, Math.max(row.scale ?? 4, 0)) : 0;
  return {
    key,
    name: row.name,
    type,
    scale,
    category: type === 'text',
    dateOrder: 'iso',
    decimalMark: 'point',
  };
}

/** Puts a table or view of another database on the almanac, to be read live. */
export async function addLive(connection: number, table: string, name: string): Promise<{ dataset: string }> {
  const pool = await connectionPool(connection);
  let rows: RowDataPacket[];
  try {
    [rows] = await pool.query<RowDataPacket[]>(
      `SELECT column_name AS name, LOWER(data_type) AS type, numeric_scale AS scale FROM information_schema.columns
       WHERE table_schema = DATABASE() AND table_name = ? ORDER BY ordinal_position`,
      [table],
    );
  } catch (error) {
    throw connectionProblem(error, table);
  }
  if (rows.length === 0) throw new Problem('no-such-table', `There is no table “${table}” there.`, 404);
  const taken = new Set<string>();
  const columns = (rows as unknown as ColumnRow[]).map((row) => columnOf(row, taken));
  const roles = columns
    .filter((column) => column.type === 'day' || column.type === 'timestamp')
    .map((column) => ({ key: column.key, name: roleNameFor(column.name) }));
  const origin = { connection, table, mode: 'live' } as const;
  const keys = new Set((await database().select({ key: dataset.key }).from(dataset)).map((row) => row.key));
  const key = keyFor(name, keys, 'dataset');
  const draft = { id: 0, key, name, timeZone: 'UTC', currentLoad: 0, rowsLoad: null, spread: null, origin };
  const withCategories = await categoriesOf({ ...draft, definition: { columns, roles, measures: [] } });
  const definition: Definition = {
    columns: withCategories,
    roles,
    measures: startingMeasures(withCategories, roles),
  };
  const found = await lookAt({ ...draft, definition });
  await database().transaction(async (transaction) => {
    const [made] = await transaction.insert(dataset).values({
      key,
      name,
      timeZone: 'UTC',
      definition,
      origin,
      createdAt: sqlNow(),
    });
    const [load] = await transaction.insert(datasetLoad).values({
      datasetId: made.insertId,
      mode: 'live',
      status: 'done',
      source: table,
      startedAt: sqlNow(),
      finishedAt: sqlNow(),
      rowsLoaded: 0,
      rowsRefused: 0,
      rowsTotal: found.rows,
      bytes: 0,
      coverage: found.coverage,
    });
    await transaction
      .update(dataset)
      .set({ currentLoad: load.insertId })
      .where(eq(dataset.id, made.insertId));
  });
  await ensureAlmanac();
  await bumpRevision();
  return { dataset: key };
}

async function categoriesOf(stored: StoredDataset): Promise<StoredColumn[]> {
  const relation = await relationOf(stored);
  const columns: StoredColumn[] = [];
  for (const column of stored.definition.columns) {
    if (column.type !== 'text') {
      columns.push(column);
      continue;
    }
    const name = physicalColumn(stored.definition.columns, column.key);
    const values = await relation.select(
      `SELECT DISTINCT ${name} FROM ${relation.from} LIMIT ${MOST_CATEGORY_VALUES + 1}`,
    );
    columns.push({ ...column, category: values.length <= MOST_CATEGORY_VALUES });
  }
  return columns;
}

/** How many cells of a date column hold a day outside the almanac's years, which the rest of Dathen sees as blank. */
async function datesOutside({ origin, name }: StoredDataset, column: StoredColumn): Promise<number> {
  const cast = `CAST(${quoted(column.name)} AS DATE)`;
  try {
    const [row] = await selectForCaller<{ n: number }>(
      await connectionPool(origin!.connection),
      `SELECT COUNT(*) AS n FROM ${quoted(origin!.table)} WHERE ${cast} < ? OR ${cast} > ?`,
      [isoDay(FIRST_ALMANAC_DAY), isoDay(LAST_ALMANAC_DAY)],
    );
    return Number(row?.n ?? 0);
  } catch (error) {
    throw connectionProblem(error, name);
  }
}

/** Rows and covered days as they are now. */
async function lookAt(stored: StoredDataset): Promise<{ rows: number; coverage: CoverageByRole }> {
  const relation = await relationOf(stored);
  const { columns } = stored.definition;
  try {
    const [counted] = await relation.select<{ n: number }>(`SELECT COUNT(*) AS n FROM ${relation.from}`);
    const coverage: CoverageByRole = {};
    for (const column of columns.filter((entry) => entry.type === 'day' || entry.type === 'timestamp')) {
      const day = physicalDay(columns, column.key);
      const days = await relation.select<{ day: number | null; n: number }>(
        `SELECT ${dayNumberSql(day)} AS day, COUNT(*) AS n FROM ${relation.from} GROUP BY day ORDER BY day`,
      );
      const filled = days.filter((row) => row.day !== null).map((row) => Number(row.day));
      const blank = days.find((row) => row.day === null)?.n ?? 0;
      const outside = await datesOutside(stored, column);
      coverage[column.key] = { runs: [...runsOfDays(filled)], blank: Number(blank) - outside, outside };
    }
    return { rows: Number(counted?.n ?? 0), coverage };
  } catch (error) {
    throw error instanceof SourceProblem ? new Problem('connection-failed', error.message, 424) : error;
  }
}

/**
 * Brings rows and covered days of live datasets up to date where that was some time ago; one that fails stays as it
 * was. Nobody waits for it: a source that is slow or silent must not hold up those who read other datasets.
 */
export function refreshLive(): void {
  const running = once('live refresh', () => ({ is: false }));
  if (running.is) return;
  running.is = true;
  void forOurselves(refreshOutdated)
    .catch((error: unknown) => log().warn(error, 'live datasets could not be looked at'))
    .finally(() => (running.is = false));
}

async function refreshOutdated(): Promise<void> {
  const seen = once('live datasets seen', () => new Map<number, number>());
  for (const stored of await loadedDatasets()) {
    if (stored.origin?.mode !== 'live' || Date.now() - (seen.get(stored.id) ?? 0) < REFRESH_MS) continue;
    seen.set(stored.id, Date.now());
    try {
      const { rows, coverage } = await lookAt(stored);
      const before = await readLoad(stored.currentLoad!);
      await database()
        .update(datasetLoad)
        .set({ rowsTotal: rows, coverage, finishedAt: sqlNow() })
        .where(eq(datasetLoad.id, stored.currentLoad!));
      if (JSON.stringify([before?.rowsTotal, before?.coverage]) === JSON.stringify([rows, coverage]))
        continue;
      await ensureAlmanac();
      await bumpRevision();
    } catch (error) {
      log().warn(error, 'a live dataset could not be looked at');
    }
  }
}
