/** The rows behind a mark: asked for as the mark is, with the columns and the order that are wanted. */
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { RowsBehind } from '../../../contract/rows';
import { bar, line } from '../../../core/dashboard/document/testing';
import type { Visual } from '../../../core/dashboard/document/document';
import { showIn } from '../../workspace/testing';
import { crosstab, figure, open } from '../comparing/testing';
import { DataPanel } from '../data/DataPanel';
import { useDataAsked } from '../data/dataAsked';
import { VisualBody } from '../VisualBody';
import { useVisualAnswer } from '../../workspace/workspace';
import { RowsPanel } from './RowsPanel';
import { useRowsAsked } from '../../workspace/rowsAsked';

const ALL = [
  { key: 'day', name: 'day', type: 'day', scale: 0 },
  { key: 'route', name: 'route', type: 'text', scale: 0 },
  { key: 'seats', name: 'seats', type: 'whole', scale: 0 },
];
let asked: Record<string, unknown>[] = [];
let answer: RowsBehind;

beforeEach(() => {
  asked = [];
  answer = {
    total: 1234,
    columns: ['day', 'route'],
    rows: [{ id: 1, values: ['1970-01-21', 'Veldry'] }],
    dataset: 'Trips',
    all: ALL,
    datasets: [],
    hasSides: false,
  };
  globalThis.fetch = jest.fn((_path: string, init: { body: string }) => {
    asked.push(JSON.parse(init.body) as Record<string, unknown>);
    return Promise.resolve({ ok: true, status: 200, json: () => Promise.resolve(answer) });
  }) as unknown as typeof fetch;
});
afterEach(() =>
  act(() => {
    useRowsAsked.getState().open(null);
    useDataAsked.getState().open(null);
  }),
);

function Shown({ visual }: { visual: Visual }) {
  return <VisualBody visual={visual} answer={useVisualAnswer('it')} />;
}

async function shown(visual: Visual) {
  const dashboard = await open(visual);
  showIn(
    dashboard,
    <>
      <Shown visual={visual} />
      <DataPanel onClose={() => useDataAsked.getState().open(null)} />
      <RowsPanel onClose={() => useRowsAsked.getState().open(null)} />
    </>,
  );
  return dashboard;
}
const panel = () => screen.findByRole('complementary', { name: 'Rows behind' });
const mark = () => {
  const { measure, days, within: values, beyond, baseline, period } = asked[0]!.of as Record<string, unknown>;
  return { measure, days, within: values, beyond, baseline, period };
};
const PLAIN = { measure: 0, days: null, within: [], beyond: [], baseline: null, period: null };
const ROUTE = { dataset: 'trips', column: 'route' };

test('of a figure: its number leads to them, and they are counted', async () => {
  await shown(figure());
  fireEvent.click(screen.getByRole('button', { name: '60' }));
  expect((await panel()).textContent).toContain('Seats');
  await waitFor(() => expect(screen.getByText(/1,234 rows of Trips/)).toBeTruthy());
  expect(mark()).toEqual(PLAIN);
  // The panel and its grid ask for the first page together.
  await screen.findByRole('grid');
  expect(asked).toHaveLength(1);
});

test('of a bar: by the other button of the pointer', async () => {
  await shown(bar('it'));
  const chart = screen.getByRole('img');
  fireEvent.keyDown(chart, { key: 'Home' });
  fireEvent.keyDown(chart, { key: 'Enter', shiftKey: true });
  expect((await panel()).textContent).toContain('Seats, Tamsel');
  await waitFor(() => expect(asked.length).toBeGreaterThan(0));
  expect(mark()).toEqual({ ...PLAIN, within: [{ dimension: ROUTE, value: 'Tamsel' }] });
});

test('of a cell of a crosstab, and of a row of its data', async () => {
  await shown(crosstab({ columns: { kind: 'grain' }, grain: 'month', compare: null }));
  const cells = within(screen.getByRole('row', { name: /^Veldry/ })).getAllByRole('cell');
  fireEvent.contextMenu(cells[0]!);
  expect((await panel()).textContent).toContain('Seats, Veldry, January 1970');
  await waitFor(() => expect(asked.length).toBeGreaterThan(0));
  expect(mark()).toEqual({
    ...PLAIN,
    days: ['1970-01-01', '1970-01-31'],
    within: [{ dimension: ROUTE, value: 'Veldry' }],
  });
});

test('of a figure in the data: of a bucket now, and of the days it is compared with', async () => {
  await shown(
    figure({
      kind: 'line',
      grain: 'day',
      compare: { with: ['b1'], show: ['value'], days: 'as asked', per: 'total', open: true },
    }),
  );
  act(() => useDataAsked.getState().open('it'));
  const figureAt = (place: number) =>
    within(screen.getByRole('row', { name: /^Wed 21 Jan 1970/ })).getAllByRole('button')[place]!;
  fireEvent.click(figureAt(0));
  await waitFor(() => expect(asked.length).toBeGreaterThan(0));
  expect(mark()).toEqual({ ...PLAIN, days: ['1970-01-21', '1970-01-21'] });
  // There is room for one panel: the rows took the place of the data.
  asked = [];
  act(() => useDataAsked.getState().open('it'));
  fireEvent.click(figureAt(1));
  await waitFor(() => expect(asked.length).toBeGreaterThan(0));
  expect(mark()).toEqual({ ...PLAIN, baseline: 'b1', days: ['1970-01-11', '1970-01-11'] });
});

test('columns are chosen, and at least one stays', async () => {
  await shown(figure());
  fireEvent.click(screen.getByRole('button', { name: '60' }));
  fireEvent.click(await screen.findByRole('button', { name: 'Columns (2 of 3)' }));
  fireEvent.click(screen.getByRole('menuitemcheckbox', { name: 'seats' }));
  await waitFor(() => expect(asked.at(-1)).toMatchObject({ columns: ['day', 'route', 'seats'] }));
  for (const name of ['day', 'route', 'seats'])
    fireEvent.click(screen.getByRole('menuitemcheckbox', { name }));
  expect(screen.getAllByRole('menuitemcheckbox', { checked: true })).toHaveLength(1);
});

test('a ratio has the rows of both of its measures', async () => {
  answer = { ...answer, hasSides: true };
  await shown({ ...(line('it', 'share') as object), kind: 'figure' } as Visual);
  fireEvent.click(screen.getAllByRole('button')[0]!);
  fireEvent.click(await screen.findByRole('button', { name: 'Rows' }));
  await waitFor(() => expect(asked.at(-1)).toMatchObject({ of: { side: 'under' } }));
});

test('an answer of another form is told, and nothing is drawn from it', async () => {
  answer = { total: 'many' } as unknown as RowsBehind;
  await shown(figure());
  fireEvent.click(screen.getByRole('button', { name: '60' }));
  expect((await screen.findByRole('alert')).textContent).toContain('Reload the page');
});

test('of a value of a slicer: of each of its datasets', async () => {
  answer = { ...answer, datasets: ['Trips', 'Fuel'] };
  await shown(figure());
  act(() => useRowsAsked.getState().open({ slicer: 'route', path: ['Veldry'], words: 'Route: Veldry' }));
  expect((await panel()).textContent).toContain('Route: Veldry');
  await waitFor(() =>
    expect(asked.at(-1)).toMatchObject({ of: { slicer: 'route', path: ['Veldry'], use: 0 } }),
  );
  fireEvent.click(await screen.findByRole('button', { name: 'Fuel' }));
  await waitFor(() =>
    expect(asked.at(-1)).toMatchObject({ of: { path: ['Veldry'], use: 1 }, columns: null }),
  );
});
