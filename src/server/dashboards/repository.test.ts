import { eq } from 'drizzle-orm';
import { emptyDocument } from '../../core/dashboard/document/document';
import { database } from '../database/connection';
import { dashboardRevision } from '../database/schema';
import { withDatabase } from '../testing';
import {
  anyDashboardEver,
  createDashboard,
  deleteDashboard,
  duplicateDashboard,
  listDashboards,
  readDashboard,
  listRevisions,
  readRevision,
  restoreDashboard,
  saveDashboard,
} from './repository';

withDatabase();

const titled = (title: string) => ({ ...emptyDocument(title) });

describe('dashboards', () => {
  test('are stored, read, listed and saved as revisions', async () => {
    expect(await anyDashboardEver()).toBe(false);
    const made = await createDashboard(titled('Harbour'));
    expect(made.revision).toBe(1);
    expect(await saveDashboard(made.id, 1, titled('Harbours'))).toMatchObject({ saved: true, revision: 2 });
    expect((await readDashboard(made.id)).document.title).toBe('Harbours');
    expect(await listDashboards()).toEqual([
      expect.objectContaining({ id: made.id, title: 'Harbours', revision: 2, visuals: 0, controls: 0 }),
    ]);
    expect(await anyDashboardEver()).toBe(true);
  });

  test('a save on an older revision overwrites nothing, and both versions are kept', async () => {
    const made = await createDashboard(titled('Conflict'));
    await saveDashboard(made.id, 1, titled('Theirs'));
    const result = await saveDashboard(made.id, 1, titled('Mine'));
    if (result.saved) throw new Error('It was overwritten.');
    expect(result.theirs).toMatchObject({ revision: 2, document: { title: 'Theirs' } });
    const [kept] = await database()
      .select()
      .from(dashboardRevision)
      .where(eq(dashboardRevision.id, result.keptAs));
    expect(kept!.document).toMatchObject({ title: 'Mine' });
    expect((await readDashboard(made.id)).document.title).toBe('Theirs');
  });

  test('every version is listed and can be read, one that was kept aside too', async () => {
    const made = await createDashboard(emptyDocument('First'));
    await saveDashboard(made.id, 1, emptyDocument('Second'));
    await saveDashboard(made.id, 1, emptyDocument('Aside'));
    const versions = await listRevisions(made.id);
    expect(versions.map(({ revision, basedOn }) => [revision, basedOn])).toEqual([
      [null, 1],
      [2, 1],
      [1, 0],
    ]);
    const titles = await Promise.all(
      versions.map(async ({ entry }) => (await readRevision(made.id, entry)).document.title),
    );
    expect(titles).toEqual(['Aside', 'Second', 'First']);
    const other = await createDashboard(emptyDocument('Other'));
    await expect(readRevision(other.id, versions[0]!.entry)).rejects.toMatchObject({ status: 404 });
    await expect(listRevisions(9999)).rejects.toMatchObject({ status: 404 });
  });

  test('of many saves on one revision exactly one is the next revision', async () => {
    const made = await createDashboard(titled('Race'));
    const results = await Promise.all(
      Array.from({ length: 8 }, (_, i) => saveDashboard(made.id, 1, titled(`Save ${i}`))),
    );
    expect(results.filter((result) => result.saved)).toHaveLength(1);
    expect((await readDashboard(made.id)).revision).toBe(2);
    const all = await database()
      .select()
      .from(dashboardRevision)
      .where(eq(dashboardRevision.dashboardId, made.id));
    expect(all).toHaveLength(9);
  });

  test('a copy stands by itself, under a title of its own', async () => {
    const made = await createDashboard(titled('x'.repeat(200)));
    const copy = await duplicateDashboard(made.id);
    expect(copy.id).not.toBe(made.id);
    expect(copy.document.title).toMatch(/ \(copy\)$/);
    expect(copy.document.title.length).toBeLessThanOrEqual(200);
    await saveDashboard(copy.id, 1, titled('Changed'));
    expect((await readDashboard(made.id)).document.title).toBe('x'.repeat(200));
  });

  test('a deleted dashboard is gone, and comes back whole', async () => {
    const made = await createDashboard(titled('Gone'));
    await deleteDashboard(made.id);
    await expect(readDashboard(made.id)).rejects.toMatchObject({ code: 'no-such-dashboard', status: 404 });
    await expect(saveDashboard(made.id, 1, titled('Late'))).rejects.toMatchObject({ status: 404 });
    await expect(deleteDashboard(made.id)).rejects.toMatchObject({ status: 404 });
    expect((await listDashboards()).some((entry) => entry.id === made.id)).toBe(false);
    await restoreDashboard(made.id);
    expect((await readDashboard(made.id)).document.title).toBe('Gone');
    await expect(restoreDashboard(made.id)).rejects.toMatchObject({ status: 404 });
  });
});
