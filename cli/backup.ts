/** `backup`, `restore` and `rotate-key`; `config` is the file of settings, where there is one. */
import { configure } from './configured';
import { userPath } from './places';
import { refuseWhileRunning } from './runFile';
import { withDatabase } from './withDatabase';

/** Writes a backup below a folder, and keeps the newest ones there. */
export async function backUp(folder: string, keep: number | null, config: string | undefined): Promise<void> {
  configure(config);
  await withDatabase(async () => {
    const { makeBackup } = await import('../src/server/backup/backup');
    const made = await makeBackup(userPath(folder), keep);
    console.log(
      `${made.folder} holds ${made.tables} tables with ${made.rows.toLocaleString('en')} rows; it was read back and is the same.`,
    );
    console.log('It holds the key of secrets too: keep it where nobody else reads it.');
  });
}

/** Puts a backup in the place of everything. */
export async function restore(folder: string, config: string | undefined): Promise<void> {
  configure(config);
  refuseWhileRunning();
  await withDatabase(async () => {
    const { restoreBackup } = await import('../src/server/backup/restore');
    const { migrateDatabase } = await import('../src/server/database/connection');
    const { madeAt, tables } = await restoreBackup(userPath(folder));
    await migrateDatabase();
    console.log(`Everything is as it was at ${madeAt} (${tables.length} tables).`);
  }, true);
}

/** Takes another key for secrets. */
export async function rotate(config: string | undefined): Promise<void> {
  configure(config);
  refuseWhileRunning();
  await withDatabase(async () => {
    const { rotateKey } = await import('../src/server/keyRotation');
    const { connections, secondFactors } = await rotateKey();
    console.log(
      `Secrets have another key: ${connections} of connections, ${secondFactors} second factors. Backups made before hold the old one.`,
    );
  }, true);
}
