/** The arithmetic of a calendar by examples: March 1970 began on a Sunday. */
import { DEFAULT_RULE } from '../../../core/calendar/rule';
import type { DayRuns } from '../../../core/calendar/runs';
import { d, runs } from '../../../core/calendar/testing';
import type { CalendarPicker } from '../../../core/dashboard/document/document';
import { anyOffered, dayByKey, decadeOf, monthOf, pickedText, pickedUnit, weeksOf } from './calendarGrid';

test('the weeks of a month are whole, with days of its neighbours', () => {
  const march = weeksOf(d('1970-03-14'), DEFAULT_RULE);
  expect(march.map((week) => week.length)).toEqual([7, 7, 7, 7, 7, 7]);
  expect([march[0]![0], march.at(-1)!.at(-1)]).toEqual([d('1970-02-23'), d('1970-04-05')]);
  // A month that begins with a week and ends with one has no days beside its own.
  const february = weeksOf(d('2027-02-10'), DEFAULT_RULE);
  expect(february.flat()).toHaveLength(28);
  const sunday = { ...DEFAULT_RULE, weekStart: 7 as const };
  expect(weeksOf(d('1970-03-14'), sunday)[0]![0]).toBe(d('1970-03-01'));
});

const OFFERED = runs(['1970-02-01', '1970-02-10'], ['1970-02-20', '1970-03-20']);
test.each([
  ['ArrowRight', '1970-02-05', '1970-02-06'],
  ['ArrowRight', '1970-02-10', '1970-02-20'],
  ['ArrowRight', '1970-03-20', '1970-03-20'],
  ['ArrowLeft', '1970-02-20', '1970-02-10'],
  ['ArrowLeft', '1970-02-01', '1970-02-01'],
  ['ArrowDown', '1970-02-02', '1970-02-09'],
  ['ArrowDown', '1970-02-05', '1970-02-20'],
  ['ArrowUp', '1970-02-20', '1970-02-10'],
  ['ArrowUp', '1970-02-28', '1970-02-21'],
  ['PageDown', '1970-02-05', '1970-03-05'],
  ['PageUp', '1970-03-05', '1970-02-05'],
  ['PageUp', '1970-03-15', '1970-02-10'],
  ['Home', '1970-02-05', '1970-02-02'],
  ['End', '1970-02-05', '1970-02-08'],
])('%s leads from %s to %s', (key, from, to) => {
  expect(dayByKey(key, d(from), OFFERED, DEFAULT_RULE)).toBe(d(to));
});
test('other keys lead nowhere', () => {
  expect(dayByKey('a', d('1970-02-05'), OFFERED, DEFAULT_RULE)).toBeUndefined();
});

type Picks = CalendarPicker['picks'];
const DAY = d('1970-02-05');
test.each<[Picks, string | null, string]>([
  ['day', null, '1970-02-05'],
  ['from', null, '1970-02-05/..'],
  ['up to', null, '../1970-02-05'],
  ['range', null, '1970-02-05'],
  ['range', '1970-02-01', '1970-02-01/1970-02-05'],
  ['range', '1970-02-09', '1970-02-05/1970-02-09'],
  ['range', '1970-02-05', '1970-02-05'],
])('picking “%s” after %s says %s', (picks, from, text) => {
  expect(pickedText(picks, DAY, [], from === null ? null : d(from))).toBe(text);
});

test('of several days one goes in and out again; days side by side are a stretch; none is every day', () => {
  expect(pickedText('days', DAY, [], null)).toBe('1970-02-05');
  expect(pickedText('days', DAY, runs(['1970-02-03', '1970-02-04']), null)).toBe('1970-02-03/1970-02-05');
  expect(pickedText('days', DAY, runs(['1970-02-01', '1970-02-02']), null)).toBe(
    '1970-02-01/1970-02-02, 1970-02-05',
  );
  expect(pickedText('days', DAY, runs(['1970-02-04', '1970-02-06']), null)).toBe('1970-02-04, 1970-02-06');
  expect(pickedText('days', DAY, [{ start: DAY, end: DAY }], null)).toBe('all');
  // What has no end cannot be listed day by day: the pick begins anew.
  expect(pickedText('days', DAY, [{ start: -Infinity, end: d('1970-02-04') }], null)).toBe('1970-02-05');
});

