/** The bin: deleted dashboards and datasets, which can be brought back for thirty days. */
import type { BinEntry } from '../../contract/bin';
import { and, eq, inArray, isNotNull, lt } from 'drizzle-orm';
import { isAtLeast } from '../../contract/people';
import { visibleDashboards } from '../accounts/dashboardRights';
import { ensureAlmanac } from '../almanac/almanac';
import { currentCaller } from '../caller';
import { database, sqlNow, sqlTime, utcTime } from '../database/connection';
import {
  dashboard,
  dashboardRevision,
  dataset,
  savedSelection,
  schedule,
  scheduleRun,
} from '../database/schema';
import { removeDataset, type StoredDataset } from '../datasets/repository';
import { bumpRevision } from '../model/revision';
import { Problem } from '../problem';

/** Days for which what is deleted can be brought back. */
const DAYS_KEPT = 30;
const DAY_MS = 86_400_000;

const entry = (kind: BinEntry['kind'], id: string, name: string, deletedAt: string): BinEntry => ({
  kind,
  id,
  name,
  deletedAt: utcTime(deletedAt),
  goneAt: new Date(Date.parse(utcTime(deletedAt)) + DAYS_KEPT * DAY_MS).toISOString(),
});

/** What lies in the bin and the caller may bring back, the last deleted first. */
export async function listBin(): Promise<BinEntry[]> {
  const caller = currentCaller();
  const visible = await visibleDashboards(caller);
  const keepsData = caller.role !== null && isAtLeast(caller.role, 'keeper');
  const dashboards = await database().select().from(dashboard).where(isNotNull(dashboard.deletedAt));
  const datasets = await database().select().from(dataset).where(isNotNull(dataset.deletedAt));
  return [
    ...dashboards
      .filter(({ id }) => visible === null || visible.has(id))
      .map((row) => entry('dashboard', String(row.id), row.title, row.deletedAt!)),
    ...(keepsData ? datasets : []).map((row) => entry('dataset', row.key, row.name, row.deletedAt!)),
  ].sort((a, b) => (a.deletedAt < b.deletedAt ? 1 : -1));
}

/** Puts a dataset into the bin: its rows stay, and nothing shows them. */
export async function deleteDataset(stored: StoredDataset): Promise<void> {
  await database().update(dataset).set({ deletedAt: sqlNow() }).where(eq(dataset.id, stored.id));
  await bumpRevision();
  await ensureAlmanac();
}

/** Brings a deleted dataset back, with its rows and its loads. */
export async function restoreDataset(key: string): Promise<void> {
  const [result] = await database()
    .update(dataset)
    .set({ deletedAt: null })
    .where(and(eq(dataset.key, key), isNotNull(dataset.deletedAt)));
  if (result.affectedRows === 0)
    throw new Problem('not-in-bin', `There is no dataset “${key}” in the bin.`, 404);
  await bumpRevision();
  await ensureAlmanac();
}

/** Removes what lies in the bin for good: one thing, whenever it was deleted. */
export async function removeForGood(kind: BinEntry['kind'], id: string): Promise<void> {
  if (kind === 'dashboard') {
    const [found] = await database()
      .select()
      .from(dashboard)
      .where(and(eq(dashboard.id, /^\d{1,9}$/.test(id) ? Number(id) : 0), isNotNull(dashboard.deletedAt)));
    if (!found) throw new Problem('not-in-bin', `There is no dashboard ${id} in the bin.`, 404);
    return dropDashboard(found.id);
  }
  const [found] = await database()
    .select()
    .from(dataset)
    .where(and(eq(dataset.key, id), isNotNull(dataset.deletedAt)));
  if (!found) throw new Problem('not-in-bin', `There is no dataset “${id}” in the bin.`, 404);
  await removeDataset(found);
}

async function dropDashboard(id: number) {
  await database().transaction(async (transaction) => {
    await transaction.delete(dashboardRevision).where(eq(dashboardRevision.dashboardId, id));
    await transaction.delete(savedSelection).where(eq(savedSelection.dashboardId, id));
    const ofIt = transaction.select({ id: schedule.id }).from(schedule).where(eq(schedule.dashboardId, id));
    await transaction.delete(scheduleRun).where(inArray(scheduleRun.scheduleId, ofIt));
    await transaction.delete(schedule).where(eq(schedule.dashboardId, id));
    await transaction.delete(dashboard).where(eq(dashboard.id, id));
  });
}

/** Removes for good what has lain in the bin for longer than it is kept. `now` in milliseconds since 1970. */
export async function emptyBin(now = Date.now()): Promise<void> {
  const before = sqlTime(now - DAYS_KEPT * DAY_MS);
  const dashboards = await database().select().from(dashboard).where(lt(dashboard.deletedAt, before));
  for (const { id } of dashboards) await dropDashboard(id);
  const datasets = await database().select().from(dataset).where(lt(dataset.deletedAt, before));
  for (const row of datasets) await removeDataset(row);
}
