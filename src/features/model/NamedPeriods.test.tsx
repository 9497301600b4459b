/** Named periods: each changed in one place, and deleted only when that is said. */
import { screen, within } from '@testing-library/react';
import { dayFromCivil } from '../../core/calendar/day';
import { TEST_MODEL } from '../../core/model/testing';
import { click, press, serve, settled, show, type } from '../ui/testing';
import { NamedPeriods } from './NamedPeriods';

const MODEL = {
  ...TEST_MODEL,
  pinnedToday: '1970-03-02',
  span: { first: 0, last: dayFromCivil(1971, 12, 31) },
};
const SEASON = {
  key: 'season',
  name: 'Season',
  phrase: 'last 2 full months',
  dashboards: [
    { id: 4, title: 'Sea', places: ['control Days', 'visual Quays'] },
    { id: 5, title: 'Staff', places: ['control Span'] },
  ],
};
const MOVED = {
  dashboard: 4,
  title: 'Sea',
  control: 'Days',
  phrase: 'Season',
  before: 'before',
  after: 'after',
  startMoves: -31,
  endMoves: null,
};

async function section(answers: Record<string, unknown> = {}) {
  const sent = serve({ 'GET /api/periods': [SEASON], ...answers });
  await show(<NamedPeriods model={MODEL} />);
  return sent;
}
const button = (name: string) => screen.getByRole('button', { name });
const name = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'Name of the period' });
async function phrase(text: string) {
  const field = screen.getByRole('combobox', { name: 'Phrase' });
  type(field, text);
  press(field, 'Enter');
  await settled();
}

test('each says its phrase, its days as from today, and where it is used', async () => {
  await section();
  expect(screen.getByText('Season')).toBeTruthy();
  expect(screen.getByText('last 2 full months')).toBeTruthy();
  expect(screen.getByText(/January.*February 1970|Jan.*Feb 1970/)).toBeTruthy();
  const places = screen.getByText(/^used on/).textContent;
  expect(places).toBe('used on Sea (control Days, visual Quays), Staff (control Span)');
  expect(screen.getByRole('link', { name: 'Staff' }).getAttribute('href')).toBe('/dashboards/5');
});

test('one that nothing uses says so', async () => {
  await section({ 'GET /api/periods': [{ ...SEASON, dashboards: [] }] });
  expect(screen.getByText('used nowhere yet')).toBeTruthy();
});

test('a new one needs a name, which is saved without blanks at its ends', async () => {
  const sent = await section({ 'POST /api/periods': {} });
  await click('Name a period');
  expect(button('Save')).toHaveProperty('disabled', true);
  type(name(), '  Last quarter ');
  await phrase('last quarter');
  await click('Save');
  expect(sent).toEqual([
    { method: 'POST', path: '/api/periods', body: { name: 'Last quarter', phrase: 'last quarter' } },
  ]);
  expect(screen.queryByRole('textbox', { name: 'Name of the period' })).toBeNull();
});

test('a change says what it would move before it is saved, and starts from what is known', async () => {
  const sent = await section({
    'POST /api/periods/season/changes': [MOVED],
    'PUT /api/periods/season': {},
  });
  await click('Change Season');
  expect(screen.queryByRole('region', { name: 'What will change' })).toBeNull();
  await phrase('last 3 full months');
  const changes = within(screen.getByRole('region', { name: 'What will change' }));
  expect(changes.getByText('1 window moves:')).toBeTruthy();
  expect(changes.getByText('start 31 days earlier')).toBeTruthy();
  await click('Save');
  expect(sent.at(-1)).toEqual({
    method: 'PUT',
    path: '/api/periods/season',
    body: { name: 'Season', phrase: 'last 3 full months' },
  });
  const [, init] = jest.mocked(fetch).mock.calls.find(([, given]) => given?.method === 'PUT')!;
  expect((init!.headers as Record<string, string>)['if-match']).toMatch(/./);
});

test('that nothing moves is said too', async () => {
  await section({ 'POST /api/periods/season/changes': [] });
  await click('Change Season');
  await phrase('last 3 full months');
  expect(screen.getByText('No window of a dashboard will move.')).toBeTruthy();
});

test('one is deleted, and comes back under its key', async () => {
  const sent = await section({ 'DELETE /api/periods/season': {}, 'POST /api/periods': {} });
  await click('Change Season');
  await click('Delete');
  expect(screen.getByText('“Season” is deleted.')).toBeTruthy();
  await click('Undo');
  expect(sent.map(({ method }) => method)).toEqual(['DELETE', 'POST']);
  expect(sent[1]!.body).toEqual({ key: 'season', name: 'Season', phrase: 'last 2 full months' });
});

test('what the server refuses is told, and nothing is lost', async () => {
  await section({ 'PUT /api/periods/season': { refuse: 'There is a period of that name.' } });
  await click('Change Season');
  type(name(), 'Summer');
  await click('Save');
  expect(screen.getByRole('alert').textContent).toBe('There is a period of that name.');
  expect(name().value).toBe('Summer');
  await click('Cancel');
  expect(screen.getByText('Season')).toBeTruthy();
});

test('why there is no list is told', async () => {
  await section({ 'GET /api/periods': { refuse: 'The database is away.' } });
  expect(screen.getByRole('alert').textContent).toBe('The database is away.');
});
