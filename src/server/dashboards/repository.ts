/** Dashboards as they are stored: every saved revision is kept. */
import type { RevisionEntry } from '../../contract/dashboards';
import { and, desc, eq, isNotNull, isNull } from 'drizzle-orm';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { currentCaller } from '../caller';
import { database, sqlNow, utcTime, type Database } from '../database/connection';
import { dashboard, dashboardRevision } from '../database/schema';
import { Problem } from '../problem';
import { noSuchDashboard } from './noSuchDashboard';
import { parseStored, readDashboard, revisionOf, type StoredDashboard } from './read';

export type SaveResult =
  | { readonly saved: true; readonly revision: number; readonly savedAt: string }
  /** Someone saved a newer revision: `theirs`. The refused version is kept aside under `keptAs`. */
  | { readonly saved: false; readonly theirs: StoredDashboard; readonly keptAs: number };

/** Stores a new dashboard. Where people have accounts it is the caller's, and private until they say otherwise. */
export async function createDashboard(document: DashboardDocument): Promise<StoredDashboard> {
  const now = sqlNow();
  const ownerId = currentCaller().person;
  const rights = ownerId === null ? {} : { ownerId, access: 'private' as const };
  return database().transaction(async (transaction) => {
    const [made] = await transaction
      .insert(dashboard)
      .values({ title: document.title, revision: 1, createdAt: now, updatedAt: now, ...rights });
    await transaction.insert(dashboardRevision).values({
      dashboardId: made.insertId,
      revision: 1,
      basedOn: 0,
      document,
      savedAt: now,
    });
    return { id: made.insertId, revision: 1, savedAt: utcTime(now), document };
  });
}

/** Saves a version made from `basedOn`. Refused when that is not the newest revision any more; both are kept. */
export async function saveDashboard(
  id: number,
  basedOn: number,
  document: DashboardDocument,
): Promise<SaveResult> {
  const now = sqlNow();
  const outcome = await database().transaction(async (transaction) => {
    const [current] = await transaction
      .select()
      .from(dashboard)
      .where(and(eq(dashboard.id, id), isNull(dashboard.deletedAt)))
      .for('update');
    if (!current) throw noSuchDashboard(id);
    const known = current.revision === basedOn + 1 && (await savedAs(transaction, id, current.revision));
    // Whoever lost the answer sends the same once more.
    if (known && JSON.stringify(known.document) === JSON.stringify(document))
      return { revision: current.revision, keptAs: known.id, savedAt: known.savedAt };
    const newest = current.revision === basedOn;
    const revision = newest ? basedOn + 1 : null;
    const [kept] = await transaction
      .insert(dashboardRevision)
      .values({ dashboardId: id, revision, basedOn, document, savedAt: now });
    if (revision !== null) {
      await transaction
        .update(dashboard)
        .set({ title: document.title, revision, updatedAt: now })
        .where(eq(dashboard.id, id));
    }
    return { revision, keptAs: kept.insertId, savedAt: now };
  });
  if (outcome.revision !== null)
    return { saved: true, revision: outcome.revision, savedAt: utcTime(outcome.savedAt) };
  return { saved: false, theirs: await readDashboard(id), keptAs: outcome.keptAs };
}

async function savedAs(on: Pick<Database, 'select'>, id: number, revision: number) {
  const [row] = await on
    .select({
      id: dashboardRevision.id,
      document: dashboardRevision.document,
      savedAt: dashboardRevision.savedAt,
    })
    .from(dashboardRevision)
    .where(and(eq(dashboardRevision.dashboardId, id), eq(dashboardRevision.revision, revision)));
  return row;
}

/** Every version that was saved, the newest first. Throws a `Problem` when there is no such dashboard. */
export async function listRevisions(id: number): Promise<RevisionEntry[]> {
  await revisionOf(id);
  const rows = await database()
    .select({
      entry: dashboardRevision.id,
      revision: dashboardRevision.revision,
      basedOn: dashboardRevision.basedOn,
      savedAt: dashboardRevision.savedAt,
    })
    .from(dashboardRevision)
    .where(eq(dashboardRevision.dashboardId, id))
    .orderBy(desc(dashboardRevision.id));
  return rows.map((row) => ({ ...row, savedAt: utcTime(row.savedAt) }));
}

/** One version with its document. */
export async function readRevision(
  id: number,
  entry: number,
): Promise<RevisionEntry & { readonly document: DashboardDocument }> {
  const [row] = await database()
    .select()
    .from(dashboardRevision)
    .where(and(eq(dashboardRevision.dashboardId, id), eq(dashboardRevision.id, entry)));
  if (!row) throw new Problem('no-such-revision', `There is no version ${entry} of this dashboard.`, 404);
  const { revision, basedOn, savedAt, document } = row;
  return { entry, revision, basedOn, savedAt: utcTime(savedAt), document: parseStored(document) };
}

/** A copy under a title of its own. */
export async function duplicateDashboard(id: number): Promise<StoredDashboard> {
  const original = await readDashboard(id);
  return createDashboard({ ...original.document, title: `${original.document.title.slice(0, 190)} (copy)` });
}

/** Deletes a dashboard; it can be brought back. */
export async function deleteDashboard(id: number): Promise<void> {
  const [result] = await database()
    .update(dashboard)
    .set({ deletedAt: sqlNow() })
    .where(and(eq(dashboard.id, id), isNull(dashboard.deletedAt)));
  if (result.affectedRows === 0) throw noSuchDashboard(id);
}

/** Brings a deleted dashboard back. */
export async function restoreDashboard(id: number): Promise<void> {
  const [result] = await database()
    .update(dashboard)
    .set({ deletedAt: null })
    .where(and(eq(dashboard.id, id), isNotNull(dashboard.deletedAt)));
  if (result.affectedRows === 0) throw noSuchDashboard(id);
}

/** Whether there ever was a dashboard, deleted ones included. */
export async function anyDashboardEver(): Promise<boolean> {
  return (await database().select({ id: dashboard.id }).from(dashboard).limit(1)).length > 0;
}
