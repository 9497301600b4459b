/** Dashboards as they are stored: every saved revision is kept. */
import type { RevisionEntry } from '../../contract/dashboards';
import { LRUCache } from 'lru-cache';
import { and, desc, eq, isNotNull, isNull } from 'drizzle-orm';
import type { DashboardEntry } from '../../contract/dashboards';
import {
  isControl,
  isTimeControl,
  itemOf,
  readDocument,
  type DashboardDocument,
} from '../../core/dashboard/document/document';
import { pagesOf, placesWithBand } from '../../core/dashboard/document/pages';
import { visibleDashboards } from '../accounts/dashboardRights';
import { currentCaller } from '../caller';
import { serverConfig } from '../config';
import { database, sqlNow, utcTime } from '../database/connection';
import { dashboard, dashboardRevision } from '../database/schema';
import { once } from '../once';
import { Problem } from '../problem';
import { SharedLook } from '../sharedLook';
import { noSuchDashboard } from './noSuchDashboard';

export interface StoredDashboard {
  readonly id: number;
  readonly revision: number;
  readonly savedAt: string;
  readonly document: DashboardDocument;
}

export type SaveResult =
  | { readonly saved: true; readonly revision: number; readonly savedAt: string }
  /** Someone saved a newer revision: `theirs`. The refused version is kept aside under `keptAs`. */
  | { readonly saved: false; readonly theirs: StoredDashboard; readonly keptAs: number };

function parseStored(stored: unknown): DashboardDocument {
  const read = readDocument(stored);
  if (!read.ok) throw new Error(`A stored dashboard does not fit its schema: ${read.problems.join('; ')}`);
  return read.document;
}

/** Entries of revisions, which never change, are kept as they were made. */
const KEPT_ENTRIES = 5000;

/** What the list tells of a document. */
function described(document: DashboardDocument): Omit<DashboardEntry, 'id' | 'revision' | 'updatedAt'> {
  const [first, ...others] = pagesOf(document);
  return {
    title: document.title,
    visuals: document.visuals.length,
    controls: document.controls.length,
    pages: 1 + others.length,
    tags: document.tags ?? [],
    layout: placesWithBand(document, first.id).flatMap(({ item: id, x, y, w, h }) => {
      const item = itemOf(document, id);
      const part = !item || !isControl(item) ? 'visual' : isTimeControl(item) ? 'time' : 'choice';
      return item ? [{ part, x, y, w, h } as const] : [];
    }),
  };
}

const describedNow = (id: number) =>
  readDashboard(id).then(
    ({ document }) => described(document),
    (error: unknown) => {
      if (error instanceof Problem && error.status === 404) return undefined;
      throw error;
    },
  );

/** Dashboards that are not deleted and that the caller may see, the last changed first. */
export async function listDashboards(): Promise<DashboardEntry[]> {
  const kept = once(
    'dashboard entries',
    () => new LRUCache<string, ReturnType<typeof described>>({ max: KEPT_ENTRIES }),
  );
  const rows = await database()
    .select({ id: dashboard.id, revision: dashboard.revision, updatedAt: dashboard.updatedAt })
    .from(dashboard)
    .where(isNull(dashboard.deletedAt))
    .orderBy(desc(dashboard.updatedAt), desc(dashboard.id));
  const placeOf = (row: (typeof rows)[number]) => `${serverConfig().database.name} ${row.id} ${row.revision}`;
  const entries: DashboardEntry[] = [];
  const visible = await visibleDashboards(currentCaller());
  for (const row of rows) {
    if (visible && !visible.has(row.id)) continue;
    const known = kept.get(placeOf(row)) ?? (await describedNow(row.id));
    // Deleted since the list was read.
    if (!known) continue;
    kept.set(placeOf(row), known);
    entries.push({ ...known, id: row.id, revision: row.revision, updatedAt: utcTime(row.updatedAt) });
  }
  return entries;
}

/** Dashboards whose newest revision is looked for at the same time. */
const LOOKED_FOR = 500;

/** The number of a dashboard's newest revision. Throws a `Problem` when there is none. */
export async function revisionOf(id: number): Promise<number> {
  const looks = once(
    'looks for revisions',
    () => new LRUCache<string, SharedLook<number | undefined>>({ max: LOOKED_FOR }),
  );
  const place = `${serverConfig().database.name} ${id}`;
  const look = looks.get(place) ?? new SharedLook(() => newestRevision(id));
  looks.set(place, look);
  const revision = await look.take();
  if (revision === undefined) throw noSuchDashboard(id);
  return revision;
}

async function newestRevision(id: number): Promise<number | undefined> {
  const [row] = await database()
    .select({ revision: dashboard.revision })
    .from(dashboard)
    .where(and(eq(dashboard.id, id), isNull(dashboard.deletedAt)));
  return row?.revision;
}

/** Revisions never change, so those read last are kept as they were understood. */
const KEPT_REVISIONS = 50;

/** A dashboard in its newest revision. Throws a `Problem` when there is none. */
export async function readDashboard(id: number): Promise<StoredDashboard> {
  const kept = once('revisions', () => new LRUCache<string, StoredDashboard>({ max: KEPT_REVISIONS }));
  const placeOf = (revision: number) => `${serverConfig().database.name} ${id} ${revision}`;
  const known = kept.get(placeOf(await revisionOf(id)));
  if (known) return known;
  const read = await readNewest(id);
  kept.set(placeOf(read.revision), read);
  return read;
}

async function readNewest(id: number): Promise<StoredDashboard> {
  const [row] = await database()
    .select()
    .from(dashboard)
    .innerJoin(
      dashboardRevision,
      and(
        eq(dashboardRevision.dashboardId, dashboard.id),
        eq(dashboardRevision.revision, dashboard.revision),
      ),
    )
    .where(and(eq(dashboard.id, id), isNull(dashboard.deletedAt)));
  if (!row) throw noSuchDashboard(id);
  return {
    id,
    revision: row.dashboard.revision,
    savedAt: utcTime(row.dashboard_revision.savedAt),
    document: parseStored(row.dashboard_revision.document),
  };
}

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
    return { revision, keptAs: kept.insertId };
  });
  if (outcome.revision !== null) return { saved: true, revision: outcome.revision, savedAt: utcTime(now) };
  return { saved: false, theirs: await readDashboard(id), keptAs: outcome.keptAs };
}

/** A version of a dashboard as a list of them shows it. */
/** Every version that was saved, the newest first. Throws a `Problem` when there is no such dashboard. */
export async function listRevisions(id: number): Promise<RevisionEntry[]> {
  await readDashboard(id);
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
