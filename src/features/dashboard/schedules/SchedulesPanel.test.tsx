import { act, fireEvent, screen, within } from '@testing-library/react';
import type { Schedules } from '../../../contract/schedules';
import { pagesOf } from '../../../core/dashboard/document/pages';
import { line } from '../../../core/dashboard/document/testing';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { openDashboard, showIn } from '../../workspace/testing';
import { SchedulesPanel } from './SchedulesPanel';
import { timeWords } from './times';
import { choose } from '../../ui/testing';

const STORED: Schedules['schedules'][number] = {
  id: 4,
  name: 'Board',
  cron: '0 7 * * 1',
  timeZone: 'UTC',
  format: 'pdf',
  selection: 'North',
  page: null,
  folder: '',
  mailTo: ['quay@skerrow.example'],
  enabled: true,
  nextDue: '2026-06-08T07:00:00Z',
  runs: [
    {
      dueAt: '2026-06-01T07:00:00Z',
      startedAt: '2026-06-01T07:00:02Z',
      finishedAt: '2026-06-01T07:00:09Z',
      status: 'failed',
      missed: 2,
      file: null,
      message: 'There is no selection “North”.',
    },
  ],
};

interface Sent {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
}

/** Answers as the server does, from a list; what changes something is noted. */
function serve(schedules: Schedules['schedules'], refusal?: string): Sent[] {
  const sent: Sent[] = [];
  global.fetch = jest.fn((path: string, init?: RequestInit) => {
    const method = init?.method ?? 'GET';
    if (method !== 'GET')
      sent.push({ method, path, body: init?.body === undefined ? null : JSON.parse(init.body as string) });
    const isRefused = method !== 'GET' && refusal !== undefined;
    const body = isRefused
      ? { error: { code: 'bad-cron', message: refusal } }
      : { schedules, folder: '/data/outbox', mails: false };
    return Promise.resolve({
      ok: !isRefused,
      status: isRefused ? 400 : 200,
      headers: new Headers(),
      json: () => Promise.resolve(body),
    });
  }) as unknown as typeof fetch;
  return sent;
}

async function show(pages: readonly string[] = []) {
  const document = documentOf(line('sea'));
  const named = pages.map((name, i) => ({ ...pagesOf(document)[0], id: `p${i}`, name }));
  const dashboard = await openDashboard({ ...document, ...(pages.length > 0 ? { pages: named } : {}) });
  showIn(dashboard, <SchedulesPanel dashboard={3} onClose={() => undefined} />);
  await screen.findByText(/Files go to/);
}
const press = async (name: string) => {
  fireEvent.click(screen.getByRole('button', { name }));
  await act(async () => {
    await new Promise((resolve) => setTimeout(resolve));
  });
};
const type = (label: string, text: string) =>
  fireEvent.change(screen.getByRole('textbox', { name: label }), { target: { value: text } });

test('each says what, when, to whom, and how the last ones went', async () => {
  serve([STORED]);
  await show();
  const entry = within(screen.getByRole('region', { name: 'Board' }));
  expect(
    entry.getByText(/PDF of every page, “North” · Every Monday at 07:00 \(UTC\) · to quay@/),
  ).toBeTruthy();
  expect(entry.getByText(/failed, for 2 missed before it too/)).toBeTruthy();
  expect(entry.getByText('There is no selection “North”.')).toBeTruthy();
  expect(screen.getByText(/\/data\/outbox. No mail server is set up/)).toBeTruthy();
});

test('a new one begins with what most want, and is sent as it is set', async () => {
  const sent = serve([]);
  await show();
  await press('Add one');
  type('Name', 'For the quay');
  type('Mail to', 'a@skerrow.example; b@skerrow.example');
  await press('Save');
  expect(sent).toEqual([
    {
      method: 'POST',
      path: '/api/dashboards/3/schedules',
      body: {
        name: 'For the quay',
        cron: '0 7 * * 1-5',
        timeZone: 'UTC',
        format: 'pdf',
        selection: null,
        page: null,
        folder: '',
        mailTo: ['a@skerrow.example', 'b@skerrow.example'],
        enabled: true,
      },
    },
  ]);
});

test('what does not fit is told beside the fields, by the page or by the server, and nothing is lost', async () => {
  const sent = serve([], '“7” tells no time.');
  await show();
  await press('Add one');
  type('Folder', '../elsewhere');
  await press('Save');
  expect(screen.getByRole('alert').textContent).toMatch(/^Folder: /);
  expect(sent).toEqual([]);
  type('Folder', 'board');
  await press('Save');
  expect(screen.getByRole('alert').textContent).toBe('“7” tells no time.');
  expect(screen.getByRole<HTMLInputElement>('textbox', { name: 'Folder' }).value).toBe('board');
});

test('one is made now, changed, and removed with a way back', async () => {
  const sent = serve([STORED]);
  await show();
  await press('Make it now');
  await press('Change');
  type('Name', 'Board room');
  await press('Save');
  await press('Remove');
  await press('Undo');
  expect(sent.map(({ method, path }) => `${method} ${path}`)).toEqual([
    'POST /api/schedules/4/run',
    'PUT /api/schedules/4',
    'DELETE /api/schedules/4',
    'POST /api/dashboards/3/schedules',
  ]);
  expect(sent[1]!.body).toMatchObject({ name: 'Board room', cron: '0 7 * * 1' });
  expect(sent[3]!.body).toMatchObject({ name: 'Board' });
});

test('one of the common times is chosen, or times of one’s own are written', async () => {
  const sent = serve([]);
  await show();
  await press('Add one');
  expect(screen.queryByRole('textbox', { name: 'Times' })).toBeNull();
  choose('When', 'Every Monday at 07:00');
  choose('When', 'At times of my own');
  type('Times', '5 4 * * *');
  choose('What', 'Workbook (XLSX)');
  fireEvent.click(screen.getByRole('switch', { name: 'Switched on' }));
  await press('Save');
  expect(sent[0]!.body).toMatchObject({ cron: '5 4 * * *', format: 'xlsx', enabled: false });
});

test('one at times of its own opens with them, one without several pages asks for none', async () => {
  serve([{ ...STORED, cron: '5 4 * * *' }]);
  await show();
  await press('Change');
  expect(screen.getByRole<HTMLInputElement>('textbox', { name: 'Times' }).value).toBe('5 4 * * *');
  expect(screen.queryByRole('combobox', { name: 'Page' })).toBeNull();
  expect(screen.getByRole<HTMLInputElement>('textbox', { name: 'Selection' }).value).toBe('North');
});

test('of several pages all are in it, or one', async () => {
  const sent = serve([]);
  await show(['Quays', 'Ships']);
  await press('Add one');
  choose('Page', 'Ships');
  await press('Save');
  expect(sent[0]!.body).toMatchObject({ page: 'Ships' });
});

test('common times have words, others stand as they are', () => {
  expect(timeWords(' 0 7  * * 1-5')).toBe('Monday to Friday at 07:00');
  expect(timeWords('5 4 * * *')).toBe('5 4 * * *');
});
