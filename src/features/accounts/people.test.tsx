/** Groups, invitations and tokens: what is sent, what is shown once, what is refused. */
import { fireEvent, screen, within } from '@testing-library/react';
import { serve, settled, show } from '../ui/testing';
import { Groups } from './Groups';
import { Invitations } from './Invitations';
import { Tokens } from './Tokens';

const PEOPLE = ['Ada', 'Bo'].map((name) => ({
  id: name.toLowerCase(),
  name,
  email: `${name.toLowerCase()}@skerrow.example`,
  role: 'reader' as const,
  isDisabled: false,
  hasSecondFactor: false,
  seenAt: null,
}));
const field = (name: string) => screen.getByRole<HTMLInputElement>('textbox', { name });
const write = (name: string, text: string) => fireEvent.change(field(name), { target: { value: text } });
const button = (name: string) => screen.getByRole<HTMLButtonElement>('button', { name });
async function press(name: string) {
  fireEvent.click(button(name));
  await settled();
}

describe('groups', () => {
  const HARBOUR = { id: 3, name: 'Harbour', members: ['ada'] };

  test('one is made by its name, which then is free for the next', async () => {
    const sent = serve({ 'POST /api/groups': {} });
    await show(<Groups groups={[]} people={PEOPLE} />);
    expect(screen.getByText(/^None yet\./)).toBeTruthy();
    expect(button('Make it').disabled).toBe(true);
    write('Name of the group', '  ');
    expect(button('Make it').disabled).toBe(true);
    write('Name of the group', ' Board ');
    await press('Make it');
    expect(sent[0]?.body).toEqual({ name: 'Board', members: [] });
    expect(field('Name of the group').value).toBe('');
  });

  test('a name that is refused stays to be mended', async () => {
    serve({ 'POST /api/groups': { refuse: 'There is a group “Board”.' } });
    await show(<Groups groups={[HARBOUR]} people={PEOPLE} />);
    write('Name of the group', 'Board');
    await press('Make it');
    expect(screen.getByText('There is a group “Board”.')).toBeTruthy();
    expect(field('Name of the group').value).toBe('Board');
  });

  test('people come in and go; the name stays', async () => {
    const sent = serve({ 'PUT /api/groups/3': {} });
    await show(<Groups groups={[HARBOUR]} people={PEOPLE} />);
    const people = screen.getByRole('combobox', { name: 'People of Harbour' });
    fireEvent.mouseDown(people);
    fireEvent.click(screen.getByRole('option', { name: 'Bo (bo@skerrow.example)' }));
    await settled();
    expect(sent[0]).toEqual({
      method: 'PUT',
      path: '/api/groups/3',
      body: { name: 'Harbour', members: ['ada', 'bo'] },
    });
  });

  test('a group is renamed, not to nothing, and removed', async () => {
    const sent = serve({ 'PUT /api/groups/3': {}, 'DELETE /api/groups/3': {} });
    await show(<Groups groups={[HARBOUR]} people={PEOPLE} />);
    const name = field('Name of Harbour');
    fireEvent.change(name, { target: { value: ' ' } });
    fireEvent.blur(name);
    expect(screen.getByText('A group has a name.')).toBeTruthy();
    fireEvent.change(name, { target: { value: 'Quay ' } });
    fireEvent.blur(name);
    await settled();
    expect(sent.map(({ body }) => body)).toEqual([{ name: 'Quay', members: ['ada'] }]);
    await press('Remove Harbour');
    expect(sent.at(-1)).toMatchObject({ method: 'DELETE', path: '/api/groups/3' });
    expect(screen.getByText('Harbour is removed.')).toBeTruthy();
  });
});

describe('invitations', () => {
  const invitation = (id: number, email: string | null) => ({
    id,
    email,
    role: 'designer' as const,
    expiresAt: '2026-06-10T08:00:00.000Z',
  });

  test('those with an address are listed and can be taken back', async () => {
    const sent = serve({ 'DELETE /api/invitations/7': {} });
    await show(
      <Invitations mails invitations={[invitation(7, 'cy@skerrow.example'), invitation(8, null)]} />,
    );
    expect(screen.getByText(/^An invitation goes out by mail/)).toBeTruthy();
    expect(screen.getAllByRole('row')).toHaveLength(1);
    expect(screen.getByRole('row').textContent).toContain('cy@skerrow.exampleDesigner');
    await press('Take the invitation of cy@skerrow.example back');
    expect(sent[0]).toMatchObject({ method: 'DELETE', path: '/api/invitations/7' });
  });

  test('a link is shown, once it is made for an address that is one', async () => {
    const link = 'https://dathen.example/welcome?token=abc';
    const sent = serve({ 'POST /api/invitations': { link, mailed: false } });
    await show(<Invitations mails={false} invitations={[]} />);
    expect(screen.getByText(/^No mail server is set up/)).toBeTruthy();
    // An address for the browser, none for mail.
    write('Address to invite', 'nobody@nowhere');
    await press('Invite');
    expect(sent).toEqual([]);
    expect(field('Address to invite').getAttribute('aria-invalid')).toBe('true');
    write('Address to invite', ' cy@skerrow.example ');
    await press('Invite');
    expect(sent[0]?.body).toEqual({ email: 'cy@skerrow.example', role: 'reader' });
    expect(document.body.textContent).toContain('Link of the invitation');
    expect(field('Address to invite').value).toBe('');
  });
});

describe('tokens', () => {
  const TOKEN = {
    id: 5,
    name: 'nightly',
    scope: 'data',
    expiresAt: '2026-09-01T08:00:00.000Z',
    usedAt: null,
  };

  test('are listed with what they may do, and ended', async () => {
    const sent = serve({ 'GET /api/tokens': [TOKEN], 'DELETE /api/tokens/5': {} });
    await show(<Tokens role="owner" />);
    expect(screen.getByRole('row').textContent).toMatch(/^nightlyloads datauntil .*never used/);
    await press('End nightly');
    expect(sent[0]).toMatchObject({ method: 'DELETE', path: '/api/tokens/5' });
    expect(screen.getByText('nightly is ended.')).toBeTruthy();
  });

  test.each([
    ['reader', ['reads what is shared']],
    ['designer', ['reads what is shared', 'makes and changes dashboards']],
    ['keeper', ['reads what is shared', 'makes and changes dashboards', 'loads data']],
  ] as const)('a %s gives away no more than what is its own', async (role, purposes) => {
    serve({ 'GET /api/tokens': [] });
    await show(<Tokens role={role} />);
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Purpose' }));
    const options = within(screen.getByRole('listbox')).getAllByRole('option');
    expect(options.map((option) => option.textContent)).toEqual(purposes);
  });

  test('a new one is shown once; days out of bounds are told and not sent', async () => {
    const sent = serve({ 'GET /api/tokens': [], 'POST /api/tokens': { ...TOKEN, token: 'dt_secret' } });
    await show(<Tokens role="reader" />);
    write('Name of the token', 'report');
    write('Days', '366');
    await press('Make it');
    expect(screen.getByRole('alert').textContent).toBe('From 1 to 365 days.');
    expect(sent).toEqual([]);
    write('Days', '30');
    await press('Make it');
    expect(sent[0]?.body).toEqual({ name: 'report', scope: 'read', days: 30 });
    expect(screen.queryByRole('alert')).toBeNull();
    expect(field('Name of the token').value).toBe('');
    expect(screen.queryByDisplayValue('dt_secret') ?? screen.queryByText('dt_secret')).not.toBeNull();
  });
});
