/** Tables brought to the newest form, with a backup of what there was before. */
import path from 'node:path';
import { serverConfig } from '../config';
import { migrateDatabase, pool } from '../database/connection';
import { isBetweenForms } from '../database/migrate';
import { knownMigrations, migrationsDone } from '../database/migrations';
import { makeBackup } from './backup';

/** So many backups that were made before changes are kept. */
const KEPT = 3;

/** Throws a `Problem` where the tables are of a newer version, or cannot be backed up; nothing is changed then. */
export async function migrateWithBackup(say: (line: string) => void = () => undefined): Promise<void> {
  const done = await migrationsDone(pool());
  // Where a start was killed between two forms, the backup was made before that.
  if (done > 0 && done < knownMigrations() && !(await isBetweenForms(pool()))) {
    say('Backing everything up before the tables are brought to a newer form');
    const { folder } = await makeBackup(path.join(serverConfig().dataFolder, 'backups'), KEPT);
    say(`The backup is in ${folder}`);
  }
  await migrateDatabase();
}
