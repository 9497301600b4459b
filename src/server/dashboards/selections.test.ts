/** Selections that readers saved: kept with the dashboard, told apart by name, gone with it. */
import { emptyDocument } from '../../core/dashboard/document/document';
import { removeForGood } from '../bin/bin';
import { database } from '../database/connection';
import { savedSelection } from '../database/schema';
import { withDatabase } from '../testing';
import { createDashboard, deleteDashboard } from './repository';
import { changeSelection, deleteSelection, listSelections, saveSelection } from './selections';

withDatabase();

const PARTS = { 'p.span': 'last 7 days' };
const fresh = async () => (await createDashboard(emptyDocument('Kept'))).id;

test('saved, listed by name, changed, deleted', async () => {
  const id = await fresh();
  const late = await saveSelection(id, { name: 'Zebra', parts: PARTS });
  await saveSelection(id, { name: 'Alpha', parts: {} });
  expect((await listSelections(id)).map((entry) => entry.name)).toEqual(['Alpha', 'Zebra']);
  const changed = await changeSelection(id, late.id, { parts: { 'c.route': 'Veldry' } });
  expect(changed).toMatchObject({ id: late.id, name: 'Zebra', parts: { 'c.route': 'Veldry' } });
  expect((await changeSelection(id, late.id, { name: 'Beta' })).parts).toEqual({ 'c.route': 'Veldry' });
  await deleteSelection(id, late.id);
  expect((await listSelections(id)).map((entry) => entry.name)).toEqual(['Alpha']);
  await expect(deleteSelection(id, late.id)).rejects.toMatchObject({ code: 'no-such-selection' });
  await expect(changeSelection(id, late.id, {})).rejects.toMatchObject({ code: 'no-such-selection' });
});

test('a name is taken whatever its capitals, on its own dashboard only', async () => {
  const [id, other] = [await fresh(), await fresh()];
  const { id: own } = await saveSelection(id, { name: 'Morning', parts: PARTS });
  await expect(saveSelection(id, { name: 'MORNING', parts: {} })).rejects.toMatchObject({
    code: 'name-twice',
    status: 409,
  });
  await saveSelection(other, { name: 'Morning', parts: {} });
  expect((await changeSelection(id, own, { name: 'morning' })).name).toBe('morning');
  await expect(changeSelection(other, own, { name: 'x' })).rejects.toMatchObject({
    code: 'no-such-selection',
  });
});

test('no dashboard, no selections; those of one that is gone for good go with it', async () => {
  await expect(listSelections(987_654)).rejects.toMatchObject({ code: 'no-such-dashboard' });
  const id = await fresh();
  await saveSelection(id, { name: 'Last', parts: PARTS });
  await deleteDashboard(id);
  await removeForGood('dashboard', String(id));
  const left = await database().select().from(savedSelection);
  expect(left.filter((row) => row.dashboardId === id)).toEqual([]);
});

test('a dashboard keeps two hundred at most', async () => {
  const id = await fresh();
  for (let n = 0; n < 200; n++) await saveSelection(id, { name: `S${n}`, parts: {} });
  await expect(saveSelection(id, { name: 'One more', parts: {} })).rejects.toMatchObject({
    code: 'too-many',
  });
});
