import fc from 'fast-check';
import { spreadEnds } from './spreadEnds';

const box = { left: 0, top: 0, right: 400, bottom: 200 };

test('an end that lies alone stays where it is', () => {
  const ends = [
    { at: { x: 0, y: 0 }, box },
    { at: { x: 400, y: 100 }, box },
  ];
  expect(spreadEnds(ends)).toEqual(ends.map(({ at }) => at));
});

test('ends at one corner move along the edge, to the side with room', () => {
  const below = { left: 0, top: 208, right: 400, bottom: 300 };
  const corner = { x: 400, y: 200 };
  const [first, second] = spreadEnds([
    { at: corner, box },
    { at: corner, box: below },
  ]);
  expect(first).toEqual(corner);
  expect(second).not.toEqual(corner);
  expect(Math.hypot(second!.x - corner.x, second!.y - corner.y)).toBe(20);
  expect(second!.x).toBeLessThanOrEqual(400);
});

test('no two ends ever lie on one another', () => {
  const point = fc.record({ x: fc.constantFrom(0, 200, 400), y: fc.constantFrom(0, 100, 200) });
  fc.assert(
    fc.property(fc.array(point, { maxLength: 14 }), (points) => {
      const spread = spreadEnds(points.map((at) => ({ at, box })));
      spread.forEach((a, i) =>
        spread.slice(i + 1).forEach((b) => expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThan(16)),
      );
    }),
  );
});
