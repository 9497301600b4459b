/** Tables that nothing refers to any more. */
import { selectRows } from './connection';

/** Somebody who reads all tables of one moment, such as a backup, may hold one for long. */
const PATIENCE_SECONDS = 1;
const LOCK_WAIT_TIMEOUT = 1205;

/**
 * Drops a table (a generated name) if it is there; one that is held stays, and goes at the next start. Gives whether it
 * is gone.
 */
export async function dropTable(name: string): Promise<boolean> {
  try {
    await selectRows(
      `SET STATEMENT lock_wait_timeout = ${PATIENCE_SECONDS} FOR DROP TABLE IF EXISTS ${name}`,
    );
    return true;
  } catch (error) {
    const { errno, cause } = error as { errno?: number; cause?: { errno?: number } };
    if ((errno ?? cause?.errno) !== LOCK_WAIT_TIMEOUT) throw error;
    return false;
  }
}
