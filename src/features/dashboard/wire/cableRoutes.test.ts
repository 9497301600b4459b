import fc from 'fast-check';
import { cableRoutes } from './cableRoutes';

const place = (item: string, x: number, y: number, w: number, h: number) => ({ item, x, y, w, h });

describe('ways of cables', () => {
  test('go along the gutters, never through an item', () => {
    const places = [
      place('control', 0, 0, 24, 4),
      place('left', 0, 4, 12, 8),
      place('right', 12, 4, 12, 8),
      place('below', 0, 12, 24, 6),
    ];
    const routes = cableRoutes(places, places[0]!, [places[2]!, places[3]!]);
    expect(routes.get('right')).toHaveLength(1);
    const way = routes.get('below')!;
    expect(way[0]!.y).toBe(4);
    expect(way.at(-1)!.y).toBe(12);
    expect(new Set(way.map((corner) => corner.x))).toEqual(new Set([way[0]!.x]));
    expect([0, 12, 24]).toContain(way[0]!.x);
  });

  test('reach every item of a dashboard without overlaps', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 2, max: 9 }), { minLength: 2, maxLength: 12 }), (heights) => {
        const places = heights.map((h, i) => place(`i${i}`, (i % 3) * 8, Math.floor(i / 3) * 10, 8, h));
        const [from, ...targets] = places;
        const routes = cableRoutes(places, from!, targets);
        expect([...routes.keys()].sort()).toEqual(targets.map((target) => target.item).sort());
        for (const way of routes.values()) {
          for (const { x, y } of way) {
            const inside = places.some((p) => x > p.x && x < p.x + p.w && y > p.y && y < p.y + p.h);
            expect(inside).toBe(false);
          }
        }
      }),
    );
  });
});
