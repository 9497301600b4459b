/** The switches of rolling phrases, and what each does to a phrase. */
import { parsePoint } from './parse';
import type { Point } from './phrase';
import { isSwitchedOn, ROLLING_SWITCHES, switchedLike, withoutSwitchedDay, withSwitch } from './rolling';

const point = (text: string): Point => {
  const parsed = parsePoint(text);
  if (!parsed.ok) throw new Error(text);
  return parsed.phrase;
};
const TODAY = point('today');

describe('today counts', () => {
  test.each([
    ['last 14 days', 'today', true, 'last 14 days counted from yesterday'],
    ['last 14 days counted from yesterday', 'today', false, 'last 14 days'],
    ['last 14 days', 'yesterday', false, 'last 14 days counted from today'],
    ['last 14 days counted from today', 'yesterday', true, 'last 14 days'],
    ['this month to date', 'today', true, 'this month to date counted from yesterday'],
    ['last 7 days of data', 'today', true, 'last 7 days of data counted from yesterday'],
  ])('%s, counted from %s: %s, else %s', (text, anchor, isOn, other) => {
    expect(isSwitchedOn(text, 'today counts', point(anchor))).toBe(isOn);
    expect(withSwitch(text, 'today counts', !isOn, point(anchor))).toBe(other);
    expect(withSwitch(other, 'today counts', isOn, point(anchor))).toBe(text);
  });

  test.each([
    ['last 3 full months', 'today'],
    ['2025-03', 'today'],
    ['all', 'today'],
    ['last 14 days', 'latest'],
    ['last 14 days counted from 2025-03-01', 'today'],
    ['no phrase', 'today'],
  ])('says nothing of %s counted from %s', (text, anchor) => {
    expect(isSwitchedOn(text, 'today counts', point(anchor))).toBeUndefined();
    expect(withSwitch(text, 'today counts', false, point(anchor))).toBe(text);
  });
});

describe('only finished', () => {
  test.each([
    ['last 3 months', 'last 3 full months'],
    ['last 2 fiscal quarters', 'last 2 full fiscal quarters'],
    ['last 5 weeks counted from yesterday', 'last 5 full weeks counted from yesterday'],
  ])('%s and %s', (text, finished) => {
    expect(isSwitchedOn(text, 'only finished', TODAY)).toBe(false);
    expect(isSwitchedOn(finished, 'only finished', TODAY)).toBe(true);
    expect(withSwitch(text, 'only finished', true, TODAY)).toBe(finished);
    expect(withSwitch(finished, 'only finished', false, TODAY)).toBe(text);
  });

  test.each(['last 14 days', 'this month', 'next 3 months', '2025'])('says nothing of %s', (text) => {
    expect(isSwitchedOn(text, 'only finished', TODAY)).toBeUndefined();
  });
});

test('the day that a switch put behind a phrase can be taken off', () => {
  expect(withoutSwitchedDay('last 14 days counted from yesterday')).toBe('last 14 days');
  expect(withoutSwitchedDay('last 14 days counted from 2025-03-01')).toBe(
    'last 14 days counted from 2025-03-01',
  );
});

test.each([
  ['last 3 months', 'last 14 days counted from yesterday', 'last 3 months counted from yesterday'],
  ['last 3 months', 'last 2 full weeks', 'last 3 full months'],
  ['2025', 'last 14 days counted from yesterday', '2025'],
  ['last 3 months', 'last 14 days', 'last 3 months'],
  ['last 3 months', '2025', 'last 3 months'],
])('%s, switched like %s, is %s', (text, other, expected) => {
  expect(switchedLike(text, other, ROLLING_SWITCHES, TODAY)).toBe(expected);
});
