import fc from 'fast-check';
import {
  checkedDay,
  civilFromDay,
  dayFromCivil,
  daysInMonth,
  FIRST_DAY,
  isLeapYear,
  isoDay,
  LAST_DAY,
  parseIsoDay,
  weekdayOf,
} from './day';

const anyDay = fc.integer({ min: FIRST_DAY, max: LAST_DAY });

describe('days', () => {
  test.each([
    ['1970-01-01', 0],
    ['1969-12-31', -1],
    ['2000-02-29', 11016],
    ['2026-06-03', 20607],
    ['0001-01-01', -719162],
    ['9999-12-31', 2932896],
  ])('%s is day %i', (text, day) => {
    expect(parseIsoDay(text)).toBe(day);
    expect(isoDay(day)).toBe(text);
  });

  test('every day has one civil date, the same as the platform’s', () => {
    fc.assert(
      fc.property(anyDay, (day) => {
        const { year, month, day: dayOfMonth } = civilFromDay(day);
        expect(dayFromCivil(year, month, dayOfMonth)).toBe(day);
        expect(parseIsoDay(isoDay(day))).toBe(day);
        const platform = new Date(day * 86_400_000);
        expect([year, month, dayOfMonth]).toEqual([
          platform.getUTCFullYear(),
          platform.getUTCMonth() + 1,
          platform.getUTCDate(),
        ]);
        expect(weekdayOf(day)).toBe(platform.getUTCDay() === 0 ? 7 : platform.getUTCDay());
      }),
    );
  });

  test.each(['2025-02-30', '2025-13-01', '2025-00-10', '0000-01-01', '2025-1-1', '20250101', 'x'])(
    '%s is no day',
    (text) => {
      expect(parseIsoDay(text)).toBeUndefined();
    },
  );

  test('months have the length that their last day tells', () => {
    for (const year of [1900, 2000, 2024, 2025]) {
      for (let month = 1; month <= 12; month++) {
        const length = daysInMonth(year, month);
        expect(checkedDay(year, month, length)).toBeDefined();
        expect(checkedDay(year, month, length + 1)).toBeUndefined();
      }
    }
    expect([1900, 2000, 2024, 2025].map(isLeapYear)).toEqual([false, true, true, false]);
  });
});
