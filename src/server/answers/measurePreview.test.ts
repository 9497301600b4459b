/** A measure is seen over the rows before it is kept, and in the place of the one that it changes. */
import type { Measure } from '../../core/model/model';
import { testMeasure } from '../../core/model/testing';
import { findDataset } from '../datasets/repository';
import { loadText, withDatabase } from '../testing';
import { previewMeasure } from './measurePreview';

const at = withDatabase();
const DAYS = ['2025-01-10', '2026-01-10', '2026-02-10'];
beforeAll(async () => {
  const rows = DAYS.map((day, i) => `${day},Veldry,${10 ** i}`);
  await loadText(at.folder, 'Trips', ['day,route,seats', ...rows, ''].join('\n'));
});

const figure = async (change: Partial<Measure>) => {
  const { visuals } = await previewMeasure('trips', { ...testMeasure('tried', 'sum', 'seats'), ...change });
  return Object.values(visuals).find((answer) => answer.kind === 'figure');
};

test('over the last year of its data', async () => {
  expect(await figure({})).toMatchObject({ kind: 'figure', value: 110 });
  expect(await figure({ aggregation: 'maximum' })).toMatchObject({ value: 100 });
});

test('one that is known already is shown as it would be, the others as they are', async () => {
  const own = (await findDataset('trips')).definition.measures.find((entry) => entry.column === 'seats')!;
  expect(await figure({ ...own, aggregation: 'count' })).toMatchObject({
    value: 2,
  });
  const kept = (await findDataset('trips')).definition.measures.find((entry) => entry.key === own.key)!;
  expect(kept).toEqual(own);
});

test('one that does not fit its dataset is refused with a sentence', async () => {
  await expect(figure({ column: 'cabins' })).rejects.toMatchObject({
    message: 'The measure “Tried” needs a column.',
  });
  await expect(previewMeasure('nothing', testMeasure('tried', 'sum', 'seats'))).rejects.toMatchObject({
    status: 404,
  });
});
