/** The tables of a schema, as a backup keeps them. */
import type { Connection, RowDataPacket } from 'mysql2/promise';
import type { BackedTable } from './manifest';

export type TableShape = Pick<BackedTable, 'name' | 'create' | 'columns'>;

/** All tables of the connection's schema, by name. */
export async function tableNames(connection: Connection): Promise<string[]> {
  const [rows] = await connection.query<RowDataPacket[]>(
    `SELECT table_name AS name FROM information_schema.tables
     WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE' ORDER BY table_name`,
  );
  return rows.map(({ name }) => name as string);
}

/** How a table is made, and which of its columns hold values of their own. */
export async function shapeOf(connection: Connection, name: string): Promise<TableShape> {
  const [[made]] = await connection.query<RowDataPacket[]>(`SHOW CREATE TABLE \`${name}\``);
  const [columns] = await connection.query<RowDataPacket[]>(
    `SELECT column_name AS name FROM information_schema.columns
     WHERE table_schema = DATABASE() AND table_name = ? AND COALESCE(generation_expression, '') = ''
     ORDER BY ordinal_position`,
    [name],
  );
  return {
    name,
    create: made!['Create Table'] as string,
    columns: columns.map((column) => column.name as string),
  };
}
