/** Geometry for maps: brought in, told with its uses, and removed with a way back. */
import { fireEvent, screen, within } from '@testing-library/react';
import { serve, settled, show, takeFile } from '../ui/testing';
import { GeometrySection } from './GeometrySection';

const ISLES = {
  key: 'isles',
  name: 'Isles',
  version: 1,
  areas: 1200,
  points: 3,
  properties: ['port', 'a', 'b', 'c', 'd', 'e', 'f'],
  source: 'isles.geojson',
  uses: [] as { id: number; title: string }[],
};
const SHAPES = { features: [{ properties: { port: 'Quern' }, areas: [], points: [[1, 50]] }] };

async function section(list: readonly object[], answers: Record<string, unknown> = {}) {
  const sent = serve({ 'GET /api/geometries': list, ...answers });
  await show(<GeometrySection />);
  return sent;
}
/** What was sent as a text, with where it was sent. */
const texts = () =>
  jest
    .mocked(fetch)
    .mock.calls.filter(([, init]) => init?.method === 'POST')
    .map(([address, init]) => [address, init!.body]);
const take = (name: string, text: string, size?: number) => takeFile('GeoJSON file', name, text, size);
const remove = () => screen.getByRole('button', { name: 'Remove Isles' });

test('without any it says what it is for', async () => {
  await section([]);
  expect(screen.getByText(/^None yet/)).toBeTruthy();
});

test('each tells what it holds, from where it is, and what draws it: then it cannot be removed', async () => {
  await section([{ ...ISLES, uses: [{ id: 4, title: 'Sea' }] }]);
  const row = within(screen.getAllByRole('row')[1]!);
  expect(row.getAllByRole('cell').map((cell) => cell.textContent)).toEqual([
    'Islesisles.geojson',
    '1,200',
    '3',
    'port, a, b, c, d, e',
    'Sea',
    'Remove',
  ]);
  expect(row.getByRole('link', { name: 'Sea' }).getAttribute('href')).toBe('/dashboards/4');
  expect(remove()).toHaveProperty('disabled', true);
});

test('a file is sent as it is, under a name of its own', async () => {
  await section([], { 'POST /api/geometries': {} });
  await take('north_isles.geojson', '{}');
  expect(texts()).toEqual([[expect.stringContaining('source=north_isles.geojson'), '{}']]);
  expect(new URLSearchParams((texts()[0]![0] as string).split('?')[1]).get('name')).not.toContain('.');
});

test('one that is too large is not sent', async () => {
  await section([]);
  await take('all.geojson', '{}', 31 * 1024 * 1024);
  expect(screen.getByRole('alert').textContent).toContain('all.geojson is larger than 30 MB');
  expect(texts()).toEqual([]);
});

test('why one is refused is told, until another one is taken', async () => {
  await section([], { 'POST /api/geometries': { refuse: 'Line 2 is no GeoJSON.' } });
  await take('bad.geojson', '{}');
  expect(screen.getByRole('alert').textContent).toBe('Line 2 is no GeoJSON.');
  expect(screen.getByRole('button', { name: 'Bring GeoJSON in' })).toHaveProperty('disabled', false);
  serve({ 'GET /api/geometries': [ISLES], 'POST /api/geometries': {} });
  await take('good.geojson', '{}');
  expect(screen.queryByRole('alert')).toBeNull();
});

const REMOVED = { 'GET /api/geometries/isles': SHAPES, 'DELETE /api/geometries/isles': {} };

test('one is removed, and comes back from its shapes', async () => {
  const sent = await section([ISLES], { ...REMOVED, 'POST /api/geometries': {} });
  fireEvent.click(remove());
  await settled();
  expect(sent.map(({ method }) => method)).toEqual(['DELETE']);
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await settled();
  const [address, text] = texts()[0]!;
  expect(address).toContain('name=Isles&source=isles.geojson');
  expect(JSON.parse(text as string)).toMatchObject({ type: 'FeatureCollection' });
});

test('that it could not come back is told', async () => {
  await section([ISLES], { ...REMOVED, 'POST /api/geometries': { refuse: 'The disk is full.' } });
  fireEvent.click(remove());
  await settled();
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await settled();
  expect(screen.getByRole('alert').textContent).toBe('The disk is full.');
});
