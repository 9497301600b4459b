/** Runs a command's work against the database of this data folder, starting it for that time if need be. */
import { configuredDatabase } from './configured';
import { serverEnvironment } from './environment';
import { startDatabase } from './mariadb';
import { DATA } from './places';
import { claim, clearRecord, runningRecord } from './runFile';

export async function withDatabase<T>(work: () => Promise<T>): Promise<T> {
  const running = runningRecord();
  const there = running?.database ?? configuredDatabase();
  const own = there ? undefined : await claim().then(() => startDatabase(DATA));
  Object.assign(process.env, serverEnvironment(own ?? there!, DATA));
  const { closeDatabase, migrateDatabase } = await import('../src/server/database/connection');
  try {
    if (own) {
      await migrateDatabase();
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
