import fc from 'fast-check';
import { kept, MOST_ZOOM, panned, showing, toMap, toScreen, WHOLE, zoomedAt, type Camera } from './camera';

const ROOM = { width: 800, height: 500 };
const camera = fc
  .record({
    k: fc.double({ min: 1, max: MOST_ZOOM, noNaN: true }),
    x: fc.double({ min: -9e4, max: 0, noNaN: true }),
    y: fc.double({ min: -9e4, max: 0, noNaN: true }),
  })
  .map((given) => kept(given, ROOM));
const point = fc.record({ x: fc.integer({ min: 0, max: 800 }), y: fc.integer({ min: 0, max: 500 }) });

const isKept = ({ k, x, y }: Camera) =>
  k >= 1 && k <= MOST_ZOOM && x <= 0 && y <= 0 && x + 800 * k >= 800 - 1e-6 && y + 500 * k >= 500 - 1e-6;

test('wherever one looks, the map fills its room', () => {
  fc.assert(
    fc.property(camera, point, fc.double({ min: 0.05, max: 20, noNaN: true }), (from, at, factor) => {
      expect(isKept(zoomedAt(from, factor, at.x, at.y, ROOM))).toBe(true);
      expect(isKept(panned(from, at.x - 400, at.y - 250, ROOM))).toBe(true);
      expect(isKept(showing(from, at.x, at.y, ROOM))).toBe(true);
    }),
  );
});

test('zooming in keeps the place under the pointer where it is', () => {
  fc.assert(
    fc.property(camera, point, fc.double({ min: 1, max: 4, noNaN: true }), (from, at, factor) => {
      const before = toMap(from, at.x, at.y);
      const after = toMap(zoomedAt(from, factor, at.x, at.y, ROOM), at.x, at.y);
      expect(after.x).toBeCloseTo(before.x, 4);
      expect(after.y).toBeCloseTo(before.y, 4);
    }),
  );
});

test('a place of the map and its point on the screen lead to each other', () => {
  fc.assert(
    fc.property(camera, point, (from, at) => {
      const there = toMap(from, at.x, at.y);
      const back = toScreen(from, there.x, there.y);
      expect(back.x).toBeCloseTo(at.x, 3);
      expect(back.y).toBeCloseTo(at.y, 3);
    }),
  );
});

test('what is brought into view is in view', () => {
  const near = zoomedAt(WHOLE, 16, 0, 0, ROOM);
  const { x, y } = toScreen(showing(near, 700, 400, ROOM), 700, 400);
  expect([x, y]).toEqual([400, 250]);
  expect(showing(near, 10, 10, ROOM)).toBe(near);
});

test('zooming out all the way shows the whole', () => {
  expect(zoomedAt(zoomedAt(WHOLE, 8, 300, 200, ROOM), 1 / 100, 9, 9, ROOM)).toEqual(WHOLE);
});
