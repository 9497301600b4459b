/** Clears what killed loads left behind. */
import { and, eq, isNull } from 'drizzle-orm';
import { database, pool, selectRows, sqlNow } from '../database/connection';
import { dataset, datasetLoad } from '../database/schema';
import { dropRows, dropUnusedParts, factTables, type FactTable } from '../nodes/parts';
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
  const spread = new Set(datasets.flatMap((row) => (row.spread ? row.id : [])));
  const isInUse = (table: FactTable) => holding.get(table.dataset) === table.load;
  for (const table of await factTables(pool()))
    if (!isInUse(table) && !(await isBusy(table.dataset))) await dropRows(table.name);
  await dropUnusedParts(
    async (table) => (spread.has(table.dataset) && isInUse(table)) || (await isBusy(table.dataset)),
  );
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
