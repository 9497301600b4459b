/** What each value adds to a change: its words, its bar, and the ways on from it. */
import { fireEvent, screen } from '@testing-library/react';
import type { MeasuredVisual } from '../../../core/dashboard/document/visuals';
import type { Contribution } from '../../../core/dashboard/turn/comparing/contributions';
import { line, slicer } from '../../../core/dashboard/document/testing';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { withNewItem } from '../../../core/dashboard/wiring/wires';
import { TEST_MODEL, testMeasure } from '../../../core/model/testing';
import { role } from '../../../theme/roles';
import { openDashboard, showIn } from '../../workspace/testing';
import { ContributionList } from './ContributionList';

const SEATS = testMeasure('seats', 'sum', 'seats', { direction: 'more' });
const entry = (
  value: string | null,
  now: number | null,
  then: number | null,
  more: object = {},
): Contribution => ({
  value,
  now,
  then,
  adds: (now ?? 0) - (then ?? 0),
  rate: null,
  weight: null,
  kind: 'both',
  ...more,
});

async function list(
  entries: readonly Contribution[],
  {
    measure = SEATS,
    column = 'route',
    wired = true,
  }: { measure?: typeof SEATS; column?: string; wired?: boolean } = {},
) {
  const base = documentOf(line('sea'));
  const document = wired ? withNewItem(base, TEST_MODEL, slicer('routes')) : base;
  const dashboard = await openDashboard(document);
  const into: (string | null)[] = [];
  showIn(
    dashboard,
    <ContributionList
      measure={measure}
      by={{ dimension: { dataset: 'trips', column }, name: 'Route', entries }}
      visual={document.visuals[0] as MeasuredVisual}
      onInto={(value) => into.push(value)}
    />,
  );
  return { dashboard, into };
}
const items = () => screen.getAllByRole('listitem');
const bars = () =>
  [...document.querySelectorAll<HTMLElement>('[aria-hidden] > div:first-child')].map(({ style }) => [
    style.width,
    style.left === '50%' ? 'adds' : 'takes',
  ]);

test('each value tells what it adds, what it was and is, and whether it is new or gone', async () => {
  await list([
    entry('Veldry', 1500, 500),
    entry('Tamsel', 100, 600),
    entry('Osk', 40, null, { kind: 'new' }),
    entry(null, null, 20, { kind: 'gone' }),
    entry('Quern', 7, 7),
  ]);
  expect(screen.getByRole('list', { name: 'What each route adds' })).toBeTruthy();
  expect(items().map((item) => item.querySelector('button')!.textContent)).toEqual([
    'Veldry',
    'Tamsel',
    'Osk new',
    '(blank) gone',
    'Quern',
  ]);
  expect(items().map((item) => item.querySelector('strong')!.textContent)).toEqual([
    '+1,000',
    '−500',
    '+40',
    '−20',
    '0',
  ]);
  expect(items()[0]!.textContent).toContain('1,500 against 500');
});

test('bars go to both sides, as long as their share of the greatest', async () => {
  await list([entry('Veldry', 100, 0), entry('Tamsel', 0, 50), entry('Quern', 7, 7)]);
  expect(bars()).toEqual([
    ['50%', 'adds'],
    ['25%', 'takes'],
    ['0%', 'adds'],
  ]);
});

test('where nothing adds anything bars are of no length', async () => {
  await list([entry('Quern', 7, 7)]);
  expect(bars()).toEqual([['0%', 'adds']]);
});

test.each([
  ['more', role.better, role.worse],
  ['less', role.worse, role.better],
  ['neither', role.quiet, role.quiet],
] as const)(
  'where %s is better, what adds and what takes away have their colours',
  async (direction, up, down) => {
    await list([entry('Veldry', 2, 1), entry('Tamsel', 1, 2)], { measure: { ...SEATS, direction } });
    expect(items().map((item) => item.querySelector('strong')!.style.color)).toEqual([up, down]);
  },
);

test('of a rate it tells what its own rate and what its share adds; it does not add up with others', async () => {
  const apart = { adds: null };
  const many = Array.from({ length: 13 }, (_, i) => entry(`Quay ${i}`, 2, 1, apart));
  await list([entry('Veldry', 5, 3, { ...apart, rate: 3, weight: -1 }), ...many]);
  expect(items()[0]!.querySelector('strong')!.textContent).toBe('+2');
  expect(items()[0]!.textContent).toContain('own rate +3, its share −1');
  expect(items().at(-1)!.textContent).toBe('The other 2 together');
});

test('after twelve the others stand together, with what they add', async () => {
  const many = (count: number) => Array.from({ length: count }, (_, i) => entry(`Quay ${i}`, 20 - i, 0));
  await list(many(14));
  expect(items()).toHaveLength(13);
  expect(items().at(-1)!.textContent).toBe('The other 2 together +15');
});

test('one that is left is said as one', async () => {
  await list(Array.from({ length: 13 }, (_, i) => entry(`Quay ${i}`, 20 - i, 0)));
  expect(items().at(-1)!.textContent).toBe('One other +8');
});

test('one goes into a value, also into blank, or keeps only it by the slicer that reaches the visual', async () => {
  const { dashboard, into } = await list([entry('Veldry', 2, 1), entry(null, 2, 1)]);
  for (const item of items()) fireEvent.click(item.querySelector('button')!);
  expect(into).toEqual(['Veldry', null]);
  fireEvent.click(screen.getAllByRole('button', { name: 'Keep only it' })[1]!);
  expect(dashboard.held.state.choices.routes).toEqual([null]);
});

test('without a slicer of that dimension nothing can be kept', async () => {
  await list([entry('web', 2, 1)], { column: 'channel' });
  expect(screen.queryByRole('button', { name: 'Keep only it' })).toBeNull();
});

test('without a wire nothing can be kept', async () => {
  await list([entry('Veldry', 2, 1)], { wired: false });
  expect(screen.queryByRole('button', { name: 'Keep only it' })).toBeNull();
});
