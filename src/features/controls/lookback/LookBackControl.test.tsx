/** A look-back as readers use it: a number, its unit, and what a number cannot say. */
import { fireEvent, screen } from '@testing-library/react';
import { fresh } from '../testing';
import { press, type } from '../../ui/testing';

const lookBack = (change: object = {}) => fresh('lookback', change);
type Open = Awaited<ReturnType<typeof lookBack>>;
const periodIn = ({ dashboard, id }: Open) => dashboard.held.state.periods[id];
const number = (unit = 'days') =>
  screen.getByRole<HTMLInputElement>('textbox', { name: `Number of ${unit}` });
const button = (name: string) => screen.getByRole('button', { name });

test('as it is added it looks back 14 days', async () => {
  const open = await lookBack();
  expect(number().value).toBe('14');
  expect(periodIn(open)).toBeUndefined();
});

test('buttons and keys step it by one and by ten', async () => {
  const open = await lookBack();
  fireEvent.click(button('One more'));
  expect(periodIn(open)).toBe('last 15 days');
  fireEvent.click(button('One fewer'));
  press(number(), 'ArrowDown');
  expect(periodIn(open)).toBe('last 13 days');
  press(number(), 'PageUp');
  expect(periodIn(open)).toBe('last 23 days');
  press(number(), 'PageDown');
  press(number(), 'ArrowUp');
  // What it begins with needs no words in the address.
  expect(periodIn(open)).toBeUndefined();
});

test('it stops at its ends, and one day is said as one', async () => {
  const open = await lookBack({ default: 'last 2 days', least: 1, most: 3 });
  expect(button('One fewer')).toHaveProperty('disabled', false);
  fireEvent.click(button('One fewer'));
  expect(periodIn(open)).toBe('last 1 day');
  expect(button('One fewer')).toHaveProperty('disabled', true);
  press(number(), 'PageUp');
  expect(periodIn(open)).toBe('last 3 days');
  expect(button('One more')).toHaveProperty('disabled', true);
  press(number(), 'ArrowUp');
  expect(periodIn(open)).toBe('last 3 days');
});

test('a number is taken while it is typed; one that is too large or none is not, and it is said', async () => {
  const open = await lookBack({ most: 40 });
  type(number(), '30');
  expect(periodIn(open)).toBe('last 30 days');
  for (const wrong of ['41', '0', '', 'ten', '-3', '1.5']) {
    type(number(), wrong);
    expect(number().getAttribute('aria-invalid')).toBe('true');
    expect(screen.getByRole('alert').textContent).toBe('From 1 to 40.');
    expect(periodIn(open)).toBe('last 30 days');
  }
  fireEvent.blur(number());
  expect(number().value).toBe('30');
  expect(screen.queryByRole('alert')).toBeNull();
});

test('the slider shows every number while it is moved and takes the one it is left at', async () => {
  const open = await lookBack();
  const slider = screen.getByRole('slider', { name: 'Last so many days' });
  expect([slider.getAttribute('min'), slider.getAttribute('max')]).toEqual(['1', '365']);
  fireEvent.change(slider, { target: { value: '90' } });
  expect(periodIn(open)).toBe('last 90 days');
});

test('the number stays when another unit is chosen', async () => {
  const open = await lookBack();
  fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Unit' }));
  expect(screen.getAllByRole('option').map((option) => option.textContent)).toEqual([
    'days',
    'days of data',
    'weeks',
    'full weeks',
    'full months',
  ]);
  fireEvent.click(screen.getByRole('option', { name: 'full weeks' }));
  expect(periodIn(open)).toBe('last 14 full weeks');
  expect(number('full weeks').value).toBe('14');
});

test('of one unit there is nothing to choose', async () => {
  await lookBack({ units: ['days'] });
  expect(screen.queryByRole('combobox', { name: 'Unit' })).toBeNull();
  expect(screen.getByText('days')).toBeTruthy();
});

test('a unit that is held is offered although the designer does not', async () => {
  await lookBack({ default: 'last 2 quarters', units: ['days', 'weeks'] });
  fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Unit' }));
  expect(screen.getAllByRole('option').map((option) => option.textContent)).toEqual([
    'days',
    'weeks',
    'quarters',
  ]);
});

test('what a number cannot say is shown as it is, and a number takes its place with one click', async () => {
  const open = await lookBack({ default: 'this month' });
  expect(screen.getByText('this month')).toBeTruthy();
  expect(screen.queryByRole('slider')).toBeNull();
  fireEvent.click(button('Back to last 1 day'));
  expect(periodIn(open)).toBe('last 1 day');
  expect(number().value).toBe('1');
});
