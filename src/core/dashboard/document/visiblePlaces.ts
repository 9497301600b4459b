/** Where items lie when some are hidden: what was below them moves up, so that no gap stays. */
import type { Place } from './document';

const share = (a: Place, b: Place) => a.x < b.x + b.w && b.x < a.x + a.w;

/**
 * The places of the items that are shown. An item moves up by the height of the hidden ones above it, as far as
 * that is free in all of its columns.
 */
export function visiblePlaces(layout: readonly Place[], isHidden: (item: string) => boolean): Place[] {
  if (!layout.some((place) => isHidden(place.item))) return [...layout];
  const placed: { readonly was: Place; readonly rise: number; readonly hidden: boolean }[] = [];
  for (const place of [...layout].sort((a, b) => a.y - b.y)) {
    let rise = Infinity;
    for (let column = place.x; column < place.x + place.w; column++) {
      rise = Math.min(rise, riseInColumn(place, column));
    }
    placed.push({ was: place, rise, hidden: isHidden(place.item) });
  }
  /** Room that hidden items leave above a place in one column. */
  function riseInColumn(place: Place, column: number): number {
    const cell = { ...place, x: column, w: 1 };
    const above = placed.filter((entry) => share(entry.was, cell) && entry.was.y + entry.was.h <= place.y);
    const nearest = above
      .filter((entry) => !entry.hidden)
      .sort((a, b) => b.was.y + b.was.h - (a.was.y + a.was.h))[0];
    const from = nearest ? nearest.was.y + nearest.was.h : 0;
    const left = above
      .filter((entry) => entry.hidden && entry.was.y >= from)
      .reduce((rows, entry) => rows + entry.was.h, 0);
    return (nearest?.rise ?? 0) + left;
  }
  return placed
    .filter((entry) => !entry.hidden)
    .map(({ was, rise }) => ({ ...was, y: was.y - rise }))
    .sort((a, b) => layout.findIndex((p) => p.item === a.item) - layout.findIndex((p) => p.item === b.item));
}
