/** Where the rows of a dataset lie: in a fact table of our own, or in a table of another database that is read live. */
import { SourceProblem } from '../../core/cube/query';
import { selectRows } from '../database/connection';
import { connectionPool, connectionProblem, quoted } from '../sources/connections';
import { factTable, physicalName, type StoredColumn } from './definition';
import type { StoredDataset } from './repository';

export interface Relation {
  /** What stands after FROM: its columns have the physical names. */
  readonly from: string;
  /** Runs a statement where the rows lie; values are always parameters. */
  select<T extends object>(sql: string, values?: readonly unknown[]): Promise<T[]>;
}

/** The relation of a dataset with rows. */
export async function relationOf(stored: StoredDataset): Promise<Relation> {
  const { origin } = stored;
  if (origin?.mode !== 'live') {
    return {
      from: factTable(stored.id, stored.currentLoad!),
      select: (sql, values = []) => selectRows(sql, [...values]),
    };
  }
  const pool = await connectionPool(origin.connection);
  return {
    from: `(SELECT ${stored.definition.columns.map(liveColumnSql).join(', ')} FROM ${quoted(origin.table)}) AS live_rows`,
    async select(sql, values = []) {
      try {
        const [rows] = await pool.query(sql, [...values]);
        return rows as never;
      } catch (error) {
        throw new SourceProblem(connectionProblem(error, stored.name).message);
      }
    },
  };
}

/** A column of another database under its physical name, with the type that it has here. */
function liveColumnSql(column: StoredColumn, i: number): string {
  const own = quoted(column.name);
  const name = physicalName(i);
  switch (column.type) {
    case 'day':
      return `CAST(${own} AS DATE) AS ${name}`;
    case 'timestamp':
      return `${own} AS ${name}, CAST(${own} AS DATE) AS ${name}_day`;
    case 'whole':
      return `CAST(${own} AS SIGNED) AS ${name}`;
    case 'decimal':
      return `CAST(${own} AS DECIMAL(${30 + column.scale}, ${column.scale})) AS ${name}`;
    case 'text':
      return `NULLIF(CAST(${own} AS CHAR CHARACTER SET utf8mb4) COLLATE utf8mb4_bin, '') AS ${name}`;
  }
}
