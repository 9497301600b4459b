import { eq } from 'drizzle-orm';
import { emptyDocument } from '../../core/dashboard/document/document';
import { database } from '../database/connection';
import { dashboardRevision } from '../database/schema';
import { withDatabase } from '../testing';
import { listDashboards } from './list';
import { everyDashboard, readDashboard } from './read';
import {
  anyDashboardEver,
  createDashboard,
  deleteDashboard,
  duplicateDashboard,
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

  test('are listed with one that cannot be read, which is told and left out of all else', async () => {
    const bad = await createDashboard(titled('From elsewhere'));
    await database()
      .update(dashboardRevision)
      .set({ document: { ...titled('From elsewhere'), visuals: [{ kind: 'hologram', id: 'v' }] } })
      .where(eq(dashboardRevision.dashboardId, bad.id));
    const good = await createDashboard(titled('Beside it'));
    const listed = await listDashboards();
    expect(listed.find(({ id }) => id === bad.id)).toMatchObject({
      title: 'From elsewhere',
      visuals: 0,
      problem: expect.stringMatching(/^This version of Dathen cannot read the dashboard \(visuals\.0/),
    });
    expect(listed.find(({ id }) => id === good.id)).toMatchObject({ title: 'Beside it', problem: null });
    const ids: number[] = [];
    for await (const { id } of everyDashboard()) ids.push(id);
    expect(ids).toContain(good.id);
    expect(ids).not.toContain(bad.id);
    await expect(readDashboard(bad.id)).rejects.toMatchObject({ code: 'unreadable-dashboard', status: 422 });
    expect(await listRevisions(bad.id)).toHaveLength(1);
  });

  test('all of many are read, in the order of the list, with what was saved since', async () => {
    const made: number[] = [];
    for (let i = 0; i < 90; i++) made.push((await createDashboard(titled(`Board ${i}`))).id);
    for await (const { id } of everyDashboard()) expect(id).toBeGreaterThan(0);
    await saveDashboard(made[50]!, 1, titled('Changed'));
    await deleteDashboard(made[3]!);
    const titles: string[] = [];
    for await (const { id, document } of everyDashboard()) if (made.includes(id)) titles.push(document.title);
    expect(titles).toHaveLength(89);
    expect(titles.filter((title) => title === 'Changed')).toHaveLength(1);
    expect(titles).not.toContain('Board 3');
    const listed = await listDashboards();
    expect(listed.filter(({ id }) => made.includes(id)).map(({ title }) => title)).toEqual(titles);
  });
});
