/** How this browser's reader wants numbers and days: kept, and the browser's where nothing is. */
import { chooseLocale, currentLocale, numberWords } from '../../core/locale';
import { applyOwnLocale, keepLocaleChoice, localeChoice, ownLocale } from './locale';

const FIRST = currentLocale();
afterEach(() => {
  localStorage.clear();
  chooseLocale(FIRST);
});

test('where nothing was chosen numbers are the browser’s, and days are read as they are written', () => {
  expect(localeChoice()).toEqual({ tag: '', dates: 'day first' });
  expect(ownLocale().numbers).toBe(navigator.language);
});

test('what was chosen is kept, and numbers follow it from then on', () => {
  keepLocaleChoice({ tag: 'de-DE', dates: 'year first' });
  expect(localeChoice()).toEqual({ tag: 'de-DE', dates: 'year first' });
  expect(ownLocale().numbers).toBe('de-DE');
  applyOwnLocale();
  expect(numberWords(1234.5)).toBe('1.234,5');
  expect(currentLocale().dates).toBe('year first');
});

test.each(['', 'nonsense', 'day-first not@a@tag', 'sideways de-DE'])(
  '%j, found in the browser, does no harm',
  (kept) => {
    localStorage.setItem('dathen-locale', kept);
    expect(localeChoice().dates).toBe('day first');
    expect(() => applyOwnLocale()).not.toThrow();
  },
);
