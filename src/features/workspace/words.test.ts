import { DEFAULT_RULE } from '../../core/calendar/rule';
import { runsWords } from '../../core/period/describe';
import { coverageWords } from '../../core/dashboard/turn/said/coverageWords';

test('windows read as sentences', () => {
  const run = (start: number, end: number) => [{ start, end }];
  expect(runsWords(run(0, 30), DEFAULT_RULE)).toBe('January 1970');
  expect(runsWords(run(-Infinity, 30), DEFAULT_RULE)).toBe('up to 31 Jan 1970');
  expect(runsWords(run(0, Infinity), DEFAULT_RULE)).toBe('from 1 Jan 1970');
  expect(runsWords(run(-Infinity, Infinity), DEFAULT_RULE)).toBe('every day');
  expect(runsWords([], DEFAULT_RULE)).toBe('no day');
  expect(coverageWords(run(0, 90), 88)).toBe('91 days, data on 88');
  expect(coverageWords(run(0, 0), 1)).toBe('1 day, data on all');
});
