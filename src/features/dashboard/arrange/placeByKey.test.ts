import fc from 'fast-check';
import { GRID_COLUMNS } from '../../../core/dashboard/document/document';
import { placeByKey } from './placeByKey';

const LEAST = { w: 4, h: 2 };
const at = (x: number, y: number, w: number, h: number) => ({ item: 'a', x, y, w, h });

test.each([
  ['ArrowLeft', false, at(0, 3, 6, 4), at(0, 3, 6, 4)],
  ['ArrowLeft', false, at(5, 3, 6, 4), at(4, 3, 6, 4)],
  ['ArrowRight', false, at(GRID_COLUMNS - 6, 3, 6, 4), at(GRID_COLUMNS - 6, 3, 6, 4)],
  ['ArrowRight', false, at(2, 3, 6, 4), at(3, 3, 6, 4)],
  ['ArrowUp', false, at(2, 0, 6, 4), at(2, 0, 6, 4)],
  ['ArrowDown', false, at(2, 0, 6, 4), at(2, 1, 6, 4)],
  ['ArrowLeft', true, at(2, 0, 4, 4), at(2, 0, 4, 4)],
  ['ArrowRight', true, at(GRID_COLUMNS - 6, 0, 6, 4), at(GRID_COLUMNS - 6, 0, 6, 4)],
  ['ArrowUp', true, at(2, 0, 6, 2), at(2, 0, 6, 2)],
  ['ArrowDown', true, at(2, 0, 6, 4), at(2, 0, 6, 5)],
] as const)('%s, sized: %s', (key, isSized, from, to) => {
  expect(placeByKey(from, key, isSized, LEAST)).toEqual(to);
});

test('other keys lead nowhere, also those named like a method of objects', () => {
  for (const key of ['a', 'Enter', 'toString', 'constructor'])
    expect(placeByKey(at(0, 0, 6, 4), key, false, LEAST)).toBeUndefined();
});

test('however often arrows are pressed, it stays on the grid and is never too small', () => {
  const keys = fc.constantFrom('ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown');
  const presses = fc.array(fc.tuple(keys, fc.boolean()), { maxLength: 80 });
  fc.assert(
    fc.property(presses, (pressed) => {
      let place = at(3, 1, 6, 4);
      for (const [key, isSized] of pressed) place = placeByKey(place, key, isSized, LEAST) as typeof place;
      expect(place.x).toBeGreaterThanOrEqual(0);
      expect(place.y).toBeGreaterThanOrEqual(0);
      expect(place.x + place.w).toBeLessThanOrEqual(GRID_COLUMNS);
      expect(place.w).toBeGreaterThanOrEqual(LEAST.w);
      expect(place.h).toBeGreaterThanOrEqual(LEAST.h);
    }),
  );
});
