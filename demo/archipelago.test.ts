import { readGeoJson, describeGeometry } from '../src/core/model/geometry';
import { archipelago } from './archipelago';
import { PORTS } from './company';

test('the same islands each time: one for each port of the company, and a point on it', () => {
  expect(archipelago()).toEqual(archipelago());
  const [islands, ports] = archipelago().map(({ text }) => readGeoJson(text));
  if (!islands?.ok || !ports?.ok) throw new Error('It is not taken.');
  expect(describeGeometry(islands.geometry)).toEqual({
    areas: PORTS.length,
    points: 0,
    properties: ['port', 'island'],
  });
  expect(describeGeometry(ports.geometry)).toEqual({ areas: 0, points: PORTS.length, properties: ['port'] });
  for (const { geometry } of [islands, ports])
    expect(geometry.features.map(({ properties }) => properties.port).sort()).toEqual([...PORTS].sort());
});

test('every coast lies nearer to its own port than to any other', () => {
  const [islands, ports] = archipelago().map(({ text }) => readGeoJson(text));
  if (!islands?.ok || !ports?.ok) throw new Error('It is not taken.');
  const places = ports.geometry.features.map(({ properties, points }) => ({
    port: properties.port,
    at: points[0]!,
  }));
  for (const { properties, areas } of islands.geometry.features)
    for (const [x, y] of areas[0]!.flat()) {
      const far = ({ at }: (typeof places)[number]) => Math.hypot((at[0] - x) * 0.62, at[1] - y);
      const nearest = [...places].sort((a, b) => far(a) - far(b))[0]!;
      expect(nearest.port).toBe(properties.port);
    }
});
