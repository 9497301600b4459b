import { fireEvent, screen, within } from '@testing-library/react';
import type { Person } from '../../contract/people';
import { serve, settled, show } from '../ui/testing';
import { PeopleTable } from './PeopleTable';

const person = (name: string, more: Partial<Person> = {}): Person => ({
  id: name.toLowerCase(),
  name,
  email: `${name.toLowerCase()}@skerrow.example`,
  role: 'reader',
  isDisabled: false,
  hasSecondFactor: false,
  seenAt: null,
  ...more,
});
const PEOPLE = [person('Ada', { role: 'owner', hasSecondFactor: true }), person('Bo', { isDisabled: true })];
const cells = (i: number) =>
  within(screen.getAllByRole('row')[i]!)
    .getAllByRole('cell')
    .map((cell) => cell.textContent);
async function open(name: string) {
  fireEvent.click(screen.getByRole('button', { name: `More for ${name}` }));
  await settled();
}

test('people are told with what they may, whether their account is closed, and when they were here', async () => {
  serve({});
  await show(<PeopleTable people={PEOPLE} />);
  expect(cells(1).slice(0, 5)).toEqual(['Ada', 'ada@skerrow.example', 'Owner', 'on', 'not signed in']);
  expect(cells(2).slice(0, 4)).toEqual(['Bo (closed)', 'bo@skerrow.example', 'Reader', 'off']);
});

test('another role is sent, and told when it is there', async () => {
  const sent = serve({ 'PATCH /api/people/bo': {} });
  await show(<PeopleTable people={PEOPLE} />);
  const field = screen.getByRole('combobox', { name: 'Role of Bo' });
  fireEvent.mouseDown(field);
  fireEvent.click(screen.getByRole('option', { name: /^Designer/ }));
  await settled();
  expect(sent).toEqual([{ method: 'PATCH', path: '/api/people/bo', body: { role: 'designer' } }]);
  expect(screen.getByText('Bo is designer now.')).toBeTruthy();
});

test('accounts are closed and opened again; a second factor can go only where there is one', async () => {
  const sent = serve({ 'PATCH /api/people/bo': {}, 'PATCH /api/people/ada': {} });
  await show(<PeopleTable people={PEOPLE} />);
  await open('Bo');
  expect(screen.queryByRole('menuitem', { name: 'Remove the second factor' })).toBeNull();
  fireEvent.click(screen.getByRole('menuitem', { name: 'Open the account again' }));
  await settled();
  expect(sent.at(-1)?.body).toEqual({ isDisabled: false });
  expect(screen.getByText('Bo may come in again.')).toBeTruthy();
  await open('Ada');
  fireEvent.click(screen.getByRole('menuitem', { name: 'Close the account' }));
  await settled();
  expect(sent.at(-1)).toEqual({ method: 'PATCH', path: '/api/people/ada', body: { isDisabled: true } });
  await open('Ada');
  fireEvent.click(screen.getByRole('menuitem', { name: 'Remove the second factor' }));
  await settled();
  expect(sent.at(-1)?.body).toEqual({ removesSecondFactor: true });
});

test('what is refused is told, and nothing else', async () => {
  serve({ 'PATCH /api/people/ada': { refuse: 'The last owner stays.' } });
  await show(<PeopleTable people={PEOPLE} />);
  await open('Ada');
  fireEvent.click(screen.getByRole('menuitem', { name: 'Close the account' }));
  await settled();
  expect(screen.getByText('The last owner stays.')).toBeTruthy();
  expect(screen.queryByText(/is signed out/)).toBeNull();
});

test('a link for a new password is shown once', async () => {
  const link = 'https://dathen.example/new-password?token=abc';
  serve({ 'POST /api/people/bo/reset': { link, mailed: false } });
  await show(<PeopleTable people={PEOPLE} />);
  await open('Bo');
  fireEvent.click(screen.getByRole('menuitem', { name: 'Make a link for a new password' }));
  await settled();
  expect(document.body.textContent).toContain('Link for a new password of Bo');
  expect(screen.queryByDisplayValue(link) ?? screen.queryByText(link)).not.toBeNull();
});
