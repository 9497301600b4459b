/** Items made wider where others that are left out stood beside them. */
import { GRID_COLUMNS, isControl, itemOf, type DashboardDocument, type Place } from './document';
import { placesOn } from './pages';
import { visiblePlaces } from './visiblePlaces';

const covers = (place: Place, x: number, y: number) =>
  x >= place.x && x < place.x + place.w && y >= place.y && y < place.y + place.h;

/**
 * The shown places of a layout, each grown to its left, then to its right, into columns that are free for all of its
 * rows and in which something hidden stood beside it. White that was always there stays.
 */
export function filledPlaces(layout: readonly Place[], isHidden: (item: string) => boolean): Place[] {
  const hidden = layout.filter((place) => isHidden(place.item));
  let shown = layout.filter((place) => !isHidden(place.item));
  if (hidden.length === 0) return shown;
  const isFree = (place: Place, column: number): boolean => {
    if (column < 0 || column >= GRID_COLUMNS) return false;
    const rows = Array.from({ length: place.h }, (_, i) => place.y + i);
    const isTaken = rows.some((y) =>
      shown.some((other) => other.item !== place.item && covers(other, column, y)),
    );
    return !isTaken && rows.some((y) => hidden.some((other) => covers(other, column, y)));
  };
  for (const { item } of [...shown].sort((a, b) => a.x - b.x)) {
    let place = shown.find((entry) => entry.item === item)!;
    while (isFree(place, place.x - 1)) place = { ...place, x: place.x - 1, w: place.w + 1 };
    while (isFree(place, place.x + place.w)) place = { ...place, w: place.w + 1 };
    const grown = place;
    shown = shown.map((entry) => (entry.item === item ? grown : entry));
  }
  return shown;
}

/** The places of a page's visuals where no control can be turned, on paper or on a wall: they take the room of those. */
export function placesOfVisuals(document: DashboardDocument, page: string): Place[] {
  const isLeftOut = (id: string) => {
    const item = itemOf(document, id);
    return !item || isControl(item);
  };
  const layout = placesOn(document, page);
  const left = layout.filter(({ item }) => isLeftOut(item));
  return visiblePlaces([...left, ...filledPlaces(layout, isLeftOut)], isLeftOut);
}
