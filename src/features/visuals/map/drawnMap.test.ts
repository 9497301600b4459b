import fc from 'fast-check';
import type { Geometry, Position } from '../../../core/model/geometry';
import { isInside, marksOf, nextMark, projectionFor, wound, type LayerGround } from './drawnMap';

const square = (x: number, y: number, size = 1): Position[] => [
  [x, y],
  [x + size, y],
  [x + size, y + size],
  [x, y + size],
  [x, y],
];
const ISLES: Geometry = {
  features: [
    { properties: { isle: 'Quern' }, areas: [[square(0, 50)]], points: [] },
    { properties: { isle: 'Sollay' }, areas: [[[...square(3, 50)].reverse()]], points: [] },
    { properties: { isle: 'Nobody' }, areas: [[square(6, 51), square(6.2, 51.2, 0.3)]], points: [] },
    { properties: { isle: 'Quern' }, areas: [], points: [[0.5, 50.5]] },
  ],
};
const ROOM = { width: 800, height: 400 };
const place = { geometry: 'isles', property: 'isle' };
const GROUNDS: LayerGround[] = [
  { layer: { kind: 'areas', name: '', place, tint: 0 }, geometry: ISLES, places: [] },
  { layer: { kind: 'points', name: '', place, size: 0, tint: null }, geometry: ISLES, places: [] },
  {
    layer: { kind: 'points', name: '', place: { longitude: 1, latitude: 2 }, size: null, tint: null },
    geometry: undefined,
    places: [[1, 50], null],
  },
];
const VALUES = ['Quern', 'Sollay'];
const marks = () =>
  marksOf(
    GROUNDS,
    projectionFor(GROUNDS, ROOM),
    (value) => (VALUES.includes(value) ? VALUES.indexOf(value) : null),
    (category) => VALUES[category]!,
  );

test('every area and point is a mark of its value; what the data does not know is there without one', () => {
  expect(marks().map(({ layer, category, name }) => [layer, category, name])).toEqual([
    [0, 0, 'Quern'],
    [0, 1, 'Sollay'],
    [0, null, 'Nobody'],
    [1, 0, 'Quern'],
    [2, 0, 'Quern'],
  ]);
});

test('all of it lies in the room, north at the top, east at the right', () => {
  const [quern, sollay, nobody] = marks();
  for (const { box } of [quern!, sollay!, nobody!]) {
    expect(box!.left).toBeGreaterThanOrEqual(0);
    expect(box!.right).toBeLessThanOrEqual(ROOM.width);
    expect(box!.top).toBeGreaterThanOrEqual(0);
    expect(box!.bottom).toBeLessThanOrEqual(ROOM.height);
  }
  expect(sollay!.x).toBeGreaterThan(quern!.x);
  expect(nobody!.y).toBeLessThan(quern!.y);
});

test('an area is as large as it is, whichever way round its ring runs: never the rest of the earth', () => {
  const [quern, sollay] = marks();
  const size = ({ box }: { box?: { left: number; right: number } }) => box!.right - box!.left;
  expect(size(sollay!)).toBeCloseTo(size(quern!), 6);
  expect(size(quern!)).toBeLessThan(ROOM.width / 3);
});

test('rings are wound the one way and holes the other', () => {
  const area = (ring: readonly Position[]) =>
    ring.slice(1).reduce((sum, [x, y], i) => sum + (x - ring[i]![0]) * (y + ring[i]![1]), 0);
  fc.assert(
    fc.property(fc.boolean(), fc.boolean(), (outer, hole) => {
      const turned = (ring: Position[], is: boolean) => (is ? [...ring].reverse() : ring);
      const [first, second] = wound([turned(square(0, 0, 4), outer), turned(square(1, 1), hole)]);
      expect(area(first!)).toBeGreaterThan(0);
      expect(area(second!)).toBeLessThan(0);
    }),
  );
});

test('keys go to the nearest mark ahead, and stay where there is none', () => {
  const at = [
    { x: 0, y: 0 },
    { x: 10, y: 1 },
    { x: 4, y: 30 },
  ];
  expect(nextMark(at, null, 'right')).toBe(0);
  expect(nextMark(at, 0, 'right')).toBe(1);
  expect(nextMark(at, 0, 'down')).toBe(2);
  expect(nextMark(at, 0, 'left')).toBe(0);
  expect(nextMark([], null, 'up')).toBeNull();
});

test('a closed line holds what is inside it', () => {
  const line = [
    { x: 0, y: 0 },
    { x: 10, y: 0 },
    { x: 10, y: 10 },
    { x: 0, y: 10 },
  ];
  expect([isInside(line, 5, 5), isInside(line, 15, 5), isInside(line, 5, -1), isInside([], 1, 1)]).toEqual([
    true,
    false,
    false,
    false,
  ]);
});
