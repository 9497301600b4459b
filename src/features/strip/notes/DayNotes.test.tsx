import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, fireEvent, render, screen } from '@testing-library/react';
import type { StoredNote } from '../../../contract/notes';
import { parseIsoDay } from '../../../core/calendar/day';
import { NoticeProvider } from '../../ui/Notice';
import { DayNotes } from './DayNotes';

/** Keeps notes as the server does. */
function serve(notes: StoredNote[]): string[] {
  const sent: string[] = [];
  global.fetch = jest.fn((path: string, init?: RequestInit) => {
    const method = init?.method ?? 'GET';
    const body =
      init?.body === undefined ? null : (JSON.parse(init.body as string) as Omit<StoredNote, 'id'>);
    const id = Number(/\d+$/.exec(path)?.[0]);
    if (method !== 'GET') sent.push(`${method} ${JSON.stringify(body)}`);
    if (method === 'POST') notes.push({ ...body!, id: 100 + notes.length });
    if (method === 'DELETE')
      notes.splice(
        notes.findIndex((note) => note.id === id),
        1,
      );
    if (method === 'PUT')
      notes.splice(
        notes.findIndex((note) => note.id === id),
        1,
        { ...body!, id },
      );
    return Promise.resolve({
      ok: true,
      status: 200,
      headers: new Headers(),
      json: () => Promise.resolve([...notes]),
    });
  }) as unknown as typeof fetch;
  return sent;
}

async function show(notes: StoredNote[]) {
  const sent = serve(notes);
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  render(
    <QueryClientProvider client={client}>
      <NoticeProvider>
        <DayNotes day={parseIsoDay('2026-06-03')!} />
      </NoticeProvider>
    </QueryClientProvider>,
  );
  await screen.findByRole('list', { name: 'Notes' });
  return sent;
}
const settle = () => act(async () => new Promise((resolve) => setTimeout(resolve, 20)));
const press = async (name: string) => {
  fireEvent.click(screen.getByRole('button', { name }));
  await settle();
};
const words = (text: string) =>
  fireEvent.change(screen.getAllByRole('textbox', { name: 'What happened' }).at(-1)!, {
    target: { value: text },
  });

test('a new note begins on the day that was pointed at; without words it says what is missing', async () => {
  const sent = await show([]);
  await press('Put it there');
  expect(screen.getByRole('alert').textContent).toBe('A note has words: what happened?');
  words('Storm');
  await press('Put it there');
  expect(sent).toEqual(['POST {"first":"2026-06-03","last":"2026-06-03","words":"Storm"}']);
  expect((await screen.findAllByText('Storm')).length).toBeGreaterThan(0);
});

test('the last day follows the first, and cannot come before it', async () => {
  const sent = await show([]);
  const from = screen.getByRole('textbox', { name: 'From' });
  fireEvent.change(from, { target: { value: '2026-06-10' } });
  fireEvent.blur(from);
  const to = screen.getByRole('textbox', { name: 'To' });
  fireEvent.change(to, { target: { value: '2026-06-01' } });
  expect(screen.getByText('It comes before the first day.')).toBeTruthy();
  fireEvent.change(to, { target: { value: '2026-06-12' } });
  fireEvent.blur(to);
  words('Fair');
  await press('Put it there');
  expect(sent).toEqual(['POST {"first":"2026-06-10","last":"2026-06-12","words":"Fair"}']);
});

test('a note is changed, removed, and brought back', async () => {
  const sent = await show([{ id: 7, first: '2026-02-09', last: '2026-02-13', words: 'Storm week' }]);
  await screen.findByText('9–13 Feb 2026', { exact: false });
  await press('Change Storm week');
  words('Gale week');
  await press('Save');
  await press('Remove Gale week');
  expect(screen.queryByText('Gale week')).toBeNull();
  await press('Undo');
  expect(await screen.findByText('Gale week')).toBeTruthy();
  expect(sent.map((entry) => entry.split(' ')[0])).toEqual(['PUT', 'DELETE', 'POST']);
});
