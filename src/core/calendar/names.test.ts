import { dayCountWords, dayWords, isoWeek, longDayWords, tileLabel, unitWords, windowWords } from './names';
import { DEFAULT_RULE } from './rule';
import { d } from './testing';
import { UNITS } from './units';

describe('names of days and units', () => {
  test.each([
    ['2024-12-30', 2025, 1],
    ['2027-01-03', 2026, 53],
    ['2025-06-18', 2025, 25],
  ] as const)('%s lies in week %i-%i', (day, year, week) => expect(isoWeek(d(day))).toEqual({ year, week }));

  test('days read as in a logbook', () => {
    expect(dayWords(d('2025-03-03'))).toBe('Mon 3 Mar 2025');
    expect(longDayWords(d('2025-03-03'))).toBe('Monday 3 March 2025');
    expect(windowWords(d('2025-03-10'), d('2025-03-16'))).toBe('10–16 Mar 2025');
    expect(windowWords(d('2025-03-03'), d('2025-06-01'))).toBe('3 Mar – 1 Jun 2025');
    expect(windowWords(d('2025-12-03'), d('2026-01-01'))).toBe('3 Dec 2025 – 1 Jan 2026');
    expect(dayCountWords(1)).toBe('1 day');
    expect(dayCountWords(1200)).toBe('1,200 days');
  });

  test('units read by their names, tiles shortly', () => {
    const day = d('2025-03-12');
    const words = UNITS.map((unit) => unitWords(unit, day, DEFAULT_RULE));
    expect(words).toEqual([
      'Wed 12 Mar 2025',
      'week 11, 10–16 Mar 2025',
      'March 2025',
      '2025 Q1',
      '2025',
      'FY2025 M03, 1–31 Mar 2025',
      'FY2025 Q1, 1 Jan – 31 Mar 2025',
      'FY2025, 1 Jan – 31 Dec 2025',
    ]);
    expect(UNITS.map((unit) => tileLabel(unit, day, DEFAULT_RULE))).toEqual([
      '12',
      '10',
      'Mar',
      'Q1',
      '2025',
      'M03',
      'Q1',
      'FY2025',
    ]);
    expect(unitWords('week', day, { ...DEFAULT_RULE, weekStart: 7 })).toBe('week 9–15 Mar 2025');
  });
});
