import { WHOLE, zoomedAt, toScreen, panned } from './camera';
import { imagePlace } from './useDrawnMap';

test('an image of one camera lies for another where its places are', () => {
  const room = { width: 800, height: 500 };
  const first = zoomedAt(WHOLE, 4, 200, 100, room);
  const next = panned(zoomedAt(first, 1.6, 500, 300, room), -40, 25, room);
  const { scale, x, y } = imagePlace(first, next);
  for (const [mx, my] of [
    [0, 0],
    [123, 77],
    [800, 500],
  ] as const) {
    const before = toScreen(first, mx, my);
    const now = toScreen(next, mx, my);
    expect(before.x * scale + x).toBeCloseTo(now.x, 6);
    expect(before.y * scale + y).toBeCloseTo(now.y, 6);
  }
  expect(imagePlace(first, first)).toEqual({ scale: 1, x: 0, y: 0 });
});
