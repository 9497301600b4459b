/** Connections to other MariaDB or MySQL-protocol databases: only ever read. */
import type { ConnectionEntry, ConnectionInput, TableEntry } from '../../contract/connections';
import { desc, eq } from 'drizzle-orm';
import mysql, { type Pool, type RowDataPacket } from 'mysql2/promise';
import { isOutOfTime, LONGEST_SECONDS } from '../database/bounded';
import { database, pool, sqlNow } from '../database/connection';
import { connection } from '../database/schema';
import { once } from '../once';
import { Problem } from '../problem';
import { decrypt, encrypt } from '../secrets';

const CONNECT_MS = 5000;

/** An identifier of another database, quoted. */
export const quoted = (name: string) => `\`${name.replace(/`/g, '``')}\``;

type Address = Omit<ConnectionInput, 'name'>;

function poolFor(input: Address): Pool {
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
    queueLimit: 50,
    ...(input.tls
      ? { ssl: { rejectUnauthorized: true, ...(input.authorities ? { ca: input.authorities } : {}) } }
      : {}),
  });
  pool.on('connection', (opened) => {
    const raw = opened as unknown as { query: (sql: string, done: () => void) => void };
    // Whatever the account may do, we only read.
    raw.query('SET SESSION TRANSACTION READ ONLY', () => undefined);
    // Each kind of server knows one of the two, in seconds and in milliseconds.
    raw.query(`SET SESSION max_statement_time = ${LONGEST_SECONDS}`, () => undefined);
    raw.query(`SET SESSION max_execution_time = ${LONGEST_SECONDS * 1000}`, () => undefined);
  });
  return pool;
}

/** What a database that was reached answers, by its code. Everything else tells no more than that it was not. */
const REASONS: Record<string, string> = {
  ER_ACCESS_DENIED_ERROR: 'user or password are not accepted',
  ER_DBACCESS_DENIED_ERROR: 'the user may not read this database',
  ER_BAD_DB_ERROR: 'there is no such database',
  ER_NO_SUCH_TABLE: 'the table is not there any more',
  ER_TABLEACCESS_DENIED_ERROR: 'the user may not read this table',
  HANDSHAKE_NO_SSL_SUPPORT: 'it does not offer encrypted connections',
};

/** Codes that mean that an encrypted connection was not trusted. */
const isUntrusted = (code: string) =>
  /CERT|SELF_SIGNED|ALTNAME|UNABLE_TO_VERIFY|HANDSHAKE_SSL_ERROR/.test(code);

/** What went wrong with another database, in a sentence that tells nothing of what else may listen there. */
export function connectionProblem(error: unknown, where: string): Problem {
  if (error instanceof Problem) return error;
  const { code = '', message } = error as { code?: string; message?: string };
  const words = isUntrusted(code)
    ? 'its certificate is not one that can be trusted'
    : code.startsWith('ER_')
      ? message
      : 'it is not reachable';
  const reason = isOutOfTime(error) ? 'it did not answer in time' : (REASONS[code] ?? words);
  return new Problem('connection-failed', `${where} cannot be read: ${reason}.`, 424);
}

/** Refuses the database in which Dathen keeps its own tables: what is read there would be its own secrets. */
async function refuseOurselves(other: Pool): Promise<void> {
  const sql = 'SELECT @@port AS port, @@datadir AS folder';
  const placeOf = async (each: Pool) => JSON.stringify((await each.query<RowDataPacket[]>(sql))[0]);
  if ((await placeOf(other)) === (await placeOf(pool())))
    throw new Problem(
      'own-database',
      'This is the database in which Dathen keeps its own tables. Name another.',
    );
}

/** The tables and views that a connection can read; checks it. Throws a `Problem` that says what is wrong. */
async function tablesOf(other: Pool, name: string): Promise<TableEntry[]> {
  try {
    const [rows] = await other.query<RowDataPacket[]>(
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
  tls,
}: ConnectionEntry): ConnectionEntry => ({
  id,
  name,
  host,
  port,
  user,
  database: schema,
  tls,
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
  const where = `${input.database} on ${input.host}`;
  const other = poolFor(input);
  try {
    await refuseOurselves(other).catch((error: unknown) => {
      throw connectionProblem(error, where);
    });
    const tables = await tablesOf(other, where);
    const { password, ...rest } = input;
    const [result] = await database()
      .insert(connection)
      .values({ ...rest, secret: encrypt(password), createdAt: sqlNow() });
    return { entry: entryOf({ id: result.insertId, ...rest }), tables };
  } finally {
    await other.end();
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
  const made = poolFor({ ...row, password: decrypt(row.secret) });
  pools.set(id, made);
  return made;
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
