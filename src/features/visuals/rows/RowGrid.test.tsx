/** A grid of rows that could not be read says why, and reads them when asked again. */
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, fireEvent, render, screen, waitFor } from '@testing-library/react';
import type { RowPage } from '../../../contract/rows';
import { RowGrid } from './RowGrid';

const COLUMNS = [{ key: 'route', name: 'route', type: 'text', scale: 0 }] as const;
const PAGE: RowPage = { total: 1, columns: ['route'], rows: [{ id: 1, values: ['Veldry'] }] };

const show = (load: () => Promise<RowPage>, rowCount = 1) =>
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <RowGrid name="Sailings" columns={COLUMNS} rowCount={rowCount} identity={['here']} load={load} />
    </QueryClientProvider>,
  );

test('why, not that there are none', async () => {
  const load = jest
    .fn<Promise<RowPage>, []>()
    .mockRejectedValueOnce(new Error('The node “south” does not answer.'))
    .mockResolvedValue(PAGE);
  show(load);
  const alert = await screen.findByRole('alert');
  expect(alert.textContent).toContain('The rows could not be read: The node “south” does not answer.');
  expect(screen.queryByText('No rows')).toBeNull();
  await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Try again' })));
  await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
  expect(load).toHaveBeenCalledTimes(2);
});

test('where all is read nothing is said of it', async () => {
  const load = jest.fn(() => Promise.resolve(PAGE));
  await act(async () => void show(load));
  expect(load).toHaveBeenCalledTimes(1);
  expect(screen.queryByRole('alert')).toBeNull();
});
