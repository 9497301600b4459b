import { fireEvent, screen } from '@testing-library/react';
import type { DatasetSummary } from '../../contract/datasets';
import { serve, settled, show } from '../ui/testing';
import { DatasetsPage } from './DatasetsPage';

jest.mock('next/navigation', () => ({
  usePathname: () => '/datasets',
  useRouter: () => ({ push: jest.fn() }),
}));

const summary = (number: number): DatasetSummary =>
  ({
    id: number,
    key: `trips${number}`,
    name: `Trips of harbour ${number}`,
    rows: 1000 + number,
    load: number,
    loadedAt: '2026-06-03T08:00:00Z',
    columns: [],
    measures: [],
    roles: [{ key: 'day', name: 'day' }],
    timeZone: 'UTC',
    source: `trips-${number}.csv`,
    refused: 0,
    origin: null,
    nodes: [],
    live: false,
    coverage: {
      day: { first: '2025-01-01', last: '2025-12-31', days: 365, blank: 0, outside: 0, holes: [] },
    },
  }) as unknown as DatasetSummary;

async function page(count: number) {
  serve({
    '/api/datasets': Array.from({ length: count }, (_, i) => summary(i + 1)),
    '/api/geometries': [],
    '/api/bin': [],
    '/api/connections': [],
  });
  await show(<DatasetsPage />);
}
const rows = () =>
  screen.queryAllByRole('link', { name: /^Trips of harbour/ }).map((link) => link.textContent);

test('a few datasets are all there, without a search', async () => {
  await page(3);
  expect(rows()).toEqual(['Trips of harbour 1', 'Trips of harbour 2', 'Trips of harbour 3']);
  expect(screen.queryByRole('searchbox')).toBeNull();
});

test('many are searched by name and file, and shown some at a time', async () => {
  await page(130);
  expect(rows()).toHaveLength(60);
  fireEvent.click(screen.getByRole('button', { name: 'Show more: 70 are below' }));
  expect(rows()).toHaveLength(120);
  const search = screen.getByRole('searchbox', { name: 'Find a dataset' });
  fireEvent.change(search, { target: { value: 'harbour trips-12.csv' } });
  await settled();
  expect(rows()).toEqual(['Trips of harbour 12']);
  fireEvent.change(search, { target: { value: 'nowhere' } });
  expect(screen.getByText('None of the 130 datasets has “nowhere” in it.')).toBeTruthy();
});
