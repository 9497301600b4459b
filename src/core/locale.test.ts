/** Numbers and days in the way of the person who reads. */
import { dayWords, longDayWords, shortDayWords, windowWords } from './calendar/names';
import { d } from './calendar/testing';
import { percentWords, indexWords } from './dashboard/turn/comparing/words';
import { chooseLocale, currentLocale, isLocale, numberWords, plural, type Locale } from './locale';
import { compactWords, valueWords } from './model/figures';

const FIRST = currentLocale();
afterEach(() => chooseLocale(FIRST));

const NUMBERS: readonly [tag: string, whole: string, decimal: string][] = [
  ['en', '1,234,567', '1,234.50 €'],
  ['de-DE', '1.234.567', '1.234,50 €'],
  ['fr-FR', '1\u202f234\u202f567', '1\u202f234,50 €'],
  ['de-CH', "1'234'567", "1'234.50 €"],
  ['en-IN', '12,34,567', '1,234.50 €'],
  // Digits stay those of the words around them.
  ['ar-EG', '1,234,567', '1,234.50 €'],
];

test.each(NUMBERS)('%s: groups and decimal mark of every number', (numbers, whole, decimal) => {
  chooseLocale({ numbers, dates: 'day first' });
  expect(numberWords(1234567).replace(/’/g, "'")).toBe(whole);
  expect(valueWords({ decimals: 2, unit: '€' }, 1234.5).replace(/’/g, "'")).toBe(decimal);
});

test('percents, indexes and short numbers have the same mark', () => {
  chooseLocale({ numbers: 'de-DE', dates: 'day first' });
  expect(percentWords(112.3, 100)).toBe('+12,3 %');
  expect(indexWords(112.3, 100)).toBe('112,3');
  expect(compactWords(1234567)).toBe('1,23m');
});

const DAYS: readonly [Locale['dates'], string, string, string, readonly [string, string, string]][] = [
  [
    'day first',
    'Mon 3 Mar 2025',
    'Monday 3 March 2025',
    '3 Mar',
    ['10–16 Mar 2025', '3 Mar – 1 Jun 2025', '3 Mar 2025 – 1 Jun 2026'],
  ],
  [
    'month first',
    'Mon Mar 3, 2025',
    'Monday March 3, 2025',
    'Mar 3',
    ['Mar 10–16, 2025', 'Mar 3 – Jun 1, 2025', 'Mar 3, 2025 – Jun 1, 2026'],
  ],
  [
    'year first',
    'Mon 2025-03-03',
    'Monday 2025-03-03',
    '03-03',
    ['2025-03-10 – 2025-03-16', '2025-03-03 – 2025-06-01', '2025-03-03 – 2026-06-01'],
  ],
];

test.each(DAYS)('%s: days and windows in words', (dates, day, long, short, windows) => {
  chooseLocale({ numbers: 'en', dates });
  expect(dayWords(d('2025-03-03'))).toBe(day);
  expect(longDayWords(d('2025-03-03'))).toBe(long);
  expect(shortDayWords(d('2025-03-03'), false)).toBe(short);
  expect([
    windowWords(d('2025-03-10'), d('2025-03-16')),
    windowWords(d('2025-03-03'), d('2025-06-01')),
    windowWords(d('2025-03-03'), d('2026-06-01')),
  ]).toEqual(windows);
});

test('a tag that is none leaves numbers as they are', () => {
  expect(isLocale('not a tag')).toBe(false);
  expect(isLocale('')).toBe(false);
  chooseLocale({ numbers: 'not a tag', dates: 'month first' });
  expect(numberWords(1234.5)).toBe('1,234.5');
  expect(currentLocale().dates).toBe('month first');
});

test('things are counted by their name', () => {
  expect([0, 1, 2, 1204].map((count) => plural(count, 'wire'))).toEqual([
    '0 wires',
    '1 wire',
    '2 wires',
    '1,204 wires',
  ]);
});
