import fc from 'fast-check';
import { GRID_COLUMNS, type Place } from './document';
import { filledPlaces } from './filledPlaces';
import { pushedDown } from './pushedDown';

const at = (item: string, x: number, y: number, w: number, h: number): Place => ({ item, x, y, w, h });
const isControl = (item: string) => item.startsWith('control');

test('items take the room of what stood at their left, as far as all of their rows are free', () => {
  const layout = [
    at('control1', 0, 0, 4, 10),
    at('a', 4, 0, 10, 6),
    at('b', 14, 0, 10, 6),
    at('c', 4, 6, 20, 8),
  ];
  expect(filledPlaces(layout, isControl)).toEqual([
    at('a', 0, 0, 14, 6),
    at('b', 14, 0, 10, 6),
    at('c', 0, 6, 24, 8),
  ]);
});

test('what stood at the right goes to the nearest, and white that was there before stays', () => {
  expect(filledPlaces([at('a', 2, 0, 10, 6), at('control1', 12, 0, 6, 6)], isControl)).toEqual([
    at('a', 2, 0, 16, 6),
  ]);
  expect(filledPlaces([at('a', 2, 0, 10, 6)], isControl)).toEqual([at('a', 2, 0, 10, 6)]);
});

const overlap = (a: Place, b: Place) =>
  a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

test('whatever the layout, items only grow, keep their rows, and never overlap', () => {
  const place = fc
    .record({
      x: fc.nat(20),
      y: fc.nat(30),
      w: fc.integer({ min: 1, max: 12 }),
      h: fc.integer({ min: 1, max: 8 }),
      is: fc.boolean(),
    })
    .map(({ x, y, w, h, is }) => ({ x, y, w: Math.min(w, GRID_COLUMNS - x), h, is }));
  fc.assert(
    fc.property(fc.array(place, { maxLength: 10 }), (given) => {
      const named = given.map(({ is, ...rest }, i) => ({
        ...rest,
        item: `${is ? 'control' : 'visual'}${i}`,
      }));
      // Pushed apart one by one, as an editor does.
      const layout = named.reduce<Place[]>((placed, entry) => pushedDown(placed, [entry]), []);
      const filled = filledPlaces(layout, isControl);
      filled.forEach((a, i) => {
        const before = layout.find(({ item }) => item === a.item)!;
        expect(a.x).toBeLessThanOrEqual(before.x);
        expect(a.x + a.w).toBeGreaterThanOrEqual(before.x + before.w);
        expect([a.y, a.h]).toEqual([before.y, before.h]);
        expect(filled.slice(i + 1).filter((b) => overlap(a, b))).toEqual([]);
      });
    }),
  );
});
