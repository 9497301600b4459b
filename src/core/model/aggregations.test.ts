/** Each aggregation by its record: its value from a query's figures, and how its parts make the whole. */
import { AGGREGATIONS, type Aggregation } from './model';
import { aggregationOf, takesColumn, type AggregatedGroup } from './aggregations';

const FIGURES = { sum: 30, minimum: 2, maximum: 20, closing: 7 };
const group = (more: Partial<AggregatedGroup> = {}): AggregatedGroup => ({
  rows: 5,
  number: {} as AggregatedGroup['number'],
  count: 4,
  distinct: 3,
  figure: (figure) => FIGURES[figure],
  ...more,
});
const value = (aggregation: Aggregation, more?: Partial<AggregatedGroup>) =>
  aggregationOf({ aggregation }).value(group(more));

test.each<[Aggregation, number | null]>([
  ['sum', 30],
  ['average', 7.5],
  ['count', 4],
  ['count distinct', 3],
  ['minimum', 2],
  ['maximum', 20],
  ['closing', 7],
  ['ratio', null],
])('the %s is %p', (aggregation, expected) => {
  expect(value(aggregation)).toBe(expected);
});

test('without a value in the column there is nothing to show', () => {
  for (const aggregation of AGGREGATIONS) expect(value(aggregation, { count: 0, distinct: 0 })).toBeNull();
});

test('a count without a column is one of rows, and no rows are nothing', () => {
  expect(value('count', { number: undefined, count: 0 })).toBe(5);
  expect(value('count', { number: undefined, count: 0, rows: 0 })).toBeNull();
});

test('which columns each takes', () => {
  const taken = (aggregation: Aggregation) =>
    [true, false].map((isNumber) => takesColumn(aggregationOf({ aggregation }).of, isNumber));
  expect(taken('sum')).toEqual([true, false]);
  expect(taken('count')).toEqual([true, true]);
  expect(taken('count distinct')).toEqual([true, true]);
  expect(taken('ratio')).toEqual([false, false]);
});

test('only sums and counts grow with the days', () => {
  expect(AGGREGATIONS.filter((aggregation) => aggregationOf({ aggregation }).addsUpOverDays)).toEqual([
    'sum',
    'count',
  ]);
});
