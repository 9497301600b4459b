/** What is held while rows are loaded, by locks of the database: they go with the connection that took them. */
import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import type { Connection } from 'mysql2/promise';
import { database } from '../database/connection';
import { lockName } from '../database/lockName';
import { dataset } from '../database/schema';
import { Problem } from '../problem';

/** Name of the database lock that whoever loads a dataset holds. */
export function datasetLock(id: number): string {
  return lockName(`dataset ${id}`);
}

/** Name of the database lock that whoever makes a dataset of a name holds. */
export function nameLock(name: string): string {
  return lockName(`name ${name}`);
}

/** Holds a dataset for as long as the connection stays. Throws a `Problem` where another load holds it. */
export async function holdDataset(
  connection: Connection,
  { id, name }: { readonly id: number; readonly name: string },
): Promise<void> {
  if (!(await holdLock(connection, datasetLock(id))))
    throw new Problem('load-running', `“${name}” is being loaded already. Wait until that is done.`, 409);
}

/**
 * Holds the name of a dataset to be made for as long as the connection stays, so that two loads cannot make two of it.
 * Throws a `Problem` where another load holds it, or a dataset has it.
 */
export async function holdName(connection: Connection, name: string): Promise<void> {
  if (!(await holdLock(connection, nameLock(name))))
    throw new Problem(
      'load-running',
      `“${name}” is being made by another load. Wait until that is done.`,
      409,
    );
  const [same] = await database()
    .select({ id: dataset.id })
    .from(dataset)
    .where(and(eq(dataset.name, name), isNotNull(dataset.currentLoad), isNull(dataset.deletedAt)));
  if (same)
    throw new Problem(
      'name-taken',
      `There is a dataset “${name}” already. Load into that one, or give this one another name.`,
      409,
    );
}

/** Lets go of all that a connection holds: were it only ended, the database would do so a moment after the next one asks. */
export async function letGo(connection: Connection): Promise<void> {
  await connection.query('SELECT RELEASE_ALL_LOCKS()');
}

async function holdLock(connection: Connection, name: string): Promise<boolean> {
  const [[row]] = (await connection.query('SELECT GET_LOCK(?, 0) AS free', [name])) as unknown as [
    { free: number }[],
  ];
  return row?.free === 1;
}
