/** Branches of a date tree: what is checked in them, and how they are written. */
import { DEFAULT_RULE } from '../../../core/calendar/rule';
import { countDaysIn } from '../../../core/calendar/runs';
import { d, runs } from '../../../core/calendar/testing';
import { childrenOf, toggledNode, treeText } from './treeNodes';

/** Data from 2024 to 2025 with nothing in March and April 2025. */
const DATA = runs(['2024-01-01', '2025-02-28'], ['2025-05-01', '2025-12-31']);

test('parents are checked, partly checked or not, and days without data do not count', () => {
  const chosen = runs(['2025-01-01', '2025-04-30']);
  const years = childrenOf('calendar', null, DATA, chosen, DEFAULT_RULE);
  expect(years.map((node) => [node.name, node.checked])).toEqual([
    ['2024', 'none'],
    ['2025', 'some'],
  ]);
  const quarters = childrenOf('calendar', years[1]!, DATA, chosen, DEFAULT_RULE);
  expect(quarters.map((node) => [node.name, node.checked, node.days])).toEqual([
    ['Q1', 'all', 59],
    ['Q2', 'none', 61],
    ['Q3', 'none', 92],
    ['Q4', 'none', 92],
  ]);
  const months = childrenOf('calendar', quarters[0]!, DATA, chosen, DEFAULT_RULE);
  expect(months.map((node) => node.name)).toEqual(['January', 'February']);
});

test('branches are written by their names, and days come in and go out', () => {
  const [first, second] = childrenOf('calendar', null, DATA, [], DEFAULT_RULE);
  const one = toggledNode([], second!);
  expect(treeText('calendar', one, DEFAULT_RULE)).toBe('2025');
  const quarter = childrenOf('calendar', first!, DATA, one, DEFAULT_RULE)[1]!;
  const two = toggledNode(one, quarter);
  expect(treeText('calendar', two, DEFAULT_RULE)).toBe('2024-Q2, 2025');
  expect(
    countDaysIn(toggledNode(two, { ...quarter, checked: 'all' }), d('2024-01-01'), d('2024-12-31')),
  ).toBe(0);
  expect(treeText('calendar', [], DEFAULT_RULE)).toBe('all');
  expect(treeText('calendar', runs(['2025-01-05', '2025-02-03']), DEFAULT_RULE)).toBe(
    '2025-01-05/2025-02-03',
  );
});
