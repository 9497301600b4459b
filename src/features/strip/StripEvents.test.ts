import type { SpecialDay } from '../../core/calendar/almanac';
import { stretchesOf } from './StripEvents';

const on = (name: string, ...days: number[]): SpecialDay[] =>
  days.map((day) => ({ name, day, kind: 'event' }));

test('days on end under one name are one stretch, others are apart', () => {
  expect(stretchesOf([...on('Storm', 3, 4, 5, 9), ...on('Fair', 4)])).toEqual([
    { name: 'Storm', start: 3, end: 5 },
    { name: 'Fair', start: 4, end: 4 },
    { name: 'Storm', start: 9, end: 9 },
  ]);
  expect(stretchesOf([])).toEqual([]);
});

test('the order of days, and the same day twice, make no difference', () => {
  expect(stretchesOf(on('Storm', 5, 3, 4, 4))).toEqual([{ name: 'Storm', start: 3, end: 5 }]);
});
