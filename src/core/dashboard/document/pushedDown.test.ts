import fc from 'fast-check';
import type { Place } from './document';
import { pushedDown } from './pushedDown';

const place = (item: string, x: number, y: number, w = 6, h = 4): Place => ({ item, x, y, w, h });
const overlap = (a: Place, b: Place) =>
  a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

test('what a moved item covers goes down below it, the rest stays', () => {
  const layout = [place('a', 0, 0), place('b', 0, 4), place('c', 12, 0)];
  const moved = pushedDown(layout, [place('a', 0, 3)]);
  expect(moved).toEqual([place('a', 0, 3), place('c', 12, 0), place('b', 0, 7)]);
});

test('no two items overlap, those that were moved stand where they were put', () => {
  const anyPlace = (item: string) =>
    fc.record({
      item: fc.constant(item),
      x: fc.integer({ min: 0, max: 18 }),
      y: fc.integer({ min: 0, max: 20 }),
      w: fc.integer({ min: 1, max: 6 }),
      h: fc.integer({ min: 1, max: 8 }),
    });
  const layout = fc.tuple(...['a', 'b', 'c', 'd', 'e'].map(anyPlace));
  fc.assert(
    fc.property(layout, anyPlace('a'), (places, moved) => {
      const after = pushedDown(places, [moved]);
      expect(after.map((entry) => entry.item).sort()).toEqual(['a', 'b', 'c', 'd', 'e']);
      expect(after.find((entry) => entry.item === 'a')).toEqual(moved);
      after.forEach((one, i) =>
        after.slice(i + 1).forEach((other) => expect(overlap(one, other)).toBe(false)),
      );
    }),
  );
});

test('what is covered goes down in its order: from above to below, in a row from the left', () => {
  const layout = [place('low', 0, 4), place('right', 6, 0), place('high', 0, 0), place('wide', 0, 8, 12)];
  const after = pushedDown(layout, [place('new', 0, 0, 12, 2)]);
  expect(after.map(({ item, y }) => [item, y])).toEqual([
    ['new', 0],
    ['high', 2],
    ['right', 2],
    ['low', 6],
    ['wide', 10],
  ]);
});
