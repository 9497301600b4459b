/**
 * Brings tables to a newer form, statement by statement. A change of tables cannot be taken back by the database, so it
 * is written down which statement is under way: whoever is killed in the middle goes on there at the next start.
 */
import { readMigrationFiles } from 'drizzle-orm/migrator';
import type { Connection, RowDataPacket } from 'mysql2/promise';

/** One for each schema of the database server. */
const LOCK = "CONCAT('dathen migrations ', MD5(DATABASE()))";
/** Where another process does it already, this one waits for it (seconds). */
const LOCK_PATIENCE = 600;

/**
 * What the database says to a statement that it has done before: table, column, index or constraint is there, or gone.
 * A statement changes one of these, as a whole or not at all (atomic since MariaDB 10.6).
 */
const DONE_BEFORE: readonly (number | undefined)[] = [1050, 1051, 1060, 1061, 1091, 1826];

type Connected = Pick<Connection, 'query'>;

const rowOf = async (connection: Connected, sql: string): Promise<RowDataPacket | undefined> =>
  (await connection.query<RowDataPacket[]>(sql))[0][0];

/** Takes all steps of a folder that a database has not had. Throws what the database says. */
export async function takeSteps(connection: Connected, folder: string): Promise<void> {
  const lock = await rowOf(connection, `SELECT GET_LOCK(${LOCK}, ${LOCK_PATIENCE}) AS held`);
  if (lock?.held !== 1) throw new Error('Another process has been changing the tables for ten minutes.');
  try {
    await takeStepsAlone(connection, folder);
  } finally {
    await connection.query(`DO RELEASE_LOCK(${LOCK})`);
  }
}

async function takeStepsAlone(connection: Connected, folder: string): Promise<void> {
  await connection.query(
    'CREATE TABLE IF NOT EXISTS __drizzle_migrations (id SERIAL PRIMARY KEY, hash TEXT NOT NULL, created_at BIGINT)',
  );
  const last = await rowOf(connection, 'SELECT MAX(created_at) AS step FROM __drizzle_migrations');
  const steps = readMigrationFiles({ migrationsFolder: folder }).filter(
    ({ folderMillis }) => folderMillis > Number(last?.step ?? 0),
  );
  if (steps.length > 0)
    await connection.query(
      'CREATE TABLE IF NOT EXISTS migration_progress (step BIGINT PRIMARY KEY, statement INT NOT NULL, is_begun BOOLEAN NOT NULL)',
    );
  for (const { sql, folderMillis: step, hash } of steps) {
    const under = await rowOf(
      connection,
      `SELECT statement, is_begun FROM migration_progress WHERE step = ${step}`,
    );
    const note = (statement: number, isBegun: boolean) =>
      connection.query('REPLACE INTO migration_progress VALUES (?, ?, ?)', [step, statement, isBegun]);
    const first = Number(under?.statement ?? 0);
    for (let i = first; i < sql.length; i++) {
      await note(i, true);
      try {
        await connection.query(sql[i]!);
      } catch (error) {
        const { errno, fatal } = error as { errno?: number; fatal?: boolean };
        if (i === first && under?.is_begun === 1 && DONE_BEFORE.includes(errno)) continue;
        // The database has refused it, so it is not done: what is in its way then was not put there by us.
        if (errno !== undefined && fatal !== true) await note(i, false);
        throw error;
      }
    }
    await connection.query('INSERT INTO __drizzle_migrations (hash, created_at) VALUES (?, ?)', [hash, step]);
  }
  await connection.query('DROP TABLE IF EXISTS migration_progress');
}

/** Whether tables were left in between two forms. */
export async function isBetweenForms(connection: Connected): Promise<boolean> {
  return (await rowOf(connection, "SHOW TABLES LIKE 'migration\\_progress'")) !== undefined;
}