test.each<[Picks, string | null]>([
  ['day', null],
  ['from', '1970-02-02/..'],
  ['up to', '../1970-02-08'],
  ['range', '1970-W06'],
  ['days', '1970-02-02/1970-02-06'],
])('a whole week where “%s” is picked says %s', (picks, text) => {
  const offered = runs(['1970-01-01', '1970-02-06']);
  expect(pickedUnit(picks, 'week', DAY, DEFAULT_RULE, { now: [], offered })).toBe(text);
});

test('a whole unit goes out of several days only where all of it is in', () => {
  const offered = runs(['1970-02-01', '1970-02-28']);
  const week = (now: DayRuns) => pickedUnit('days', 'week', DAY, DEFAULT_RULE, { now, offered });
  expect(week(runs(['1970-02-02', '1970-02-07']))).toBe('1970-02-02/1970-02-08');
  expect(week(runs(['1970-02-01', '1970-02-09']))).toBe('1970-02-01, 1970-02-09');
  expect(week(runs(['1970-02-02', '1970-02-08']))).toBe('all');
  expect(week(runs(['1970-02-20', '1970-02-21']))).toBe('1970-02-02/1970-02-08, 1970-02-20/1970-02-21');
});

test('years come by the dozen from the beginning of their decade, within those that are known', () => {
  expect(decadeOf(d('2026-06-03'))).toEqual(Array.from({ length: 12 }, (_, i) => 2020 + i));
  expect(decadeOf(d('2030-01-01'))[0]).toBe(2030);
  expect(monthOf(2026, 2)).toBe(d('2026-02-01'));
  expect(monthOf(10_003, 12)).toBe(d('9999-12-01'));
  expect(monthOf(0, 1)).toBe(d('0001-01-01'));
});

test.each([
  ['1970-02-11', '1970-02-19', false],
  ['1970-02-11', '1970-02-20', true],
  ['1970-02-10', '1970-02-19', true],
  ['1970-03-21', '1970-04-30', false],
])('whether a day from %s to %s is offered: %s', (first, last, is) => {
  expect(anyOffered(OFFERED, d(first), d(last))).toBe(is);
});

describe('over two years with a hole', () => {
  /** Data from 2024 to 2025 with nothing in March and April 2025. */
  const DATA = runs(['2024-01-01', '2025-02-28'], ['2025-05-01', '2025-12-31']);
  test('a month has whole weeks that begin as the rule says', () => {
    const weeks = weeksOf(d('2025-03-01'), { ...DEFAULT_RULE, weekStart: 7 });
    expect(weeks[0]![0]).toBe(d('2025-02-23'));
    expect(weeks.every((week) => week.length === 7)).toBe(true);
  });

  test('keys pass over days without data', () => {
    expect(dayByKey('ArrowRight', d('2025-02-28'), DATA, DEFAULT_RULE)).toBe(d('2025-05-01'));
    expect(dayByKey('PageUp', d('2025-05-10'), DATA, DEFAULT_RULE)).toBe(d('2025-02-28'));
    expect(dayByKey('ArrowRight', d('2025-12-31'), DATA, DEFAULT_RULE)).toBe(d('2025-12-31'));
    expect(dayByKey('x', d('2025-12-31'), DATA, DEFAULT_RULE)).toBeUndefined();
  });

  test('picks become phrases', () => {
    const day = d('2025-03-05');
    expect(pickedText('day', day, [], null)).toBe('2025-03-05');
    expect(pickedText('from', day, [], null)).toBe('2025-03-05/..');
    expect(pickedText('up to', day, [], null)).toBe('../2025-03-05');
    expect(pickedText('range', day, [], d('2025-03-09'))).toBe('2025-03-05/2025-03-09');
    const two = pickedText('days', day, runs(['2025-03-01', '2025-03-02']), null);
    expect(two).toBe('2025-03-01/2025-03-02, 2025-03-05');
    expect(pickedText('days', day, runs(['2025-03-05', '2025-03-05']), null)).toBe('all');
  });
});
