import { CELL, HEAD, NAME, ROW } from './CrosspointParts';
import { drawnOf } from './useBoardWindow';

const view = (rows: number, columns: number, left = 0, top = 0) => ({
  left,
  top,
  width: NAME + columns * CELL,
  height: HEAD + rows * ROW,
});
const counts = { rows: 100, columns: 300 };
const ends = (list: readonly number[]) => [list[0], list.at(-1), list.length];

test('what is in view is drawn, and three more at each side', () => {
  const { rows, columns } = drawnOf(view(5, 8), counts, { row: 0, column: 0 });
  expect(rows).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  expect(ends(columns)).toEqual([0, 10, 11]);
});

test('scrolled, it is those around the view; a row in view in part is drawn', () => {
  const { rows, columns } = drawnOf(view(5, 8, 20 * CELL, 10 * ROW + 1), counts, { row: 10, column: 20 });
  expect(ends(rows)).toEqual([7, 18, 12]);
  expect(ends(columns)).toEqual([17, 30, 14]);
});

test('at the end there is nothing beyond', () => {
  const { rows } = drawnOf(view(5, 8, 0, 95 * ROW), counts, { row: 99, column: 0 });
  expect(ends(rows)).toEqual([92, 99, 8]);
});

test('the crosspoint with the focus is drawn out of view too, if it is there', () => {
  expect(drawnOf(view(5, 8), counts, { row: 60, column: 0 }).rows.at(-1)).toBe(60);
  expect(drawnOf(view(5, 8), { rows: 3, columns: 3 }, { row: 60, column: 60 })).toEqual({
    rows: [0, 1, 2],
    columns: [0, 1, 2],
  });
});
