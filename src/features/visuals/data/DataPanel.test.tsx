/** The figures of a visual in rows, beside it. */
import { act, fireEvent, render, screen, within } from '@testing-library/react';
import { line } from '../../../core/dashboard/document/testing';
import type { Visual } from '../../../core/dashboard/document/document';
import { compareWith } from '../../../core/dashboard/document/kinds/compare';
import { showIn } from '../../workspace/testing';
import { open } from '../comparing/testing';
import { useDataAsked } from './dataAsked';
import { DataPanel } from './DataPanel';
import { DataRows } from './DataRows';

afterEach(() => act(() => useDataAsked.getState().open(null)));

const course = { ...line('it'), title: 'Course', compare: compareWith(['b1']) } as Visual;

test('the rows are those of the chart, with the days compared with; they follow what is held', async () => {
  const dashboard = await open(course);
  showIn(dashboard, <DataPanel onClose={() => useDataAsked.getState().open(null)} />);
  expect(screen.queryByRole('table')).toBeNull();
  act(() => useDataAsked.getState().open('it'));
  const table = screen.getByRole('table');
  expect(
    within(table)
      .getAllByRole('columnheader')
      .map((head) => head.textContent),
  ).toEqual([
    'Day',
    'Seats',
    'Seats, before',
    'Seats against before, change',
    'Seats against before, change (%)',
    'Day, before',
  ]);
  const row = within(table).getByRole('row', { name: /^Wed 21 Jan 1970/ });
  expect(
    within(row)
      .getAllByRole('cell')
      .map((cell) => cell.textContent),
  ).toEqual(['6', '2', '4', '+200 %', '11 Jan 1970']);
  act(() => dashboard.held.hold('span', '1970-01-29/1970-01-30'));
  await dashboard.answer();
  expect(within(screen.getByRole('table')).getAllByRole('row')).toHaveLength(3);
});

test('Close ends it', async () => {
  showIn(await open(course), <DataPanel onClose={() => useDataAsked.getState().open(null)} />);
  act(() => useDataAsked.getState().open('it'));
  fireEvent.click(screen.getByRole('button', { name: 'Close' }));
  expect(screen.queryByRole('table')).toBeNull();
});

test('an empty window says so in the place of rows', async () => {
  const dashboard = await open(course, { window: '1980' });
  showIn(dashboard, <DataPanel onClose={() => useDataAsked.getState().open(null)} />);
  act(() => useDataAsked.getState().open('it'));
  expect(screen.getByRole('complementary').textContent).toContain('No data');
});

test('a long table is drawn in part, and whole when asked for', () => {
  const rows = Array.from({ length: 1000 }, (_, i) => [i]);
  const { container } = render(
    <DataRows name="it" data={{ columns: [{ kind: 'number', name: 'n', unit: '', decimals: 0 }], rows }} />,
  );
  expect(container.querySelectorAll('tbody tr')).toHaveLength(400);
  fireEvent.click(screen.getByRole('button', { name: /show all 1,000/ }));
  expect(container.querySelectorAll('tbody tr')).toHaveLength(1000);
});
