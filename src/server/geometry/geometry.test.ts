/** Geometries: stored, replaced, drawn somewhere, removed; the model tells of them. */
import { emptyDocument, type DashboardDocument } from '../../core/dashboard/document/document';
import { MEASURED_DEFAULTS, shownMeasure } from '../../core/dashboard/document/kinds/measured';
import { createDashboard } from '../dashboards/repository';
import { readModel } from '../model/model';
import { withDatabase } from '../testing';
import { listGeometries, readFeatures, removeGeometry, saveGeometry } from './repository';

withDatabase();

const point = (port: string) =>
  JSON.stringify({ type: 'Feature', properties: { port }, geometry: { type: 'Point', coordinates: [1, 2] } });

test('a file is told in the model, and one of the same name takes its place under a new version', async () => {
  const first = await saveGeometry('The ports', 'ports.geojson', point('Quern'));
  expect(first).toEqual({
    key: 'the_ports',
    name: 'The ports',
    version: 1,
    areas: 0,
    points: 1,
    properties: ['port'],
  });
  expect((await readModel()).model.geometries).toEqual([first]);
  await saveGeometry('The ports', 'ports2.geojson', point('Sollay'));
  expect((await readModel()).model.geometries).toMatchObject([{ key: 'the_ports', version: 2 }]);
  expect(JSON.parse((await readFeatures('the_ports')).text)).toEqual({
    features: [{ properties: { port: 'Sollay' }, areas: [], points: [[1, 2]] }],
  });
  await removeGeometry('the_ports');
  expect((await readModel()).model.geometries).toEqual([]);
});

test('a bad file changes nothing and is told with its place', async () => {
  await expect(saveGeometry('Bad', 'bad.geojson', point('x').replace('[1,2]', '[1]'))).rejects.toMatchObject({
    code: 'bad-geometry',
    message:
      'bad.geojson is not taken: features[0].geometry.coordinates: Too small: expected array to have >=2 items',
  });
  expect(await listGeometries()).toEqual([]);
});

test('it is known which dashboards draw it', async () => {
  await saveGeometry('Ports', 'p.geojson', point('Quern'));
  const document: DashboardDocument = {
    ...emptyDocument('Harbours'),
    visuals: [
      {
        ...MEASURED_DEFAULTS,
        id: 'map',
        kind: 'map',
        measures: [shownMeasure('trips', 'rows')],
        across: { dataset: 'trips', column: 'port' },
        layers: [
          { kind: 'points', name: '', place: { geometry: 'ports', property: 'port' }, size: 0, tint: null },
        ],
      },
    ],
  };
  const { id } = await createDashboard(document);
  expect(await listGeometries()).toMatchObject([{ key: 'ports', uses: [{ id, title: 'Harbours' }] }]);
});

test('what is not there is told', async () => {
  await expect(readFeatures('nothing')).rejects.toMatchObject({ code: 'no-such-geometry', status: 404 });
  await expect(removeGeometry('nothing')).rejects.toMatchObject({ status: 404 });
});
