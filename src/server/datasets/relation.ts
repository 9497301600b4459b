/** Where the rows of a dataset lie: in a fact table of our own, or in a table of another database that is read live. */
import { SourceProblem } from '../../core/cube/query';
import { FIRST_ALMANAC_DAY, LAST_ALMANAC_DAY } from '../../core/calendar/span';
import { isoDay } from '../../core/calendar/day';
import { seenRows } from '../accounts/sight';
import { isOutOfTime, selectForCaller, selectOwnForCaller, tookTooLong } from '../database/bounded';
import { pool as ownPool } from '../database/connection';
import { Problem } from '../problem';
import { connectionPool, connectionProblem, quoted } from '../sources/connections';
import { fromEachPart, partsOf, type Parts } from '../nodes/parts';
import { whileNodesAnswer } from '../nodes/nodes';
import { physicalName, rowsTable, type StoredColumn } from './definition';
import type { StoredDataset } from './repository';

export interface Relation {
  /** What stands after FROM, the rows that the caller may see: its columns have the physical names. */
  readonly from: string;
  /** Runs a statement where the rows lie, no longer than a reader's may; values are always parameters. */
  select: <T extends object>(sql: string, values?: readonly unknown[]) => Promise<readonly T[]>;
  /** The same where each part of the rows lies: groups that lie in several come once from each. */
  selectParts: <T extends object>(sql: string, values?: readonly unknown[]) => Promise<readonly T[]>;
}

/** The rows of a relation that the caller may see. */
async function seenOf(stored: StoredDataset, from: string): Promise<string> {
  const seen = await seenRows(stored);
  return seen ? `(SELECT * FROM ${from} WHERE ${seen.where}) AS seen_rows` : from;
}

/** Where the rows of a dataset of our own lie: those that the caller may see. */
export async function ownParts(stored: StoredDataset): Promise<Parts> {
  const parts = partsOf(rowsTable(stored), stored.spread);
  return { ...parts, from: await seenOf(stored, parts.from) };
}

/** The relation of a dataset with rows. */
export async function relationOf(stored: StoredDataset): Promise<Relation> {
  const { origin } = stored;
  if (origin?.mode !== 'live') {
    const parts = await ownParts(stored);
    return {
      from: parts.from,
      select: (sql, values = []) =>
        whileNodesAnswer(parts.nodes, () => selectOwnForCaller(ownPool(), sql, values)),
      selectParts: (sql, values = []) =>
        fromEachPart(parts, (where) => selectOwnForCaller(where, sql, values)),
    };
  }
  const pool = await connectionPool(origin.connection);
  const select: Relation['select'] = async (sql, values = []) => {
    try {
      return await selectForCaller(pool, sql, values);
    } catch (error) {
      if (error instanceof Problem) throw error;
      if (isOutOfTime(error)) throw new SourceProblem(tookTooLong(stored.name));
      throw new SourceProblem(connectionProblem(error, stored.name).message);
    }
  };
  return {
    from: await seenOf(
      stored,
      `(SELECT ${stored.definition.columns.map(liveColumnSql).join(', ')} FROM ${quoted(origin.table)}) AS live_rows`,
    ),
    select,
    selectParts: select,
  };
}

/** The civil day of a column; blank outside the almanac's years, where a day stands for an open end or is a mistake. */
const acceptedDay = (column: string) =>
  `CASE WHEN CAST(${column} AS DATE) BETWEEN '${isoDay(FIRST_ALMANAC_DAY)}' AND '${isoDay(LAST_ALMANAC_DAY)}' THEN CAST(${column} AS DATE) END`;

/** A column of another database under its physical name, with the type that it has here. */
function liveColumnSql(column: StoredColumn, i: number): string {
  const own = quoted(column.name);
  const name = physicalName(i);
  switch (column.type) {
    case 'day':
      return `${acceptedDay(own)} AS ${name}`;
    case 'timestamp':
      return `${own} AS ${name}, ${acceptedDay(own)} AS ${name}_day`;
    case 'whole':
      return `CAST(${own} AS SIGNED) AS ${name}`;
    case 'decimal':
      return `CAST(${own} AS DECIMAL(${30 + column.scale}, ${column.scale})) AS ${name}`;
    case 'text':
      return `NULLIF(CAST(${own} AS CHAR CHARACTER SET utf8mb4) COLLATE utf8mb4_bin, '') AS ${name}`;
  }
}
