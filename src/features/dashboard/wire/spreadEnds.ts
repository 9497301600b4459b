/** Ends of cables that would lie on one another, moved apart along the edges where they lie. */

interface Point {
  readonly x: number;
  readonly y: number;
}
interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Pixels between the middles of two ends: more than one is wide. */
const APART = 20;

/**
 * The ends of cables, each at an edge of its target, in pixels. Those closer than an end is wide move along the edge,
 * towards the side that has more room, and stay within it as long as there is room.
 */
export function spreadEnds(ends: readonly { readonly at: Point; readonly box: Box }[]): Point[] {
  const placed: Point[] = [];
  for (const { at, box } of ends) {
    const isLevel =
      Math.min(Math.abs(at.y - box.top), Math.abs(at.y - box.bottom)) <
      Math.min(Math.abs(at.x - box.left), Math.abs(at.x - box.right));
    const [low, high] = isLevel ? [box.left, box.right] : [box.top, box.bottom];
    const along = isLevel ? at.x : at.y;
    const sign = high - along >= along - low ? 1 : -1;
    const point = (by: number): Point => (isLevel ? { x: at.x + by, y: at.y } : { x: at.x, y: at.y + by });
    let step = 0;
    while (
      placed.some(
        (other) =>
          Math.hypot(other.x - point(sign * step * APART).x, other.y - point(sign * step * APART).y) <
          APART - 1,
      )
    )
      step++;
    placed.push(point(sign * step * APART));
  }
  return placed;
}
