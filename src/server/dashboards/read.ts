/** Stored dashboards as they are read: one by its number, or all, many at a time. */
import { LRUCache } from 'lru-cache';
import { and, desc, eq, inArray, isNull } from 'drizzle-orm';
import { readDocument, type DashboardDocument } from '../../core/dashboard/document/document';
import { visibleDashboards } from '../accounts/dashboardRights';
import { currentCaller } from '../caller';
import { serverConfig } from '../config';
import { database, utcTime } from '../database/connection';
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

/** A stored document that this version does not understand, which another one may have written. */
export interface UnreadableDashboard {
  readonly id: number;
  readonly revision: number;
  readonly savedAt: string;
  readonly title: string;
  /** Why, in a sentence. */
  readonly unreadable: string;
}

/** Most of what is wrong with a document that is told. */
const TOLD = 3;

/** A stored document. Throws a `Problem` that says what does not fit where this version does not understand it. */
export function parseStored(stored: unknown): DashboardDocument {
  const read = readDocument(stored);
  if (read.ok) return read.document;
  const told = read.problems.slice(0, TOLD).join('; ');
  throw new Problem(
    'unreadable-dashboard',
    `This version of Dathen cannot read the dashboard (${told}). It is kept as it was stored.`,
    422,
    { problems: read.problems },
  );
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

/** Revisions never change, so those read last are kept as they were understood, up to so many characters as stored. */
const KEPT_CHARACTERS = 12_000_000;

const keptRevisions = () =>
  once(
    'revisions',
    () =>
      new LRUCache<string, StoredDashboard>({
        maxSize: KEPT_CHARACTERS,
        sizeCalculation: ({ document }) => JSON.stringify(document).length,
      }),
  );

const keptPlace = (id: number, revision: number) => `${serverConfig().database.name} ${id} ${revision}`;

/**
 * A dashboard in its newest revision. Throws a `Problem` when there is none, and when this version does not understand
 * what is stored.
 */
export async function readDashboard(id: number): Promise<StoredDashboard> {
  const known = keptRevisions().get(keptPlace(id, await revisionOf(id)));
  if (known) return known;
  const [row] = await newestOf([id]);
  if (!row) throw noSuchDashboard(id);
  const { title: _, stored, ...head } = row;
  return keep({ ...head, document: parseStored(stored) });
}

function keep(read: StoredDashboard): StoredDashboard {
  keptRevisions().set(keptPlace(read.id, read.revision), read);
  return read;
}

/** The newest revisions of dashboards as they are stored; those that are deleted are left out. */
async function newestOf(ids: readonly number[]) {
  const rows = await database()
    .select({
      id: dashboard.id,
      title: dashboard.title,
      revision: dashboard.revision,
      savedAt: dashboardRevision.savedAt,
      stored: dashboardRevision.document,
    })
    .from(dashboard)
    .innerJoin(
      dashboardRevision,
      and(
        eq(dashboardRevision.dashboardId, dashboard.id),
        eq(dashboardRevision.revision, dashboard.revision),
      ),
    )
    .where(and(inArray(dashboard.id, [...ids]), isNull(dashboard.deletedAt)));
  return rows.map((row) => ({ ...row, savedAt: utcTime(row.savedAt) }));
}

/** What tells a dashboard before its document is read. */
export interface DashboardHead {
  readonly id: number;
  readonly revision: number;
  /** ISO 8601. */
  readonly updatedAt: string;
}

/** Dashboards that are not deleted and that the caller may see, the last changed first. */
export async function dashboardHeads(): Promise<DashboardHead[]> {
  const rows = await database()
    .select({ id: dashboard.id, revision: dashboard.revision, updatedAt: dashboard.updatedAt })
    .from(dashboard)
    .where(isNull(dashboard.deletedAt))
    .orderBy(desc(dashboard.updatedAt), desc(dashboard.id));
  const visible = await visibleDashboards(currentCaller());
  return rows
    .filter(({ id }) => !visible || visible.has(id))
    .map((row) => ({ ...row, updatedAt: utcTime(row.updatedAt) }));
}

/** Dashboards that are asked of the database at once: reading them holds up nobody for long. */
const AT_ONCE = 40;

/** The newest revisions of some dashboards, in their order; those deleted meanwhile are left out. */
export async function* newestRevisions(
  heads: readonly DashboardHead[],
): AsyncGenerator<StoredDashboard | UnreadableDashboard> {
  for (let from = 0; from < heads.length; from += AT_ONCE) {
    const wanted = heads.slice(from, from + AT_ONCE);
    const known = new Map<number, StoredDashboard | UnreadableDashboard>();
    for (const { id, revision } of wanted) {
      const kept = keptRevisions().get(keptPlace(id, revision));
      if (kept) known.set(id, kept);
    }
    const missing = wanted.flatMap(({ id }) => (known.has(id) ? [] : [id]));
    for (const { title, stored, ...head } of missing.length === 0 ? [] : await newestOf(missing)) {
      try {
        known.set(head.id, keep({ ...head, document: parseStored(stored) }));
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        known.set(head.id, { ...head, title, unreadable: error.message });
      }
    }
    for (const { id } of wanted) {
      const read = known.get(id);
      if (read) yield read;
    }
  }
}

/** Every dashboard that the caller may see and that this version understands, the last changed first. */
export async function* everyDashboard(): AsyncGenerator<StoredDashboard> {
  for await (const read of newestRevisions(await dashboardHeads())) if ('document' in read) yield read;
}
