import fc from 'fast-check';
import { describeGeometry, readGeoJson, writeGeoJson } from './geometry';

const ring = [
  [0, 0],
  [2, 0],
  [2, 2],
  [0, 0],
];
const feature = (geometry: unknown, properties: unknown = { port: 'Quern' }) => ({
  type: 'Feature',
  properties,
  geometry,
});
const file = (...features: unknown[]) => JSON.stringify({ type: 'FeatureCollection', features });
const area = { type: 'Polygon', coordinates: [ring] };

test('areas and points are read with their properties as texts', () => {
  const read = readGeoJson(
    file(
      feature(
        { type: 'MultiPolygon', coordinates: [[ring], [ring]] },
        { port: 'Quern', people: 12, open: true, more: { a: 1 } },
      ),
      feature({ type: 'Point', coordinates: [1.23456789, 50, 12] }, null),
      feature({
        type: 'MultiPoint',
        coordinates: [
          [1, 2],
          [3, 4],
        ],
      }),
      feature(null),
    ),
  );
  if (!read.ok) throw new Error(read.message);
  const [isle, point, points, ...others] = read.geometry.features;
  expect(isle).toMatchObject({ properties: { port: 'Quern', people: '12', open: 'true' }, points: [] });
  expect(isle!.areas).toHaveLength(2);
  expect(point).toEqual({ properties: {}, areas: [], points: [[1.234568, 50]] });
  expect(points!.points).toHaveLength(2);
  expect(others).toEqual([]);
  expect(describeGeometry(read.geometry)).toEqual({
    areas: 1,
    points: 2,
    properties: ['port', 'people', 'open'],
  });
});

test('one feature alone is a file too, with or without the mark at its beginning', () => {
  expect(readGeoJson(`\ufeff${JSON.stringify(feature(area))}`).ok).toBe(true);
});

test.each([
  ['no JSON', '{', 'the file', /no JSON/],
  ['a text', '"x"', 'the file', /./],
  ['a bare geometry', JSON.stringify(area), 'type', /FeatureCollection or a Feature/],
  ['no feature', file(), 'features', /no feature/],
  ['only empty ones', file(feature(null)), 'features', /No feature has a geometry/],
  [
    'a line',
    file(feature(area), feature({ type: 'LineString', coordinates: ring })),
    'features[1].geometry.type',
    /A map draws/,
  ],
  [
    'a longitude beyond',
    file(feature({ type: 'Point', coordinates: [200, 1] })),
    'features[0].geometry.coordinates',
    /from -180 to 180/,
  ],
  [
    'a latitude beyond',
    file(feature({ type: 'Point', coordinates: [20, 91] })),
    'features[0].geometry.coordinates',
    /from -90 to 90/,
  ],
  [
    'a ring that is open',
    file(
      feature({
        type: 'Polygon',
        coordinates: [
          [
            [0, 0],
            [1, 0],
            [1, 1],
            [0, 1],
          ],
        ],
      }),
    ),
    'features[0].geometry.coordinates[0]',
    /ends where it begins/,
  ],
  [
    'a ring that is too short',
    file(
      feature({
        type: 'Polygon',
        coordinates: [
          [
            [0, 0],
            [1, 0],
            [0, 0],
          ],
        ],
      }),
    ),
    'features[0].geometry.coordinates[0]',
    /at least four/,
  ],
  [
    'a place that is a text',
    file(feature({ type: 'Point', coordinates: ['1', 2] })),
    'features[0].geometry.coordinates[0]',
    /./,
  ],
  [
    'another system',
    JSON.stringify({
      type: 'FeatureCollection',
      crs: { type: 'name', properties: { name: 'EPSG:3857' } },
      features: [feature(area)],
    }),
    'crs',
    /WGS 84/,
  ],
])('%s is refused with its place', (_, text, place, words) => {
  const read = readGeoJson(text);
  if (read.ok) throw new Error('It was taken.');
  expect(read.place).toBe(place);
  expect(read.message).toMatch(words);
});

test('whatever is in a file, it is read or refused in words, and never breaks', () => {
  fc.assert(
    fc.property(fc.json(), (text) => {
      const read = readGeoJson(text);
      expect(read.ok || (read.message.length > 0 && read.place.length > 0)).toBe(true);
    }),
  );
});

test('what is written is read back', () => {
  const read = readGeoJson(
    file(feature(area), feature({ type: 'Point', coordinates: [1, 2] }, { port: 'x', n: 2 })),
  );
  if (!read.ok) throw new Error(read.message);
  expect(readGeoJson(writeGeoJson(read.geometry))).toEqual(read);
});
