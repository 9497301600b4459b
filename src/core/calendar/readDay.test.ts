import fc from 'fast-check';
import { isoDay } from './day';
import { dayWords, shortDayWords } from './names';
import { dateOrderOf, readDayText, readShortYear } from './readDay';
import { d, recentDay } from './testing';

describe('days as people type them', () => {
  test.each([
    ['2025-03-14', 'dmy', '2025-03-14'],
    ['14/3/2025', 'dmy', '2025-03-14'],
    ['3/14/2025', 'mdy', '2025-03-14'],
    ['14.03.2025', 'dmy', '2025-03-14'],
    [' 14  march 2025 ', 'mdy', '2025-03-14'],
    ['Fri 14 Mar 2025', 'ymd', '2025-03-14'],
    ['2025/3/14', 'mdy', '2025-03-14'],
    ['31.3.2024', 'ymd', '2024-03-31'],
    ['3/31/2024', 'dmy', '2024-03-31'],
    ['31/3/2024', 'mdy', '2024-03-31'],
    ['Mar 31, 2024', 'dmy', '2024-03-31'],
    ['31-Mar-2024', 'dmy', '2024-03-31'],
    ['1st April 2024', 'mdy', '2024-04-01'],
  ] as const)('%s (%s) is %s', (text, order, day) => expect(readDayText(text, order)).toBe(d(day)));

  test.each(['', '14', '14/3', '31/2/2025', '3/14/2025 x', '14/3/25', '2025-13-01', '14 Foo 2025'])(
    '“%s” is none',
    (text) => expect(readDayText(text, 'dmy')).toBeUndefined(),
  );

  test.each([
    ['31/3/24', 'dmy', '2024-03-31'],
    ['3/31/24', 'mdy', '2024-03-31'],
    ['31 Mar 68', 'dmy', '2068-03-31'],
    ['31.3.69', 'dmy', '1969-03-31'],
  ] as const)('%s (%s) probably means %s', (text, order, day) =>
    expect(readShortYear(text, order)).toBe(d(day)),
  );

  test.each(['31/3/2024', '31/3', '31/2/24', 'x 24', ''])('“%s” has no year of two digits', (text) =>
    expect(readShortYear(text, 'dmy')).toBeUndefined(),
  );

  test('what is shown can be typed', () => {
    fc.assert(
      fc.property(
        recentDay,
        fc.constantFrom('dmy' as const, 'mdy' as const, 'ymd' as const),
        (day, order) => {
          for (const text of [isoDay(day), dayWords(day), shortDayWords(day, true)])
            expect(readDayText(text, order)).toBe(day);
        },
      ),
    );
  });

  test('locales have their order', () => {
    expect(dateOrderOf('en-GB')).toBe('dmy');
    expect(dateOrderOf('en-US')).toBe('mdy');
    expect(dateOrderOf('ja-JP')).toBe('ymd');
  });
});
