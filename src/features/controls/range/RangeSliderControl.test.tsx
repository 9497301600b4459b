/** A range slider as readers use it: brackets by keys, typed days, ends that do not move. */
import { act, fireEvent, screen } from '@testing-library/react';
import { press, type, withNumbersOf } from '../../ui/testing';
import { fresh } from '../testing';

// Rows lie from 11 January to 19 February 1970; today is 2 March.
withNumbersOf('en-GB');

const slider = (change: object = {}) => fresh('range', { title: 'Days', ...change });
type Open = Awaited<ReturnType<typeof slider>>;
const period = ({ dashboard, id }: Open) => dashboard.held.state.periods[id];
const bracket = (name: RegExp) => screen.getByRole('slider', { name });
const day = (name: string) => screen.getByRole<HTMLInputElement>('textbox', { name });
async function typed(open: Open, name: string, text: string) {
  type(day(name), text);
  press(day(name), 'Enter');
  await open.dashboard.answer();
}
async function hold(open: Open, text: string) {
  act(() => open.dashboard.held.hold(open.id, text));
  await open.dashboard.answer();
}

test('as it is added it holds every day with data, and says so at both ends', async () => {
  const open = await slider();
  expect(period(open)).toBeUndefined();
  expect([day('Start').value, day('End').value]).toEqual(['11 Jan 1970', '19 Feb 1970']);
});

test('typed days move an end; one beyond the other end is refused, and said', async () => {
  const open = await slider();
  await typed(open, 'Start', '01/02/1970');
  await typed(open, 'End', '10/02/1970');
  expect(period(open)).toBe('1970-02-01/1970-02-10');
  await typed(open, 'Start', '11/02/1970');
  expect(screen.getByText('It lies after the end.')).toBeTruthy();
  await typed(open, 'End', '31/01/1970');
  expect(screen.getByText('It lies before the start.')).toBeTruthy();
  expect(period(open)).toBe('1970-02-01/1970-02-10');
});

test('both ends may be on one day', async () => {
  const open = await slider();
  await hold(open, '1970-02-01/1970-02-10');
  await typed(open, 'Start', '10/02/1970');
  expect(period(open)).toBe('1970-02-10');
  expect(screen.queryByText(/^It lies/)).toBeNull();
});

test('keys move a bracket by a day, by ten, and to the end of what there is', async () => {
  const open = await slider();
  await hold(open, '1970-02-01/1970-02-10');
  press(bracket(/^Start/), 'ArrowRight');
  await open.dashboard.answer();
  expect(period(open)).toBe('1970-02-02/1970-02-10');
  press(bracket(/^End/), 'PageDown');
  await open.dashboard.answer();
  press(bracket(/^Start/), 'Home');
  await open.dashboard.answer();
  expect(day('Start').value).toBe('11 Jan 1970');
  press(bracket(/^End/), 'End');
  await open.dashboard.answer();
  expect(day('End').value).toBe('19 Feb 1970');
});

test.each([
  ['start', 'Start', 'End'],
  ['end', 'End', 'Start'],
])('an end that is fixed (%s) cannot be typed; the other can', async (fixedEnd, fixed, free) => {
  await slider({ fixedEnd });
  expect(day(fixed).disabled).toBe(true);
  expect(day(free).disabled).toBe(false);
});

test('it goes by the unit that the designer chose', async () => {
  const open = await slider({ snap: 'month' });
  press(bracket(/^Start/), 'ArrowRight');
  await open.dashboard.answer();
  expect(day('Start').value).toBe('1 Feb 1970');
});

test('it is let go of again', async () => {
  const open = await slider();
  await hold(open, '1970-02-01/1970-02-10');
  fireEvent.click(screen.getByRole('button', { name: /Clear|Reset/ }));
  expect(period(open) === undefined || period(open) === 'all').toBe(true);
});
