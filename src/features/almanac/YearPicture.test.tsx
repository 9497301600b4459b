import { render, screen } from '@testing-library/react';
import { d } from '../../core/calendar/testing';
import { DEFAULT_RULE, type CalendarRule } from '../../core/calendar/rule';
import { YearPicture } from './YearPicture';

function drawn(rule: CalendarRule, special: Parameters<typeof YearPicture>[0]['special'] = []) {
  render(<YearPicture rule={rule} year={2026} special={special} />);
  const texts = [...document.querySelectorAll('text')].map((text) => text.textContent);
  const titles = [...document.querySelectorAll('title')].map((title) => title.textContent);
  return { texts, titles, words: screen.getByRole('img').getAttribute('aria-label') };
}
const fiscal = (part: Partial<CalendarRule['fiscal']>): CalendarRule => ({
  ...DEFAULT_RULE,
  fiscal: { ...DEFAULT_RULE.fiscal, ...part },
});

test('a year of days with their fiscal months, twelve months by name', () => {
  const { titles, texts } = drawn(DEFAULT_RULE);
  expect(titles).toHaveLength(365);
  expect(titles[0]).toContain('1 Jan 2026');
  expect(texts.filter((text) => /^[A-Z][a-z]{2}$/.test(text ?? ''))).toHaveLength(12);
});

test('where the fiscal year is the calendar year no fiscal months are marked', () => {
  expect(drawn(DEFAULT_RULE).texts.filter((text) => text?.startsWith('FY'))).toEqual([]);
});

test.each([
  ['a fiscal year from April', { yearStartMonth: 4 }],
  ['fiscal months from the fifth day', { monthStartDay: 5 }],
])('%s has its twelve months marked', (_, part) => {
  const { texts, words } = drawn(fiscal(part));
  const marked = texts.filter((text) => /\d/.test(text ?? '') && !/^\d+$/.test(text ?? ''));
  expect(marked).toHaveLength(12);
  expect(words).toMatch(/^The year 2026: .* begins on .*, its first month is /);
});

test('holidays and events are told with their day', () => {
  const special = [
    { day: d('2026-06-24'), name: 'Net Day', kind: 'holiday' },
    { day: d('2026-06-24'), name: 'Regatta', kind: 'event' },
  ] as unknown as Parameters<typeof YearPicture>[0]['special'];
  const told = drawn(DEFAULT_RULE, special).titles.filter((title) => title?.includes('Net Day'));
  expect(told).toHaveLength(1);
  expect(told[0]).toMatch(/24 Jun 2026.*, Net Day, Regatta$/);
});
