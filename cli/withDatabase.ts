/**
 * Runs a command's work against the database of this data folder, starting it for that time if need be. One that a
 * killed run left behind is worked with as it goes on, but for work that has to be `alone`.
 */
import { configuredDatabase } from './configured';
import { serverEnvironment } from './environment';
import { startDatabase } from './mariadb';
import { DATA } from './places';
import { claim, clearRecord, leftBehind, runningRecord } from './runFile';

export async function withDatabase<T>(work: () => Promise<T>, alone = false): Promise<T> {
  const running = runningRecord();
  const left = running || alone ? undefined : await leftBehind();
  const there = running?.database ?? configuredDatabase() ?? left?.database?.address;
  const own = there ? undefined : await claim(false).then(() => startDatabase(DATA));
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
