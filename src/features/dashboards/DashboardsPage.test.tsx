/** The list of dashboards: finding, ordering, making, importing, and taking away with a way back. */
import { fireEvent, screen, within } from '@testing-library/react';
import type { DashboardEntry } from '../../contract/dashboards';
import { emptyDocument } from '../../core/dashboard/document/document';
import { type Sent, serve, settled, show, takeFile, type } from '../ui/testing';
import { DashboardsPage } from './DashboardsPage';

const pushed: string[] = [];
jest.mock('next/navigation', () => ({
  usePathname: () => '/',
  useRouter: () => ({ push: (to: string) => pushed.push(to) }),
}));

/** Rows are out of sight: what they show now is not asked for. */
class NothingInSight {
  observe() {}
  unobserve() {}
  disconnect() {}
}
Object.assign(globalThis, { IntersectionObserver: NothingInSight });
beforeEach(() => {
  localStorage.clear();
  pushed.length = 0;
});

const entry = (id: number, title: string, more: Partial<DashboardEntry> = {}): DashboardEntry => ({
  id,
  title,
  revision: 1,
  updatedAt: `2026-06-0${(id % 9) + 1}T08:00:00Z`,
  visuals: 3,
  controls: 1,
  pages: 1,
  tags: [],
  problem: null,
  layout: [],
  ...more,
});
const THREE = [
  entry(1, 'Quay of Veldry', { tags: ['ferries'] }),
  entry(2, 'Tariffs', { tags: ['ferries', 'money'] }),
  entry(3, 'Staff'),
];

async function page(
  entries: readonly DashboardEntry[],
  answers: Record<string, unknown> = {},
): Promise<Sent[]> {
  const sent = serve({ 'GET /api/dashboards': entries, '/api/bin': [], '/api/datasets': [{}], ...answers });
  await show(<DashboardsPage />);
  return sent;
}
const titles = () =>
  within(screen.getByRole('table', { name: 'Dashboards' }))
    .getAllByRole('link')
    .map((link) => link.textContent)
    .filter((text) => text !== '');
const search = () => screen.getByRole('searchbox', { name: 'Find a dashboard' });
const tag = (name: string) =>
  screen.getAllByRole('button', { name }).find((each) => each.hasAttribute('aria-pressed'))!;
const take = (name: string, content: string) => takeFile('Dashboard file', name, content);

async function remove(title: string) {
  fireEvent.click(screen.getByRole('button', { name: `More of ${title}` }));
  fireEvent.click(screen.getByRole('menuitem', { name: /Delete/ }));
  await settled();
}

test('all are listed, those changed last first; by name when that is wanted', async () => {
  await page(THREE);
  expect(titles()).toEqual(['Staff', 'Tariffs', 'Quay of Veldry']);
  fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Order' }));
  fireEvent.click(screen.getByRole('option', { name: 'By name' }));
  expect(titles()).toEqual(['Quay of Veldry', 'Staff', 'Tariffs']);
});

test('a search and a tag leave those that fit; when none does, all are one click away', async () => {
  await page(THREE);
  fireEvent.click(tag('ferries'));
  expect(titles()).toEqual(['Tariffs', 'Quay of Veldry']);
  type(search(), 'veld');
  expect(titles()).toEqual(['Quay of Veldry']);
  fireEvent.click(tag('ferries'));
  type(search(), 'nowhere');
  expect(screen.queryByRole('table')).toBeNull();
  expect(screen.getByRole('status').textContent).toContain('No dashboard fits.');
  fireEvent.click(screen.getByRole('button', { name: 'Show all 3' }));
  expect(titles()).toHaveLength(3);
});

test('favourites come first, and can be shown alone', async () => {
  localStorage.setItem('dathen-dashboards', JSON.stringify({ favourites: [1], opened: {} }));
  await page(THREE);
  expect(titles()).toEqual(['Quay of Veldry', 'Staff', 'Tariffs']);
  fireEvent.click(tag('Favourites'));
  expect(titles()).toEqual(['Quay of Veldry']);
});

test('those opened last come first', async () => {
  localStorage.setItem('dathen-dashboards', JSON.stringify({ favourites: [], opened: { 1: 2000, 2: 1000 } }));
  await page(THREE);
  expect(titles()).toEqual(['Quay of Veldry', 'Tariffs', 'Staff']);
});

test('of very many some are shown, and a new search begins at the top', async () => {
  await page(Array.from({ length: 120 }, (_, i) => entry(i + 1, `Pier ${i + 1}`)));
  expect(titles()).toHaveLength(50);
  fireEvent.click(screen.getByRole('button', { name: 'Show more: 70 are below' }));
  expect(titles()).toHaveLength(100);
  type(search(), 'pier');
  expect(titles()).toHaveLength(50);
});

test('a new one is made, and opened to be arranged', async () => {
  const made = {
    id: 9,
    revision: 1,
    savedAt: '2026-06-03T08:00:00Z',
    document: emptyDocument('New dashboard'),
  };
  const sent = await page(THREE, { 'POST /api/dashboards': made });
  fireEvent.click(screen.getByRole('button', { name: 'New dashboard' }));
  await settled();
  expect(sent[0]).toMatchObject({ path: '/api/dashboards', body: { title: 'New dashboard' } });
  expect(pushed).toEqual(['/dashboards/9?mode=arrange']);
});

test('one is brought in from a file', async () => {
  const document = emptyDocument('From elsewhere');
  const sent = await page(THREE, {
    'POST /api/dashboards': { id: 10, revision: 1, savedAt: '2026-06-03T08:00:00Z', document },
  });
  await take('elsewhere.json', JSON.stringify(document));
  expect(sent[0]!.body).toMatchObject({ title: 'From elsewhere' });
  expect(pushed).toEqual(['/dashboards/10?mode=arrange']);
});

test('a file that is none is not, and a table of data is shown where it belongs', async () => {
  const sent = await page(THREE);
  await take('notes.json', '{"a":');
  expect(screen.getByText(/^notes.json is not a dashboard: /)).toBeTruthy();
  await take('trips.csv', 'day,seats');
  expect(screen.getByText(/^trips.csv looks like a table of data/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Go there' }));
  expect(pushed).toEqual(['/datasets']);
  expect(sent).toEqual([]);
});

test('one that is taken away is in the bin, and comes back', async () => {
  const sent = await page(THREE, { 'DELETE /api/dashboards/2': {}, 'POST /api/dashboards/2/restore': {} });
  await remove('Tariffs');
  expect(screen.getByText('“Tariffs” is in the bin.')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await settled();
  expect(sent.map(({ method, path }) => `${method} ${path}`)).toEqual([
    'DELETE /api/dashboards/2',
    'POST /api/dashboards/2/restore',
  ]);
});

test('what the server refuses is told', async () => {
  await page(THREE, { 'DELETE /api/dashboards/2': { refuse: 'You may not delete it.' } });
  await remove('Tariffs');
  expect(screen.getByText('You may not delete it.')).toBeTruthy();
  expect(screen.queryByText(/is in the bin/)).toBeNull();
});

test('where there is none the next step is said: with data, to make one', async () => {
  await page([]);
  expect(screen.getByText(/^No dashboards yet/)).toBeTruthy();
  expect(screen.queryByRole('searchbox')).toBeNull();
});

test('why there is no list is told', async () => {
  serve({ 'GET /api/dashboards': { refuse: 'The database is away.' }, '/api/bin': [] });
  await show(<DashboardsPage />);
  expect(screen.getAllByRole('alert')[0]!.textContent).toBe('The database is away.');
});
