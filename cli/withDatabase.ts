/** Runs a command's work against the database of this data folder, starting it for that time if need be. */
import { configuredDatabase } from './configured';
import { serverEnvironment, type DatabaseAddress } from './environment';
import { startDatabase } from './mariadb';
import { DATA } from './places';
import { claim, clearRecord, databaseInUse, leftBehind, triesToClaim } from './runFile';

/**
 * Runs a command's work against the database of this data folder, starting it for that time if need be. One that runs,
 * or that a killed run left behind, is worked with as it goes on, but for work that has to be `alone`.
 */
export async function withDatabase<T>(work: () => Promise<T>, alone = false): Promise<T> {
  const there = configuredDatabase() ?? (await databaseThere(alone));
  const own = there ? undefined : await startDatabase(DATA);
  Object.assign(process.env, serverEnvironment(own ?? there!, DATA));
  const { closeDatabase, migrateDatabase } = await import('../src/server/database/connection');
  try {
    if (own) {
      await migrateDatabase();
      await (await import('../src/server/nodes/join')).joinNodes((line) => console.error(line));
      await (await import('../src/server/datasets/recover')).recoverLoads();
    }
    return await work();
  } finally {
    await closeDatabase();
    if (own) {
      await own.stop();
      clearRecord();
    }
  }
}

/** The database to work with; undefined where this process holds the folder now, and its database has to be started. */
async function databaseThere(alone: boolean): Promise<DatabaseAddress | undefined> {
  if (!alone) {
    const address = (await databaseInUse()) ?? (await leftBehind())?.database?.address;
    if (address) return address;
    if (await triesToClaim(false)) return undefined;
    // Another that started at the same time has won: its database will do.
    const other = await databaseInUse();
    if (other) return other;
  }
  await claim(false);
  return undefined;
}
