/** The list of dashboards: what each is, without all that it says. */
import { LRUCache } from 'lru-cache';
import type { DashboardEntry } from '../../contract/dashboards';
import {
  isControl,
  isTimeControl,
  itemOf,
  type DashboardDocument,
} from '../../core/dashboard/document/document';
import { pagesOf, placesWithBand } from '../../core/dashboard/document/pages';
import { serverConfig } from '../config';
import { once } from '../once';
import { dashboardHeads, newestRevisions, type DashboardHead } from './read';

/** Entries of revisions, which never change, are kept as they were made. */
const KEPT_ENTRIES = 5000;

type Described = Omit<DashboardEntry, 'id' | 'revision' | 'updatedAt'>;

/** What the list tells of a document. */
function described(document: DashboardDocument): Described {
  const [first, ...others] = pagesOf(document);
  return {
    title: document.title,
    visuals: document.visuals.length,
    controls: document.controls.length,
    pages: 1 + others.length,
    tags: document.tags ?? [],
    problem: null,
    layout: placesWithBand(document, first.id).flatMap(({ item: id, x, y, w, h }) => {
      const item = itemOf(document, id);
      const part = !item || !isControl(item) ? 'visual' : isTimeControl(item) ? 'time' : 'choice';
      return item ? [{ part, x, y, w, h } as const] : [];
    }),
  };
}

const unreadable = (title: string, problem: string): Described => ({
  title,
  visuals: 0,
  controls: 0,
  pages: 1,
  tags: [],
  problem,
  layout: [],
});

/**
 * Dashboards that are not deleted and that the caller may see, the last changed first. One that this version does not
 * understand is listed with what is wrong.
 */
export async function listDashboards(): Promise<DashboardEntry[]> {
  const kept = once('dashboard entries', () => new LRUCache<string, Described>({ max: KEPT_ENTRIES }));
  const placeOf = ({ id, revision }: Pick<DashboardHead, 'id' | 'revision'>) =>
    `${serverConfig().database.name} ${id} ${revision}`;
  const heads = await dashboardHeads();
  const known = new Map<number, Described>();
  for (const head of heads) {
    const entry = kept.get(placeOf(head));
    if (entry) known.set(head.id, entry);
  }
  for await (const read of newestRevisions(heads.filter(({ id }) => !known.has(id)))) {
    const entry = 'document' in read ? described(read.document) : unreadable(read.title, read.unreadable);
    known.set(read.id, entry);
    kept.set(placeOf(read), entry);
  }
  return heads.flatMap((head) => {
    const entry = known.get(head.id);
    return entry ? [{ ...entry, ...head }] : [];
  });
}
