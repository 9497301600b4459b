import { render, screen } from '@testing-library/react';
import type { MovedWindow } from '../../core/model/ruleChanges';
import { MovedWindows } from './MovedWindows';

const moved = (startMoves: number | null, endMoves: number | null): MovedWindow => ({
  dashboard: 4,
  title: 'Sea',
  control: 'Days',
  phrase: 'this season',
  before: '1 to 30 June',
  after: '2 to 29 June',
  startMoves,
  endMoves,
});
const rowOf = (window: MovedWindow) => {
  render(<MovedWindows label="Windows" windows={[window]} />);
  return screen.getAllByRole('cell').map((cell) => cell.textContent);
};

test('a window is told with where it is, and the way there', () => {
  expect(rowOf(moved(1, -1))).toEqual([
    'Sea',
    'Days, “this season”',
    '1 to 30 June',
    '2 to 29 June',
    'start 1 day later, end 1 day earlier',
  ]);
  expect(screen.getByRole('link', { name: 'Sea' }).getAttribute('href')).toBe('/dashboards/4');
});

test.each([
  [20, 0, 'start 20 days later'],
  [0, -2, 'end 2 days earlier'],
  [null, 3, 'end 3 days later'],
  [null, null, 'other days'],
  [0, 0, 'other days'],
])('ends that move by %p and %p', (start, end, words) => {
  expect(rowOf(moved(start, end)).at(-1)).toBe(words);
});
