/** Tokens of scripts: made for a purpose, shown once, and ended. */
import { fireEvent, screen } from '@testing-library/react';
import type { Role } from '../../contract/people';
import { serve, settled, show, type } from '../ui/testing';
import { Tokens } from './Tokens';

const TOKEN = {
  id: 6,
  name: 'Night load',
  scope: 'data',
  createdAt: '2026-06-01T08:00:00Z',
  expiresAt: '2026-09-01T08:00:00Z',
  usedAt: null,
};

async function tokens(answers: Record<string, unknown> = {}, role: Role = 'owner') {
  const sent = serve({ 'GET /api/tokens': [TOKEN], ...answers });
  await show(<Tokens role={role} />);
  return sent;
}
const make = () => screen.getByRole('button', { name: 'Make it' });
async function makeIt(name: string, days?: string) {
  type(screen.getByRole('textbox', { name: 'Name of the token' }), name);
  if (days !== undefined) type(screen.getByRole('textbox', { name: 'Days' }), days);
  fireEvent.click(make());
  await settled();
}
const purposes = () => {
  fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Purpose' }));
  return screen.getAllByRole('option').map((option) => option.textContent);
};

test('each tells its purpose, how long it is good for, and whether it was used', async () => {
  await tokens({
    'GET /api/tokens': [TOKEN, { ...TOKEN, id: 7, name: 'Old', usedAt: '2026-06-02T09:30:00Z' }],
  });
  const cells = screen.getAllByRole('cell').map((cell) => cell.textContent);
  expect(cells.slice(0, 4)).toEqual([
    'Night load',
    'loads data',
    expect.stringMatching(/^until /),
    'never used',
  ]);
  expect(cells[8]).toMatch(/^used .*2 Jun/);
});

test('one needs a name; it is shown once, until one has it', async () => {
  const sent = await tokens({ 'POST /api/tokens': { token: 'dth_secret', id: 8 } });
  expect(make()).toHaveProperty('disabled', true);
  await makeIt('Morning');
  expect(sent[0]!.body).toEqual({ name: 'Morning', scope: 'read', days: 90 });
  expect(screen.getByDisplayValue('dth_secret')).toBeTruthy();
  expect(screen.getByRole<HTMLInputElement>('textbox', { name: 'Name of the token' }).value).toBe('');
});

test('days that cannot be are told before anything is sent, and the name stays', async () => {
  const sent = await tokens();
  await makeIt('Morning', 'soon');
  expect(screen.getByRole('alert').textContent).not.toBe('');
  expect(sent).toEqual([]);
  expect(screen.getByRole<HTMLInputElement>('textbox', { name: 'Name of the token' }).value).toBe('Morning');
});

test('what the server refuses is told', async () => {
  await tokens({ 'POST /api/tokens': { refuse: 'There is a token of that name.' } });
  await makeIt('Night load');
  expect(screen.getByRole('alert').textContent).toBe('There is a token of that name.');
});

test.each([
  ['reader', ['reads what is shared']],
  ['designer', ['reads what is shared', 'makes and changes dashboards']],
  ['keeper', ['reads what is shared', 'makes and changes dashboards', 'loads data']],
] as const)('a %s gives a script no more than they may', async (role, offered) => {
  await tokens({}, role);
  expect(purposes()).toEqual(offered);
});

test('one is ended', async () => {
  const sent = await tokens({ 'DELETE /api/tokens/6': {} });
  fireEvent.click(screen.getByRole('button', { name: 'End Night load' }));
  await settled();
  expect(sent).toEqual([{ method: 'DELETE', path: '/api/tokens/6', body: null }]);
  expect(screen.getByText('Night load is ended.')).toBeTruthy();
});
