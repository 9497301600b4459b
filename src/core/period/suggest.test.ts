import { parsePhrase } from './parse';
import { suggestPhrase } from './suggest';

describe('what was probably meant', () => {
  test.each([
    ['month to date', 'this month to date'],
    ['ytd', 'this year to date'],
    ['MTD', 'this month to date'],
    ['last full week', 'last 1 full week'],
    ['31/12/2025', '2025-12-31'],
    ['31.12.2025', '2025-12-31'],
    ['12/31/2025', '2025-12-31'],
    ['31 Mar 2024', '2024-03-31'],
    ['last quarter to date', 'from start of last quarter to today minus 1 quarter'],
    ['Q1 2025', '2025-Q1'],
    ['2025 Q1', '2025-Q1'],
    ['March 2025', '2025-03'],
    ['mar 2025', '2025-03'],
    ['3/2025', '2025-03'],
    ['FY 2025', 'FY2025'],
    ['fy2025 m3', 'FY2025-M03'],
    ['week 7 2025', '2025-W07'],
    ['30 days', 'last 30 days'],
    ['last 30', 'last 30 days'],
    ['3 weeks ago', 'today minus 3 weeks'],
    ['rolling 12 months', 'last 12 months'],
    ['current fiscal quarter', 'this fiscal quarter'],
    ['fiscal year to date', 'this fiscal year to date'],
    ['1/3/2025 - 31/3/2025', '2025-03-01/2025-03-31'],
    ['March 2025 to May 2025', '2025-03/2025-05'],
    ['since 2025-03-01', 'from 2025-03-01 to today'],
    ['until 2025-03-01', 'up to 2025-03-01'],
    ['everything', 'all'],
  ])('%s: %s', (text, phrase) => {
    expect(parsePhrase(text).ok).toBe(false);
    expect(suggestPhrase(text)).toBe(phrase);
  });

  test.each([
    '',
    'month of sundays',
    'Q5 2025',
    'Marching 2025',
    '32/12/2025',
    'last 7 days',
    'since forever',
  ])('%s: nothing', (text) => expect(suggestPhrase(text)).toBeUndefined());
});
