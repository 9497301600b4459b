/** Clears what killed loads left behind. */
import { and, eq, isNull } from 'drizzle-orm';
import { database, selectRows, sqlNow } from '../database/connection';
import { dataset, datasetLoad } from '../database/schema';
import { dropTable } from '../database/dropTable';
import { datasetLock, nameLock } from './holding';
import { datasetsWithColumns, removeColumns } from '../columns/columnFile';
import { removeOldUploads } from './uploads';

/**
 * Marks loads that nobody works on any more as interrupted and drops every fact table that is not in use.
 * Safe while other processes load: whoever loads holds the dataset's lock.
 */
export async function recoverLoads(): Promise<void> {
  const running = await database().select().from(datasetLoad).where(eq(datasetLoad.status, 'running'));
  for (const load of running) {
    if (await isBusy(load.datasetId)) continue;
    await database()
      .update(datasetLoad)
      .set({ status: 'interrupted', finishedAt: sqlNow() })
      .where(eq(datasetLoad.id, load.id));
  }
  const datasets = await database().select().from(dataset);
  const current = new Map(datasets.map((row) => [row.id, row.currentLoad]));
  const holding = new Map(datasets.map((row) => [row.id, row.rowsLoad]));
  const tables = await selectRows<{ name: string }>(
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name LIKE 'fact\\_%'",
  );
  for (const { name } of tables) {
    const match = /^fact_(\d+)_(\d+)$/.exec(name);
    if (!match || holding.get(Number(match[1])) === Number(match[2]) || (await isBusy(Number(match[1]))))
      continue;
    await dropTable(match[0]);
  }
  for (const row of datasets.filter((entry) => entry.currentLoad === null)) {
    // Whoever makes a dataset holds its name before it is there to be held itself.
    if ((await isHeld(nameLock(row.name))) || (await isBusy(row.id))) continue;
    await database()
      .delete(dataset)
      .where(and(eq(dataset.id, row.id), isNull(dataset.currentLoad)));
  }
  for (const id of datasetsWithColumns())
    if (!(await isBusy(id))) await removeColumns(id, current.get(id) ?? null);
  await removeOldUploads();
}

const isBusy = (datasetId: number): Promise<boolean> => isHeld(datasetLock(datasetId));

async function isHeld(lock: string): Promise<boolean> {
  const [row] = await selectRows<{ free: number }>('SELECT IS_FREE_LOCK(?) AS free', [lock]);
  return row?.free !== 1;
}
