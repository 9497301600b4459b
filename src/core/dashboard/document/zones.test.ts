/** Outlines of zones: around exactly the cells of their items. */
import fc from 'fast-check';
import type { Place } from './document';
import { zoneOutline } from './zones';

const place = (item: string, x: number, y: number, w: number, h: number): Place => ({ item, x, y, w, h });
const zone = (...items: string[]) => ({ id: 'z', name: 'Z', items });

test('items beside each other have one line around them', () => {
  const layout = [place('a', 0, 0, 4, 3), place('b', 4, 0, 2, 3)];
  expect(zoneOutline(layout, zone('a', 'b'))).toEqual([
    { side: 'top', x: 0, y: 0, length: 6 },
    { side: 'left', x: 0, y: 0, length: 3 },
    { side: 'right', x: 5, y: 0, length: 3 },
    { side: 'bottom', x: 0, y: 2, length: 6 },
  ]);
});

test('an item of nobody between them is left out of the line', () => {
  const layout = [place('a', 0, 0, 4, 2), place('other', 4, 0, 4, 2), place('b', 0, 2, 8, 2)];
  const edges = zoneOutline(layout, zone('a', 'b'));
  expect(edges.filter((edge) => edge.side === 'top')).toEqual([
    { side: 'top', x: 0, y: 0, length: 4 },
    { side: 'top', x: 4, y: 2, length: 4 },
  ]);
  expect(edges.filter((edge) => edge.side === 'right')).toEqual([
    { side: 'right', x: 3, y: 0, length: 2 },
    { side: 'right', x: 7, y: 2, length: 2 },
  ]);
});

test('a zone without placed items has none', () => {
  expect(zoneOutline([], zone('a'))).toEqual([]);
});

test('every side between a cell inside and one outside is drawn once, and none inside other items', () => {
  const heights = fc.array(fc.tuple(fc.integer({ min: 1, max: 4 }), fc.boolean()), {
    minLength: 1,
    maxLength: 9,
  });
  fc.assert(
    fc.property(heights, (items) => {
      const layout = items.map(([h], i) => place(`i${i}`, (i % 3) * 4, Math.floor(i / 3) * 4, 4, h));
      const inside = items.flatMap(([, isIn], i) => (isIn ? [`i${i}`] : []));
      const isIn = (x: number, y: number) =>
        layout.some((p) => inside.includes(p.item) && x >= p.x && x < p.x + p.w && y >= p.y && y < p.y + p.h);
      const drawn = zoneOutline(layout, zone(...inside)).flatMap(({ side, x, y, length }) =>
        Array.from({ length }, (_, i) =>
          side === 'top' || side === 'bottom' ? `${side} ${x + i} ${y}` : `${side} ${x} ${y + i}`,
        ),
      );
      const wanted: string[] = [];
      for (let x = 0; x < 24; x++)
        for (let y = 0; y < 20; y++) {
          if (!isIn(x, y)) continue;
          if (!isIn(x, y - 1)) wanted.push(`top ${x} ${y}`);
          if (!isIn(x, y + 1)) wanted.push(`bottom ${x} ${y}`);
          if (!isIn(x - 1, y)) wanted.push(`left ${x} ${y}`);
          if (!isIn(x + 1, y)) wanted.push(`right ${x} ${y}`);
        }
      expect(drawn.sort()).toEqual(wanted.sort());
    }),
  );
});
