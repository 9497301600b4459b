/** Connections to other MariaDB or MySQL-protocol databases: only ever read. */
import { desc, eq } from 'drizzle-orm';
import mysql, { type Pool, type RowDataPacket } from 'mysql2/promise';
import { z } from 'zod';
import { database, sqlNow } from '../database/connection';
import { connection } from '../database/schema';
import { once } from '../once';
import { Problem } from '../problem';
import { decrypt, encrypt } from './secrets';

export const connectionSchema = z.object({
  name: z.string().trim().min(1).max(200),
  host: z.string().trim().min(1).max(255),
  port: z.int().min(1).max(65535).default(3306),
  user: z.string().min(1).max(128),
  password: z.string().max(500),
  database: z.string().trim().min(1).max(128),
});
export type ConnectionInput = z.infer<typeof connectionSchema>;

/** A connection as it is shown: without its password, which is never sent anywhere again. */
export interface ConnectionEntry {
  readonly id: number;
  readonly name: string;
  readonly host: string;
  readonly port: number;
  readonly user: string;
  readonly database: string;
}

const CONNECT_MS = 5000;

/** An identifier of another database, quoted. */
export const quoted = (name: string) =>
  name
    .split('\u0000')
    .map((part) => `\`${part.replace(/`/g, '``')}\``)
    .join('.');

function poolFor(input: Omit<ConnectionInput, 'name'>): Pool {
  const pool = mysql.createPool({
    host: input.host,
    port: input.port,
    user: input.user,
    password: input.password,
    database: input.database,
    charset: 'utf8mb4',
    dateStrings: true,
    supportBigNumbers: true,
    timezone: 'Z',
    connectTimeout: CONNECT_MS,
    connectionLimit: 4,
  });
  // Whatever the account may do, we only read.
  pool.on('connection', (opened) => void opened.query('SET SESSION TRANSACTION READ ONLY'));
  return pool;
}

/** What went wrong with another database, in a sentence. */
export function connectionProblem(error: unknown, where: string): Problem {
  const { code, message } = error as { code?: string; message?: string };
  const reasons: Record<string, string> = {
    ECONNREFUSED: 'nothing answers there',
    ENOTFOUND: 'there is no such host',
    ETIMEDOUT: 'it did not answer in time',
    ER_ACCESS_DENIED_ERROR: 'user or password are not accepted',
    ER_DBACCESS_DENIED_ERROR: 'the user may not read this database',
    ER_BAD_DB_ERROR: 'there is no such database',
    ER_NO_SUCH_TABLE: 'the table is not there any more',
    ER_TABLEACCESS_DENIED_ERROR: 'the user may not read this table',
  };
  const reason = reasons[code ?? ''] ?? message ?? 'unknown';
  return new Problem('connection-failed', `${where} cannot be read: ${reason}.`, 424);
}

export interface TableEntry {
  readonly name: string;
  readonly view: boolean;
  /** Roughly, as the database guesses; null for views. */
  readonly rows: number | null;
}

/** The tables and views that a connection can read; checks it. Throws a `Problem` that says what is wrong. */
async function tablesOf(pool: Pool, name: string): Promise<TableEntry[]> {
  try {
    const [rows] = await pool.query<RowDataPacket[]>(
      `SELECT table_name AS name, table_type AS type, table_rows AS \`rows\`
       FROM information_schema.tables WHERE table_schema = DATABASE() ORDER BY table_name`,
    );
    return rows.map((row) => ({
      name: String(row.name),
      view: String(row.type).includes('VIEW'),
      rows: row.rows === null || String(row.type).includes('VIEW') ? null : Number(row.rows),
    }));
  } catch (error) {
    throw connectionProblem(error, name);
  }
}

const entryOf = ({
  id,
  name,
  host,
  port,
  user,
  database: schema,
}: typeof connection.$inferSelect): ConnectionEntry => ({
  id,
  name,
  host,
  port,
  user,
  database: schema,
});

/** The stored connections, newest first. */
export async function listConnections(): Promise<ConnectionEntry[]> {
  const rows = await database().select().from(connection).orderBy(desc(connection.id));
  return rows.map(entryOf);
}

/** Checks a connection and stores it. */
export async function addConnection(
  input: ConnectionInput,
): Promise<{ entry: ConnectionEntry; tables: TableEntry[] }> {
  const pool = poolFor(input);
  try {
    const tables = await tablesOf(pool, `${input.database} on ${input.host}`);
    const { password, ...rest } = input;
    const [result] = await database()
      .insert(connection)
      .values({ ...rest, secret: encrypt(password), createdAt: sqlNow() });
    return { entry: { id: result.insertId, ...rest }, tables };
  } finally {
    await pool.end();
  }
}

async function stored(id: number) {
  const [row] = await database().select().from(connection).where(eq(connection.id, id));
  if (!row) throw new Problem('no-such-connection', 'This connection is not here any more.', 404);
  return row;
}

/** The pool of a stored connection. */
export async function connectionPool(id: number): Promise<Pool> {
  const pools = once('connections', () => new Map<number, Pool>());
  const known = pools.get(id);
  if (known) return known;
  const row = await stored(id);
  const pool = poolFor({ ...row, password: decrypt(row.secret) });
  pools.set(id, pool);
  return pool;
}

/** The tables and views of a stored connection. */
export async function connectionTables(id: number): Promise<TableEntry[]> {
  const row = await stored(id);
  return tablesOf(await connectionPool(id), row.name);
}

/** Forgets a connection. Throws a `Problem` while datasets come from it. */
export async function removeConnection(id: number, usedBy: readonly string[]): Promise<void> {
  await stored(id);
  if (usedBy.length > 0)
    throw new Problem(
      'connection-used',
      `${usedBy.join(', ')} ${usedBy.length === 1 ? 'comes' : 'come'} from this connection. Delete that first.`,
    );
  await database().delete(connection).where(eq(connection.id, id));
  const pools = once('connections', () => new Map<number, Pool>());
  await pools.get(id)?.end();
  pools.delete(id);
}
