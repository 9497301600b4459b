/** What is deleted lies in the bin for thirty days; what uses a thing is told before. */
import { emptyDocument, type DashboardDocument } from '../../core/dashboard/document/document';
import { MEASURED_DEFAULTS, shownMeasure } from '../../core/dashboard/document/kinds/measured';
import { SLICER_DEFAULTS } from '../../core/dashboard/document/kinds/slicer';
import { readDashboard } from '../dashboards/read';
import { createDashboard, deleteDashboard, restoreDashboard } from '../dashboards/repository';
import { datasetNames, findDataset } from '../datasets/repository';
import { editDataset } from '../datasets/edit';
import { readModel } from '../model/model';
import { rowsOfValues, saveShared } from '../model/shared';
import { usesOfDataset, usesOfMeasure, usesOfShared } from '../model/uses';
import { loadText, withDatabase } from '../testing';
import { deleteDataset, emptyBin, listBin, removeForGood, restoreDataset } from './bin';

// A load on a busy machine takes its time.
jest.setTimeout(60_000);

const at = withDatabase();
const DAY = 86_400_000;
const keysOf = async () => (await readModel()).model.datasets.map((dataset) => dataset.key);

const harbour: DashboardDocument = {
  ...emptyDocument('Harbour'),
  visuals: ['trips', 'targets'].map((dataset) => ({
    ...MEASURED_DEFAULTS,
    id: dataset,
    kind: 'figure',
    title: '',
    measures: [shownMeasure(dataset, 'rows')],
  })),
  controls: [
    { ...SLICER_DEFAULTS, id: 'route', kind: 'slicer', dimension: { dataset: 'trips', column: 'route' } },
  ],
  wires: ['trips', 'targets'].map((target) => ({ control: 'route', target, on: true, roles: {} })),
};

beforeAll(async () => {
  await loadText(at.folder, 'Trips', 'day,route,seats\n2026-01-01,Veldry,2\n2026-01-02,veldry,3\n');
  await loadText(at.folder, 'Targets', 'month,route,wanted\n2026-01-01,Veldry,20\n');
  for (const key of ['trips', 'targets'])
    await editDataset(await findDataset(key), { categories: ['route'] });
});

test('a deleted dataset is shown nowhere, and comes back with its rows', async () => {
  await deleteDataset(await findDataset('trips'));
  expect(await keysOf()).toEqual(['targets']);
  await expect(findDataset('trips')).rejects.toMatchObject({ status: 404 });
  expect(await datasetNames()).toContain('Trips');
  const [entry] = await listBin();
  expect(entry).toMatchObject({ kind: 'dataset', id: 'trips', name: 'Trips' });
  expect(Date.parse(entry!.goneAt) - Date.parse(entry!.deletedAt)).toBe(30 * DAY);
  await restoreDataset('trips');
  await expect(restoreDataset('trips')).rejects.toMatchObject({ code: 'not-in-bin', status: 404 });
  const { model } = await readModel();
  expect(model.datasets.find((dataset) => dataset.key === 'trips')).toMatchObject({ rows: 2 });
  expect(await listBin()).toEqual([]);
});

test('a name in the bin is not given to the next dataset', async () => {
  await deleteDataset(await findDataset('targets'));
  await loadText(at.folder, 'Targets', 'month,route,wanted\n2026-01-01,Veldry,20\n');
  expect(await keysOf()).toEqual(['targets_2', 'trips']);
  await removeForGood('dataset', 'targets');
  await expect(removeForGood('dataset', 'targets_2')).rejects.toMatchObject({ code: 'not-in-bin' });
  expect(await keysOf()).toEqual(['targets_2', 'trips']);
  expect(await datasetNames()).toHaveLength(2);
});

test('after thirty days what lies in the bin is gone; what does not, stays', async () => {
  const gone = await createDashboard({ ...harbour, title: 'Old' });
  const kept = await createDashboard({ ...harbour, title: 'New' });
  await deleteDashboard(gone.id);
  await emptyBin(Date.now() + 29 * DAY);
  await restoreDashboard(gone.id);
  await deleteDashboard(gone.id);
  await emptyBin(Date.now() + 31 * DAY);
  await expect(restoreDashboard(gone.id)).rejects.toMatchObject({ status: 404 });
  expect((await readDashboard(kept.id)).document.title).toBe('New');
  await deleteDashboard(kept.id);
  await removeForGood('dashboard', String(kept.id));
  expect(await listBin()).toEqual([]);
});

test('what uses a dataset, a measure or a shared dimension is told', async () => {
  await deleteDataset(await findDataset('targets_2'));
  await removeForGood('dataset', 'targets_2');
  await loadText(at.folder, 'Targets', 'month,route,wanted\n2026-01-01,Veldry,20\n');
  await editDataset(await findDataset('targets'), { categories: ['route'] });
  const members = ['trips', 'targets'].map((dataset) => ({ dataset, column: 'route' }));
  const shared = await saveShared(null, { name: 'Route', members, spellings: {} });
  const { id } = await createDashboard(harbour);
  expect(await usesOfDataset('trips')).toEqual([
    { words: 'Harbour: 1 visual and 1 control', dashboard: id },
    { words: 'The shared dimension Route', dashboard: null },
  ]);
  expect(await usesOfMeasure('targets', 'rows')).toEqual([{ words: 'Harbour: 1 visual', dashboard: id }]);
  expect(await usesOfMeasure('targets', 'wanted')).toEqual([]);
  expect(await usesOfShared(shared.key)).toEqual([
    { words: 'Harbour: 1 wire would lose its route', dashboard: id },
  ]);
  const { measures } = (await findDataset('trips')).definition;
  const ratio = {
    over: { dataset: 'trips', measure: 'rows' },
    under: { dataset: 'targets', measure: 'wanted' },
  };
  await editDataset(await findDataset('trips'), {
    measures: [
      ...measures,
      { ...measures[0]!, key: 'share', name: 'Share', aggregation: 'ratio', column: null, ratio },
    ],
  });
  expect(await usesOfMeasure('targets', 'wanted')).toEqual([
    { words: 'Share, a ratio of Trips', dashboard: null },
  ]);
});

test('rows are counted for each spelling, over all members', async () => {
  const members = ['trips', 'targets'].map((dataset) => ({ dataset, column: 'route' }));
  expect(await rowsOfValues(members, ['Veldry', 'veldry', "it's"])).toEqual({
    Veldry: 2,
    veldry: 1,
    "it's": 0,
  });
  expect(await rowsOfValues(members, [])).toEqual({});
});
