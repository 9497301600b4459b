import type { Place } from './document';

/** The layout after items took new places: what they now cover moves down below them. */
export function pushedDown(layout: readonly Place[], moved: readonly Place[]): Place[] {
  const placed: Place[] = [...moved];
  const isMoved = (place: Place) => moved.some((entry) => entry.item === place.item);
  const others = layout.filter((place) => !isMoved(place)).sort((a, b) => a.y - b.y || a.x - b.x);
  for (const other of others) {
    let place = other;
    for (;;) {
      const hit = placed.find(
        (done) =>
          place.x < done.x + done.w &&
          done.x < place.x + place.w &&
          place.y < done.y + done.h &&
          done.y < place.y + place.h,
      );
      if (!hit) break;
      place = { ...place, y: hit.y + hit.h };
    }
    placed.push(place);
  }
  return placed;
}
