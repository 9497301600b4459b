import { screen } from '@testing-library/react';
import type { DatasetSummary } from '../../contract/datasets';
import { serve, show } from '../ui/testing';
import { LoadsSection, RefusalsSection } from './LoadsSection';

const dataset = (refused: number) => ({ key: 'trips', load: 9, refused }) as unknown as DatasetSummary;
const load = (more: object) => ({
  id: 1,
  mode: 'replace',
  status: 'done',
  source: 'trips.csv',
  startedAt: '2026-06-02 08:00:00',
  finishedAt: '2026-06-02 08:00:09',
  rowsLoaded: 1234,
  rowsRefused: 0,
  rowsTotal: 5678,
  bytes: 99,
  message: null,
  changes: null,
  actor: 'page',
  ...more,
});
const cells = (i: number) => [...screen.getAllByRole('row')[i]!.children].map((cell) => cell.textContent);

test('loads are told by how they came, what became of them, and the rows in use after', async () => {
  serve({
    '/api/datasets/trips/loads': [
      load({}),
      load({ id: 2, mode: 'append', actor: 'command', rowsRefused: 7 }),
      load({ id: 3, status: 'failed', message: 'The disk is full.' }),
      load({ id: 4, mode: 'live' }),
      load({ id: 5, mode: 'move', source: 'spread over north, south' }),
    ],
  });
  await show(<LoadsSection dataset={dataset(0)} />);
  expect(cells(1).slice(1)).toEqual(['trips.csv', 'page', 'replaced', 'done', '', '1,234', '0', '5,678']);
  expect(cells(2).slice(2, 5)).toEqual(['command', 'added', 'done']);
  expect(cells(2)[7]).toBe('7');
  expect(cells(3)[4]).toBe('failed: The disk is full.');
  expect(cells(3)[8]).toBe('–');
  expect(cells(4)[3]).toBe('read live');
  expect(cells(5).slice(1, 4)).toEqual(['spread over north, south', 'page', 'moved']);
});

const refusals = (count: number) =>
  Array.from({ length: count }, (_, i) => ({
    line: 1000 + i,
    column: i === 0 ? '' : 'day',
    value: 'Veldry',
    reason: 'Not a date',
  }));

test('no refused rows, no section, and nothing is asked for', async () => {
  serve({});
  await show(<RefusalsSection dataset={dataset(0)} />);
  expect(screen.queryByRole('table')).toBeNull();
  expect(global.fetch).not.toHaveBeenCalled();
});

test('a refused row is told by its line, a hundred of them; of more it is said where they are', async () => {
  serve({ '/api/datasets/trips/refusals': refusals(100) });
  const { unmount } = await show(<RefusalsSection dataset={dataset(100)} />);
  expect(cells(1)).toEqual(['1,000', '(whole row)', 'Veldry', 'Not a date']);
  expect(cells(2)[1]).toBe('day');
  expect(screen.queryByText(/^The first 100/)).toBeNull();
  unmount();
  serve({ '/api/datasets/trips/refusals': refusals(101) });
  await show(<RefusalsSection dataset={dataset(101)} />);
  expect(screen.getAllByRole('row')).toHaveLength(101);
  expect(screen.getByText(/^The first 100 are listed/)).toBeTruthy();
});
