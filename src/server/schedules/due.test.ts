import { checkCron, missedSince, nextDue } from './due';

const at = (text: string) => Date.parse(text);
const iso = (time: number) => new Date(time).toISOString();

test.each([
  ['0 7 * * 1-5', 'UTC', '2026-06-05T07:00:00Z', '2026-06-08T07:00:00.000Z'],
  ['0 7 * * 1-5', 'UTC', '2026-06-05T06:59:59Z', '2026-06-05T07:00:00.000Z'],
  ['30 6 1 * *', 'UTC', '2026-06-03T00:00:00Z', '2026-07-01T06:30:00.000Z'],
  // Seven in the morning is another moment in summer than in winter.
  ['0 7 * * *', 'Europe/Lisbon', '2026-06-03T12:00:00Z', '2026-06-04T06:00:00.000Z'],
  ['0 7 * * *', 'Europe/Lisbon', '2026-12-03T12:00:00Z', '2026-12-04T07:00:00.000Z'],
])('%s in %s after %s is %s', (cron, zone, after, due) => {
  expect(iso(nextDue(cron, zone, at(after)))).toBe(due);
});

test('an hour that a change of clocks leaves out comes all the same', () => {
  // In Lisbon the clocks go from 1 to 2 on 29 March 2026.
  expect(iso(nextDue('30 1 * * *', 'Europe/Lisbon', at('2026-03-28T12:00:00Z')))).toMatch(/^2026-03-29T/);
});

test.each([
  '',
  'every morning',
  '0 7 * *',
  '0 0 7 * * 1',
  '61 7 * * *',
  '0 7 * * 9',
  '* * * * *',
  '*/2 8 * * *',
])('“%s” is refused with a sentence', (cron) => {
  expect(() => checkCron(cron, 'UTC', at('2026-06-03T00:00:00Z'))).toThrow(/\.$/);
});

test.each(['0 7 * * 1-5', '*/15 8-18 * * *', '0 0 29 2 *'])('“%s” is taken', (cron) => {
  expect(() => checkCron(cron, 'UTC', at('2026-06-03T00:00:00Z'))).not.toThrow();
});

test('what went by is counted, the time that was due left out', () => {
  const due = at('2026-06-01T07:00:00Z');
  expect(missedSince('0 7 * * *', 'UTC', due, at('2026-06-01T07:00:05Z'))).toBe(0);
  expect(missedSince('0 7 * * *', 'UTC', due, at('2026-06-04T08:00:00Z'))).toBe(3);
  expect(missedSince('0 * * * *', 'UTC', due, at('2027-06-01T07:00:00Z'))).toBe(1000);
});
