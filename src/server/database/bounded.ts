/** Statements that readers cause: ended after a time, and when the reader goes. */
import type { Pool, PoolConnection, RowDataPacket } from 'mysql2/promise';
import { SourceProblem } from '../../core/cube/query';
import { callerSignal } from '../caller';
import { Problem } from '../problem';

/** A reader's statement may run this long, in seconds. */
export const LONGEST_SECONDS = 30;

/** The answer took longer than it may. */
export const tookTooLong = (what: string): string =>
  `${what} did not answer within ${LONGEST_SECONDS} seconds, so it was stopped. Ask for fewer days or rows.`;

/** Numbers with which MariaDB and MySQL say that they ended a statement after its time. */
const OUT_OF_TIME = new Set([1969, 3024]);
/** Code with which the driver says that no answer came in time. */
const SILENT = 'PROTOCOL_SEQUENCE_TIMEOUT';

/** Whether an error says that a statement ran out of its time. */
export function isOutOfTime(error: unknown): boolean {
  const { code, errno } = error as { code?: string; errno?: number };
  return code === SILENT || OUT_OF_TIME.has(errno ?? 0);
}

/** Ends the statement that runs on a connection, from another one. */
async function endStatement(pool: Pool, running: PoolConnection): Promise<void> {
  await pool.query(`KILL QUERY ${Number(running.threadId)}`);
}

/**
 * Rows of a statement on a pool, for a reader. It ends when the reader goes, in the database too.
 * Throws what the driver throws, and a `Problem` when the reader is gone.
 */
export async function selectForCaller<T extends object>(
  pool: Pool,
  sql: string,
  values: readonly unknown[],
): Promise<T[]> {
  const signal = callerSignal();
  const gone = () => new Problem('gone', 'Nobody waits for this answer any more.', 499);
  if (signal?.aborted) throw gone();
  const connection = await pool.getConnection();
  // A server that has fallen silent would not end the statement by itself.
  const timeout = (LONGEST_SECONDS + 2) * 1000;
  let isBroken = false;
  const stop = () => {
    endStatement(pool, connection).catch(() => (isBroken = true));
  };
  signal?.addEventListener('abort', stop, { once: true });
  try {
    const [rows] = await connection.query<RowDataPacket[]>({ sql, values: [...values], timeout });
    return rows as T[];
  } catch (error) {
    isBroken ||= (error as { code?: string }).code === SILENT;
    throw signal?.aborted ? gone() : error;
  } finally {
    signal?.removeEventListener('abort', stop);
    if (isBroken) connection.destroy();
    else connection.release();
  }
}

/** The same on our own database, which ends the statement after its time. */
export async function selectOwnForCaller<T extends object>(
  pool: Pool,
  sql: string,
  values: readonly unknown[],
): Promise<T[]> {
  try {
    return await selectForCaller<T>(
      pool,
      `SET STATEMENT max_statement_time = ${LONGEST_SECONDS} FOR ${sql}`,
      values,
    );
  } catch (error) {
    if (isOutOfTime(error)) throw new SourceProblem(tookTooLong('The database'));
    throw error;
  }
}
