import { compareCells, mergedRows } from './mergedRows';

test.each([
  ['decimal', '-10.50', '9.75'],
  ['whole', '9', '10'],
  ['whole', '9007199254740992', '9007199254740993'],
  ['day', '2026-02-28', '2026-03-01'],
  ['timestamp', '2026-02-28 09:00:00.000', '2026-02-28 10:00:00.000'],
  ['text', 'Zeal', 'aft'],
  // By their bytes, not by the halves that these letters have here.
  ['text', '\uFFFD', '𝄞'],
  ['text', 'Quern', 'Quern '],
  ['text', null, ''],
] as const)('%s: %p comes before %p', (type, a, b) => {
  expect(compareCells(type, a, b)).toBeLessThan(0);
  expect(compareCells(type, b, a)).toBeGreaterThan(0);
  expect(compareCells(type, b, b)).toBe(0);
});

test('rows of several parts are in one order, those alike by their numbers in the same direction', () => {
  const rows = [
    { row_id: 3, sort_key: 'b' },
    { row_id: 6, sort_key: null },
    { row_id: 1, sort_key: 'b' },
    { row_id: 10, sort_key: 'a' },
    { row_id: '4', sort_key: null },
  ];
  const numbers = (isDescending: boolean) =>
    mergedRows(rows, 'text', isDescending).map(({ row_id }) => Number(row_id));
  expect(numbers(false)).toEqual([4, 6, 10, 1, 3]);
  expect(numbers(true)).toEqual([3, 1, 10, 6, 4]);
});
