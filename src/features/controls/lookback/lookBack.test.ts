/** Look-backs to and from phrases. */
import { lookBackOf, lookBackText } from './lookBack';

test.each([
  ['last 14 days', 14, 'days'],
  ['last 1 day', 1, 'days'],
  ['last 90 days of data', 90, 'days of data'],
  ['last 1 day of data', 1, 'days of data'],
  ['last 13 full weeks', 13, 'full weeks'],
  ['last 1 full month', 1, 'full months'],
  ['last 3 years', 3, 'years'],
  ['last 1 full quarter', 1, 'full quarters'],
  ['last 2 fiscal months', 2, 'fiscal months'],
  ['last 1 full fiscal month', 1, 'full fiscal months'],
] as const)('%s is %i %s, and back', (text, count, unit) => {
  expect(lookBackOf(text)).toEqual({ count, unit });
  expect(lookBackText(count, unit)).toBe(text);
});

test('other phrases are none', () => {
  for (const text of [
    'all',
    'last month',
    'last 3 fiscal years',
    'last 14 days counted from yesterday',
    'nonsense',
  ])
    expect(lookBackOf(text)).toBeUndefined();
});
