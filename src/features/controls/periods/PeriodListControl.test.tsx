/** A period list as readers use it: buttons or a menu of periods, and days of one's own. */
import { act, fireEvent, screen } from '@testing-library/react';
import { press, type, withNumbersOf } from '../../ui/testing';
import { fresh } from '../testing';

// Rows lie from 11 January to 19 February 1970; today is 2 March.
withNumbersOf('en-GB');

const ENTRIES = [
  { name: 'Last month', phrase: 'last month', named: null },
  { name: 'Next month', phrase: 'next month', named: null },
  { name: 'This year', phrase: 'this year', named: null },
  { name: 'Everything', phrase: 'all', named: null },
];
const list = (change: object = {}) => fresh('periods', { title: 'When', entries: ENTRIES, ...change });
type Open = Awaited<ReturnType<typeof list>>;
const period = ({ dashboard, id }: Open) => dashboard.held.state.periods[id];
const radio = (name: RegExp) => screen.getByRole<HTMLButtonElement>('radio', { name });
const chosen = () =>
  screen
    .getAllByRole('radio')
    .filter((each) => each.getAttribute('aria-checked') === 'true')
    .map((each) => each.querySelector('span')!.textContent);
async function take(open: Open, name: RegExp) {
  fireEvent.click(radio(name));
  await open.dashboard.answer();
}

test('each says its days now; one without data is struck and says why', async () => {
  await list();
  expect(radio(/^Last month/).textContent).toContain('February 1970');
  expect(radio(/^Next month/)).toMatchObject({
    disabled: true,
    title: expect.stringContaining('no data then'),
  });
  expect(radio(/^Next month/).style.textDecoration).toBe('line-through');
  expect(radio(/^This year/).disabled).toBe(false);
});

test('days without data can be chosen where the designer has it so', async () => {
  const open = await list({ allowUncovered: true });
  await take(open, /^Next month/);
  expect(period(open)).toBe('next month');
});

test('one is chosen at a time, and only it is reached by Tab', async () => {
  const open = await list();
  await take(open, /^Last month/);
  expect([period(open), chosen()]).toEqual(['last month', ['Last month']]);
  await take(open, /^This year/);
  expect([period(open), chosen()]).toEqual(['this year', ['This year']]);
  const reached = screen.getAllByRole('radio').filter(({ tabIndex }) => tabIndex === 0);
  expect(reached).toEqual([radio(/^This year/)]);
});

test('arrows choose the next that can be, round both ends', async () => {
  const open = await list({ chooseDates: false });
  act(() => radio(/^Last month/).focus());
  press(radio(/^Last month/), 'ArrowDown');
  expect(period(open)).toBe('this year');
  press(radio(/^This year/), 'ArrowUp');
  expect(period(open)).toBe('last month');
  press(radio(/^Last month/), 'ArrowLeft');
  expect(document.activeElement).toBe(radio(/^Everything/));
  press(radio(/^Everything/), 'ArrowRight');
  expect(period(open)).toBe('last month');
  press(radio(/^Last month/), 'x');
  expect(period(open)).toBe('last month');
});

test('days of one’s own are typed; one end that is not there yet is that of the other', async () => {
  const open = await list();
  await take(open, /^Last month/);
  await take(open, /^Choose dates/);
  expect(chosen()).toEqual(['Choose dates']);
  const start = screen.getByRole('textbox', { name: 'Start' });
  type(start, '10/02/1970');
  press(start, 'Enter');
  await open.dashboard.answer();
  expect(period(open)).toBe('1970-02-10/1970-02-28');
  const end = screen.getByRole('textbox', { name: 'End' });
  type(end, '01/02/1970');
  press(end, 'Enter');
  expect(screen.getByText('It lies before the start.')).toBeTruthy();
  expect(period(open)).toBe('1970-02-10/1970-02-28');
});

test('where readers may not choose days there is no such entry', async () => {
  await list({ chooseDates: false });
  expect(screen.queryByRole('radio', { name: /^Choose dates/ })).toBeNull();
});

test('as a menu the same are chosen, and days of one’s own', async () => {
  const open = await list({ face: 'menu' });
  const menu = () => screen.getByRole('combobox', { name: 'When, which' });
  fireEvent.mouseDown(menu());
  expect(screen.getByRole('option', { name: /^Next month/ }).getAttribute('aria-disabled')).toBe('true');
  fireEvent.click(screen.getByRole('option', { name: /^Last month/ }));
  await open.dashboard.answer();
  expect([period(open), menu().textContent]).toEqual(['last month', 'Last month']);
  fireEvent.mouseDown(menu());
  fireEvent.click(screen.getByRole('option', { name: 'Choose dates' }));
  expect(menu().textContent).toBe('Choose dates');
  expect(screen.getByRole('textbox', { name: 'Start' })).toBeTruthy();
});

test('what a reader switched on one holds for the next', async () => {
  const entries = [
    { name: 'Weeks', phrase: 'last 2 weeks', named: null },
    { name: 'Months', phrase: 'last 2 months', named: null },
  ];
  const open = await list({ entries, switches: ['only finished'], default: 'last 2 weeks' });
  act(() => open.dashboard.held.hold(open.id, 'last 2 full weeks'));
  await open.dashboard.answer();
  expect(chosen()).toEqual(['Weeks']);
  await take(open, /^Months/);
  expect(period(open)).toBe('last 2 full months');
});
