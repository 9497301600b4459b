/** Selections in the page: saved as they are or fixed, opened, saved over, seen first, shipped, deleted and brought back. */
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { SavedSelection } from '../../../contract/selections';
import { bar, slicer, timeline } from '../../../core/dashboard/document/testing';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { said, type } from '../../ui/testing';
import { openDashboard, showIn, type OpenDashboard } from '../../workspace/testing';
import { firstSeen, keepFirstSeen } from './firstSeen';
import { SelectionsButton } from './SelectionsPanel';
import { useFirstSeen } from './useFirstSeen';

let stored: SavedSelection[] = [];
const answer = (status: number, body: unknown) =>
  Promise.resolve({ ok: status < 400, status, json: () => Promise.resolve(body), headers: new Headers() });

beforeEach(() => {
  localStorage.clear();
  stored = [];
  globalThis.fetch = jest.fn((path: string, init: { method: string; body?: string }) => {
    const id = Number(/selections\/(\d+)$/.exec(path)?.[1]);
    const body = init.body === undefined ? {} : (JSON.parse(init.body) as Partial<SavedSelection>);
    if (init.method === 'GET') return answer(200, stored);
    if (init.method === 'POST') {
      if (stored.some((entry) => entry.name === body.name))
        return answer(409, {
          error: { code: 'name-twice', message: 'There is a selection of that name already.' },
        });
      const made = {
        id: stored.length + 1,
        name: body.name!,
        parts: body.parts!,
        savedAt: '2026-06-03T08:00:00Z',
      };
      stored = [...stored, made];
      return answer(201, made);
    }
    if (init.method === 'DELETE') stored = stored.filter((entry) => entry.id !== id);
    else stored = stored.map((entry) => (entry.id === id ? { ...entry, ...body } : entry));
    return answer(200, stored.find((entry) => entry.id === id) ?? null);
  }) as unknown as typeof fetch;
});

async function opened(): Promise<OpenDashboard> {
  const dashboard = await openDashboard(
    documentOf(bar('it'), timeline('span', 'last 7 days'), slicer('route')),
  );
  showIn(dashboard, <SelectionsButton id={7} />);
  fireEvent.click(screen.getByRole('button', { name: 'Selections' }));
  await screen.findByText(/None yet/);
  return dashboard;
}
async function save(name: string) {
  fireEvent.change(screen.getByLabelText('Save what is held now as'), { target: { value: name } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await screen.findByRole('button', { name });
}
const entry = (name: string) => within(screen.getByRole('button', { name }).closest('li')!);

test('saved as it is held: rolling days stay rolling; opened again it is what is held', async () => {
  const dashboard = await opened();
  act(() => dashboard.held.hold('span', 'last 3 days'));
  await save('Short');
  expect(stored[0]!.parts).toEqual({ 'p.span': 'last 3 days' });
  expect(entry('Short').getByText('held now')).toBeTruthy();
  act(() => dashboard.held.reset());
  fireEvent.click(screen.getByRole('button', { name: 'Short' }));
  expect(dashboard.held.state.periods).toEqual({ span: 'last 3 days' });
});

test('fixed: the days of now and the day of now', async () => {
  const dashboard = await opened();
  fireEvent.click(screen.getByRole('radio', { name: 'These days for ever' }));
  await save('Fixed');
  expect(stored[0]!.parts).toMatchObject({ 'as-of': '1970-03-02' });
  expect(Object.values(stored[0]!.parts).join(' ')).toMatch(/1970-0\d-\d\d\/1970-0\d-\d\d/);
  fireEvent.click(screen.getByRole('button', { name: 'Fixed' }));
  expect(dashboard.held.state.asOf).toBe('1970-03-02');
});

test('a name that is taken, and none at all, are told where they are typed, until it is typed anew', async () => {
  await opened();
  const field = () => screen.getByLabelText('Save what is held now as');
  expect(said(field())).not.toMatch(/^wrong/);
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(said(field())).toBe('wrong: Give it a name.'));
  type(field(), 'O');
  expect(said(field())).not.toMatch(/^wrong/);
  await save('Once');
  type(field(), 'Once');
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(said(field())).toBe('wrong: There is a selection of that name already.'));
});

test('saved over, deleted, and brought back', async () => {
  const dashboard = await opened();
  await save('Mine');
  act(() => dashboard.held.hold('route', ['Veldry']));
  fireEvent.click(screen.getByRole('button', { name: 'Save over Mine' }));
  await waitFor(() => expect(Object.values(stored[0]!.parts)).toEqual(['Veldry']));
  fireEvent.click(await screen.findByRole('button', { name: 'Delete Mine' }));
  await waitFor(() => expect(stored).toEqual([]));
  fireEvent.click(await screen.findByRole('button', { name: 'Undo' }));
  await waitFor(() => expect(stored.map(({ name }) => name)).toEqual(['Mine']));
});

test('shipped with the dashboard it is part of the design, and undone there', async () => {
  const dashboard = await opened();
  act(() => dashboard.held.hold('route', ['Tamsel']));
  await save('Port side');
  fireEvent.click(screen.getByRole('button', { name: 'Ship Port side with the dashboard' }));
  await waitFor(() => expect(stored).toEqual([]));
  expect(dashboard.store.getState().document.selections).toMatchObject([{ id: 's1', name: 'Port side' }]);
  expect(await screen.findByText(/with the dashboard/)).toBeTruthy();
  act(() => dashboard.store.temporal.getState().undo());
  expect(dashboard.store.getState().document.selections ?? []).toEqual([]);
});

test('seen first: kept in this browser, and shown where the address asks for nothing', async () => {
  const dashboard = await opened();
  act(() => dashboard.held.hold('span', 'last 3 days'));
  await save('Short');
  fireEvent.click(screen.getByRole('button', { name: 'See Short first' }));
  expect(firstSeen(7)).toEqual({ ref: 'saved 1', parts: { 'p.span': 'last 3 days' } });
  fireEvent.click(screen.getByRole('button', { name: 'Do not see Short first' }));
  expect(firstSeen(7)).toBeNull();
});

function Opens() {
  useFirstSeen(7);
  return null;
}

test('what was chosen to be seen first gives way to an address that asks for something', async () => {
  keepFirstSeen(7, 'saved 1', { 'p.span': 'last 3 days' });
  const document = documentOf(bar('it'), timeline('span', 'last 7 days'));
  const fresh = await openDashboard(document);
  showIn(fresh, <Opens />);
  await waitFor(() => expect(fresh.held.state.periods).toEqual({ span: 'last 3 days' }));
  const asked = await openDashboard(document);
  act(() => asked.held.hold('span', '1970-01'));
  showIn(asked, <Opens />);
  expect(asked.held.state.periods).toEqual({ span: '1970-01' });
});

test.each(['', '{', '{"ref":1}', '{"ref":"saved 1","parts":{"p.span":7}}'])(
  '%j in the browser does no harm',
  (kept) => {
    localStorage.setItem('dathen-first-7', kept);
    expect(firstSeen(7)).toBeNull();
  },
);
