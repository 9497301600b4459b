/** Connections to Dathen's own MariaDB, on loopback. */
import events from 'node:events';
import type { Socket } from 'node:net';
import { drizzle, type MySql2Database } from 'drizzle-orm/mysql2';
import mysql, {
  type Connection,
  type ConnectionOptions,
  type Pool,
  type RowDataPacket,
} from 'mysql2/promise';
import { serverConfig } from '../config';
import { forget, once } from '../once';
import { takeSteps } from './migrate';
import { knownMigrations, migrationsDone, migrationsFolder, newerThanKnown } from './migrations';
import * as accounts from './accountSchema';
import * as content from './schema';

const schema = { ...content, ...accounts };

export type Database = MySql2Database<typeof schema>;

type Address = Required<Pick<ConnectionOptions, 'host' | 'port' | 'user' | 'password' | 'database'>>;

/** How one connects to a MariaDB that holds rows of ours: all talk the same way. */
export function optionsFor({ host, port, user, password, database: name }: Address): ConnectionOptions {
  return {
    host,
    port,
    user,
    password,
    database: name,
    connectTimeout: 5000,
    charset: 'utf8mb4',
    dateStrings: true,
    supportBigNumbers: true,
    timezone: 'Z',
  };
}

function connectionOptions(): ConnectionOptions {
  const { name, tls, ...address } = serverConfig().database;
  return {
    ...optionsFor({ ...address, database: name }),
    ...(tls ? { ssl: { rejectUnauthorized: true } } : {}),
  };
}

/** The pool that this process shares. */
export function pool(): Pool {
  return once('pool', () => mysql.createPool({ ...connectionOptions(), connectionLimit: 8 }));
}

/** Typed access to Dathen's own tables. */
export function database(): Database {
  return once('database', () => drizzle(pool(), { schema, mode: 'default' }));
}

/** The same over a connection of one's own: what is written becomes part of the transaction that it is in. */
export const databaseOver = (connection: Connection): Database =>
  drizzle(connection, { schema, mode: 'default' });

/** A connection of one's own, for locks and loads; the caller ends it. */
export function dedicatedConnection(options: ConnectionOptions = {}): Promise<Connection> {
  return mysql.createConnection({ ...connectionOptions(), ...options });
}

/** Bytes that may wait in a connection's socket before more are prepared. */
const MOST_WAITING = 1024 * 1024;

/**
 * Waits until what was sent on a connection is mostly on its way, or the signal stops the wait: the driver itself
 * does not hold senders back.
 */
export async function untilSent(connection: Connection, signal: AbortSignal): Promise<void> {
  const { stream } = (connection as unknown as { connection: { stream: Socket } }).connection;
  if (stream.writableLength <= MOST_WAITING || stream.destroyed || signal.aborted) return;
  const waiting = new AbortController();
  const stop = AbortSignal.any([signal, waiting.signal]);
  // A connection that is lost never drains.
  await Promise.race([
    events.once(stream, 'drain', { signal: stop }),
    events.once(stream, 'close', { signal: stop }),
  ]).catch(() => undefined);
  waiting.abort();
}

/**
 * Rows of a statement on the pool; values are always parameters, identifiers always generated. Throws what the driver
 * throws, also where nothing has come after `longest` milliseconds (as long as it takes where that is not said).
 */
export async function selectRows<T extends object>(
  sql: string,
  values: unknown[] = [],
  longest?: number,
): Promise<T[]> {
  const [rows] = await pool().query<RowDataPacket[]>({
    sql,
    values,
    ...(longest === undefined ? {} : { timeout: longest }),
  });
  return rows as T[];
}

/** Brings the tables to the newest form. Throws a `Problem` where they are of a newer version than this one. */
export async function migrateDatabase(): Promise<void> {
  if ((await migrationsDone(pool())) > knownMigrations()) throw newerThanKnown();
  const connection = await dedicatedConnection();
  try {
    await takeSteps(connection, migrationsFolder());
  } finally {
    await connection.end();
  }
}

/** Ends the shared connections, so that a command can finish, or go on with another database. */
export async function closeDatabase(): Promise<void> {
  const ended = pool();
  forget('pool');
  forget('database');
  await ended.end();
}

/** Date and time now, UTC, as MariaDB writes it. */
export const sqlNow = (): string => sqlTime(Date.now());

/** A time of the database (UTC) as ISO 8601. */
export const utcTime = (sqlText: string): string => `${sqlText.replace(' ', 'T')}Z`;

/** A time (milliseconds since 1970) as SQL has it, in UTC. */
export function sqlTime(milliseconds: number): string {
  return new Date(milliseconds).toISOString().slice(0, 19).replace('T', ' ');
}
