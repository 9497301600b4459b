/** What was deleted, brought back or deleted for good. */
import { screen } from '@testing-library/react';
import { BinSection } from './BinSection';
import { click, serve, show } from './testing';

const entry = (kind: 'dashboard' | 'dataset', id: string, name: string) => ({
  kind,
  id,
  name,
  deletedAt: '2026-06-01T08:00:00Z',
  goneAt: '2026-07-01T08:00:00Z',
});
const ENTRIES = [
  entry('dashboard', '3', 'Sea'),
  entry('dataset', 'trips', 'Trips'),
  entry('dashboard', '5', 'Staff'),
];

async function bin(answers: Record<string, unknown> = {}, entries: readonly object[] = ENTRIES) {
  const sent = serve({ 'GET /api/bin': entries, ...answers });
  await show(<BinSection kind="dashboard" />);
  return sent;
}

test('an empty one is not there, nor is one of other things', async () => {
  await bin({}, [entry('dataset', 'trips', 'Trips')]);
  expect(screen.queryByRole('region', { name: 'Bin' })).toBeNull();
});

test('it says how many are in it, and shows them, with how long, when it is opened', async () => {
  await bin();
  expect(screen.queryByText('Sea')).toBeNull();
  await click('Bin: 2 deleted');
  expect(screen.getByText('Sea')).toBeTruthy();
  expect(screen.queryByText('Trips')).toBeNull();
  expect(screen.getAllByText(/^deleted .*1 Jun 2026.*, kept until .*1 Jul 2026/)).toHaveLength(2);
  await click('Close the bin');
  expect(screen.queryByText('Sea')).toBeNull();
});

test('one is brought back, or it is told why not', async () => {
  const sent = await bin({ 'POST /api/dashboards/3/restore': {} });
  await click('Bin: 2 deleted');
  await click('Bring Sea back');
  expect(sent).toEqual([{ method: 'POST', path: '/api/dashboards/3/restore', body: null }]);
  await click('Bring Staff back');
  expect(screen.getByText('Nothing at /api/dashboards/5/restore.')).toBeTruthy();
});

test('one is deleted for good once one says so', async () => {
  const sent = await bin({ 'DELETE /api/bin': {} });
  await click('Bin: 2 deleted');
  await click('Delete for good Sea');
  expect(screen.getByText('It cannot be brought back then.')).toBeTruthy();
  await click('Delete for good it');
  expect(sent).toEqual([{ method: 'DELETE', path: '/api/bin', body: { kind: 'dashboard', id: '3' } }]);
});
