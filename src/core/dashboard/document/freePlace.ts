/** A free place on a page for an item. */
import {
  GRID_COLUMNS,
  isControl,
  itemOf,
  type Control,
  type DashboardDocument,
  type Place,
  type Visual,
} from './document';
import { pageOf, placesOn } from './pages';
import { partOf } from './parts';

const overlaps = (a: Place, b: Place) =>
  a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

/** How far a place lies from another one, in cells from corner to corner; beside and below are taken before and above. */
const farFrom = (near: Place) => (place: Place) =>
  Math.abs(place.x - near.x) +
  Math.abs(place.y - near.y) +
  (place.y < near.y ? near.h : 0) +
  (place.x < near.x ? near.w / 2 : 0);

export interface Wanted {
  /** The item to lie beside, on its page; null: the first place from the top left. */
  readonly beside: string | null;
  /** The page where there is none to lie beside, null for every page; the first if absent. */
  readonly page?: string | null | undefined;
  readonly size?: { readonly w: number; readonly h: number } | undefined;
}

/** The place of the item to lie beside. A visual cannot stand on every page, as a control beside which it is put may. */
function placeBeside(document: DashboardDocument, item: Visual | Control, beside: string | null) {
  const chosen = document.layout.find((place) => place.item === beside);
  return chosen && (isControl(item) || chosen.page !== null) ? chosen : undefined;
}

/** A free place for an item: the nearest to another item, or the first from the top left. */
export function freePlace(
  document: DashboardDocument,
  item: Visual | Control,
  { beside, page: wantedPage, size = partOf(item.kind).size }: Wanted,
): Place {
  const { w, h } = size;
  const near = placeBeside(document, item, beside);
  const page = near ? pageOf(document, near.item) : wantedPage;
  const on = page === null || (page !== undefined && document.pages?.length) ? { page } : {};
  const layout = placesOn(document, page);
  const bottom = Math.max(0, ...layout.map((place) => place.y + place.h));
  const far = near ? farFrom(near) : () => 0;
  let best: Place | undefined;
  for (const place of placesFromTop({ item: item.id, ...on, x: 0, y: 0, w, h }, bottom))
    if (!layout.some((other) => overlaps(place, other)) && (!best || far(place) < far(best))) best = place;
  return best ?? { item: item.id, ...on, x: 0, y: bottom, w, h };
}

/** Every place for something of this size, line by line, down to one below all else. */
function* placesFromTop(first: Place, bottom: number): Generator<Place> {
  for (let y = 0; y <= bottom; y++)
    for (let x = 0; x + first.w <= GRID_COLUMNS; x++) yield { ...first, x, y };
}

/** The document with items moved to a page (null: every page), each in a free place there; those on it stay. */
export function withItemsOn(
  document: DashboardDocument,
  items: readonly string[],
  page: string | null,
): DashboardDocument {
  return items.reduce((next, id) => {
    const item = itemOf(next, id);
    const place = next.layout.find((entry) => entry.item === id);
    if (!item || !place || placesOn(next, page).includes(place)) return next;
    const moved = freePlace(next, item, { beside: null, page, size: place });
    return { ...next, layout: next.layout.map((entry) => (entry === place ? moved : entry)) };
  }, document);
}
