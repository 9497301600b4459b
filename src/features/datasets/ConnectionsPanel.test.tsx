/** Connections to other databases: made, forgotten, and their tables copied or read live. */
import { fireEvent, screen } from '@testing-library/react';
import { choose, click, serve, settled, show, type } from '../ui/testing';
import { ConnectionsPanel } from './ConnectionsPanel';

const ENTRY = {
  id: 2,
  name: 'sales on quay',
  host: 'quay',
  port: 3307,
  user: 'reader',
  database: 'sales',
  tls: false,
};
const TABLES = [
  { name: 'day_trips', view: false, rows: 12000 },
  { name: 'by_month', view: true, rows: null },
  { name: 'odd', view: false, rows: null },
];

async function panel(answers: Record<string, unknown>) {
  const sent = serve({ 'GET /api/connections': [], '/api/connections/2/tables': TABLES, ...answers });
  const copied: unknown[] = [];
  await show(<ConnectionsPanel onCopy={(...what) => copied.push(what)} />);
  fireEvent.click(screen.getByRole('button', { name: 'Connect a database table' }));
  await settled();
  return { sent, copied };
}
const field = (name: string) => screen.getByLabelText<HTMLInputElement>(name);
const button = (name: string) => screen.getByRole('button', { name });
function fill() {
  type(field('Host'), 'quay');
  type(field('Database'), 'sales');
  type(field('User'), 'reader');
}
afterEach(() => {
  window.location.hash = '';
});

test('it opens and closes; who comes for it finds it open', async () => {
  await panel({});
  fireEvent.click(button('Close the database connection'));
  expect(screen.queryByRole('group', { name: 'Database connection' })).toBeNull();
});

test('who comes for it finds it open', async () => {
  window.location.hash = '#connections';
  serve({ 'GET /api/connections': [] });
  await show(<ConnectionsPanel onCopy={() => undefined} />);
  expect(screen.getByRole('group', { name: 'Database connection' })).toBeTruthy();
});

test('without one it asks for where it is, and is not kept before that is said', async () => {
  const { sent } = await panel({ 'POST /api/connections': { entry: ENTRY, tables: TABLES } });
  const keep = () => button('Check and keep it');
  expect(keep()).toHaveProperty('disabled', true);
  fill();
  expect(keep()).toHaveProperty('disabled', false);
  for (const [name, wrong, right] of [
    ['Port', 'x1', '3307'],
    ['Host', ' ', 'quay'],
    ['User', '', 'reader'],
    ['Database', ' ', 'sales'],
  ] as const) {
    type(field(name), wrong);
    expect(keep()).toHaveProperty('disabled', true);
    type(field(name), right);
  }
  type(field('Password'), 'secret');
  expect(field('Password').type).toBe('password');
  await click('Check and keep it');
  expect(sent[0]!.body).toEqual({
    name: 'sales on quay',
    host: 'quay',
    port: 3307,
    user: 'reader',
    password: 'secret',
    database: 'sales',
    tls: false,
    authorities: null,
  });
});

test('certificates go with it only where it is encrypted', async () => {
  const { sent } = await panel({ 'POST /api/connections': { refuse: 'No database answers at quay:3306.' } });
  fill();
  fireEvent.click(screen.getByRole('checkbox', { name: /^Encrypt the connection/ }));
  type(screen.getByRole('textbox', { name: /^Certificates to trust/ }), 'PEM');
  await click('Check and keep it');
  expect(sent[0]!.body).toMatchObject({ tls: true, authorities: 'PEM' });
  expect(screen.getByRole('alert').textContent).toBe('No database answers at quay:3306.');
  expect(field('Host').value).toBe('quay');
  fireEvent.click(screen.getByRole('checkbox', { name: /^Encrypt the connection/ }));
  await click('Check and keep it');
  expect(sent[1]!.body).toMatchObject({ tls: false, authorities: null });
});

test('tables are told with their rows where they are known; one is copied', async () => {
  const { copied } = await panel({ 'GET /api/connections': [ENTRY] });
  expect(screen.getByRole('combobox', { name: 'Connection' }).textContent).toBe(
    'sales on quay (reader on quay:3307)',
  );
  expect(button('Copy its rows')).toHaveProperty('disabled', true);
  fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Table or view' }));
  expect(screen.getAllByRole('option').map((option) => option.textContent)).toEqual([
    'day_trips, about 12,000 rows',
    'by_month (view)',
    'odd',
  ]);
  fireEvent.click(screen.getByRole('option', { name: /^day_trips/ }));
  fireEvent.click(button('Copy its rows'));
  expect(copied).toEqual([[2, 'day_trips']]);
});

test('one is read live under a name made of its own; what is refused is told', async () => {
  const { sent } = await panel({ 'GET /api/connections': [ENTRY], 'POST /api/connections/2/live': {} });
  choose('Table or view', /^day_trips/);
  await click('Read it live');
  expect(sent[0]!.body).toEqual({ table: 'day_trips', name: 'Day trips' });
  expect(screen.getByText('Day trips is read live from now on')).toBeTruthy();
  serve({ 'POST /api/connections/2/live': { refuse: 'It has no column of days.' } });
  await click('Read it live');
  expect(screen.getByText('It has no column of days.')).toBeTruthy();
});

test('one is forgotten once one says so', async () => {
  const { sent } = await panel({ 'GET /api/connections': [ENTRY], 'DELETE /api/connections/2': {} });
  await click('Forget sales on quay');
  expect(screen.getByText(/^Its password is not kept/)).toBeTruthy();
  await click('Forget it');
  expect(sent).toEqual([{ method: 'DELETE', path: '/api/connections/2', body: null }]);
});

test('why tables cannot be read is told', async () => {
  await panel({ 'GET /api/connections': [ENTRY], '/api/connections/2/tables': { refuse: 'It is away.' } });
  expect(screen.getByRole('alert').textContent).toBe('It is away.');
});

test('beside those that are known a new one can be made', async () => {
  await panel({ 'GET /api/connections': [ENTRY] });
  choose('Connection', 'A new connection');
  expect(field('Host').value).toBe('');
  expect(screen.queryByRole('button', { name: /^Forget/ })).toBeNull();
});
