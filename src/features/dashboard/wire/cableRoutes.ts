/** Ways of cables along the gutters between the items of a dashboard. */
import { GRID_COLUMNS, type Place } from '../../../core/dashboard/document/document';

/** A crossing of gutters: left of column `x`, above row `y`. */
export interface Corner {
  readonly x: number;
  readonly y: number;
}

const STEPS = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
] as const;

/** Whether a step from a corner runs through the inside of an item. */
function isBlocked(places: readonly Place[], from: Corner, [dx, dy]: readonly [number, number]): boolean {
  const x = Math.min(from.x, from.x + dx);
  const y = Math.min(from.y, from.y + dy);
  return places.some((place) =>
    dx !== 0
      ? y > place.y && y < place.y + place.h && x >= place.x && x < place.x + place.w
      : x > place.x && x < place.x + place.w && y >= place.y && y < place.y + place.h,
  );
}

/** The corners around an item. */
function around(place: Place): Corner[] {
  const corners: Corner[] = [];
  for (let x = place.x; x <= place.x + place.w; x++)
    corners.push({ x, y: place.y }, { x, y: place.y + place.h });
  for (let y = place.y + 1; y < place.y + place.h; y++)
    corners.push({ x: place.x, y }, { x: place.x + place.w, y });
  return corners;
}

const keyOf = ({ x, y }: Corner) => `${x},${y}`;

/**
 * Shortest ways from an item to others, by its neighbours' gutters (breadth first). Items without a way are left out;
 * corners in a straight line are joined.
 */
export function cableRoutes(
  places: readonly Place[],
  from: Place,
  targets: readonly Place[],
): Map<string, Corner[]> {
  const bottom = Math.max(0, ...places.map((place) => place.y + place.h)) + 1;
  const before = new Map<string, Corner | null>();
  const queue: Corner[] = [];
  for (const corner of around(from)) {
    if (before.has(keyOf(corner))) continue;
    before.set(keyOf(corner), null);
    queue.push(corner);
  }
  for (let head = 0; head < queue.length; head++) {
    const corner = queue[head]!;
    for (const step of STEPS) {
      const next = { x: corner.x + step[0], y: corner.y + step[1] };
      if (next.x < 0 || next.x > GRID_COLUMNS || next.y < 0 || next.y > bottom) continue;
      if (before.has(keyOf(next)) || isBlocked(places, corner, step)) continue;
      before.set(keyOf(next), corner);
      queue.push(next);
    }
  }
  const routes = new Map<string, Corner[]>();
  for (const target of targets) {
    const ends = around(target).filter((corner) => before.has(keyOf(corner)));
    const ways = ends.map((end) => wayTo(before, end));
    const [shortest] = ways.sort((a, b) => a.length - b.length);
    if (shortest) routes.set(target.item, straightened(shortest));
  }
  return routes;
}

function wayTo(before: ReadonlyMap<string, Corner | null>, end: Corner): Corner[] {
  const way: Corner[] = [];
  for (let at: Corner | null | undefined = end; at; at = before.get(keyOf(at))) way.unshift(at);
  return way;
}

/** Without the corners that lie between two others in a straight line. */
function straightened(way: readonly Corner[]): Corner[] {
  return way.filter((corner, i) => {
    const [previous, next] = [way[i - 1], way[i + 1]];
    if (!previous || !next) return true;
    return (
      (previous.x !== next.x || previous.x !== corner.x) && (previous.y !== next.y || previous.y !== corner.y)
    );
  });
}
