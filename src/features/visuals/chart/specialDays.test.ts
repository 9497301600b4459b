/** Names of holidays and events on the buckets of a chart. */
import { d } from '../../../core/calendar/testing';
import { DEFAULT_RULE } from '../../../core/calendar/rule';
import { bucketsOf } from '../../../core/dashboard/turn/grain';
import { specialWords } from './specialDays';

const day = (text: string, name: string, kind: 'holiday' | 'event' = 'holiday') => ({
  day: d(text),
  name,
  kind,
});
const months = bucketsOf('month', d('2026-05-10'), d('2026-07-20'), DEFAULT_RULE);

test('each bucket has the days that lie in it, in their order, its first and last day among them', () => {
  const special = [
    day('2026-06-24', 'Midsummer Day'),
    day('2026-06-01', 'Harbour Day'),
    day('2026-06-30', 'Regatta', 'event'),
    day('2026-08-01', 'Too late'),
    day('2026-04-30', 'Too early'),
  ];
  expect(specialWords(special, months)).toEqual([
    null,
    'Harbour Day, 1 Jun; Midsummer Day, 24 Jun; Regatta, 30 Jun',
    null,
  ]);
});

test('one name is told once, by its first day; of many names the first three and how many more', () => {
  const storm = ['03', '04', '05'].map((number) => day(`2026-07-${number}`, 'Storm', 'event'));
  const more = ['Ada', 'Bo', 'Cy', 'Di'].map((name, i) => day(`2026-07-1${i}`, name));
  expect(specialWords([...more, ...storm], months)[2]).toBe('Storm, 3 Jul; Ada, 10 Jul; Bo, 11 Jul; 2 more');
});

test('no day, no words', () => {
  expect(specialWords([], months)).toEqual([null, null, null]);
});
