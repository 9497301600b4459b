/** Zones: named groups of items that are moved together and within which new items wire themselves. */
import { freeIdAmong } from '../../model/ids';
import type { DashboardDocument, Place, Zone } from './document';

/** The zone that an item belongs to; undefined for items of the dashboard as a whole. */
export function zoneOf(document: Pick<DashboardDocument, 'zones'>, item: string): Zone | undefined {
  return document.zones.find((zone) => zone.items.includes(item));
}

/** Whether what acts reaches a target by itself: from its own zone, or, outside of zones, everything. */
export function isWithinReach(document: DashboardDocument, actor: string, target: string): boolean {
  const zone = zoneOf(document, actor);
  return zone === undefined || zone.items.includes(target);
}

/** The document with items in the zone of this name (made where there is none), and in no other; null: in none. */
export function withZone(
  document: DashboardDocument,
  items: readonly string[],
  name: string | null,
): DashboardDocument {
  const left = document.zones.map((zone) => ({
    ...zone,
    items: zone.items.filter((item) => !items.includes(item)),
  }));
  const known = name === null ? undefined : left.find((zone) => zone.name === name);
  const joined = left.map((zone) => (zone === known ? { ...zone, items: [...zone.items, ...items] } : zone));
  const made =
    name !== null && !known
      ? [...joined, { id: freeIdAmong(document.zones, 'zone'), name, items: [...items] }]
      : joined;
  return { ...document, zones: made.filter((zone) => zone.items.length > 0) };
}

/** Grid cells that a zone's frame encloses; undefined where none of its items is placed. */
export function zoneFrame(
  layout: readonly Place[],
  zone: Zone,
): { readonly x: number; readonly y: number; readonly w: number; readonly h: number } | undefined {
  const places = layout.filter((place) => zone.items.includes(place.item));
  if (places.length === 0) return undefined;
  const x = Math.min(...places.map((place) => place.x));
  const y = Math.min(...places.map((place) => place.y));
  const right = Math.max(...places.map((place) => place.x + place.w));
  const bottom = Math.max(...places.map((place) => place.y + place.h));
  return { x, y, w: right - x, h: bottom - y };
}

/** A straight part of a zone's outline: a side of consecutive cells inside it, the first of which is (x, y). */
export interface ZoneEdge {
  readonly side: 'top' | 'bottom' | 'left' | 'right';
  readonly x: number;
  readonly y: number;
  /** Cells along it. */
  readonly length: number;
}

const SIDES = [
  { side: 'top', dx: 0, dy: -1 },
  { side: 'bottom', dx: 0, dy: 1 },
  { side: 'left', dx: -1, dy: 0 },
  { side: 'right', dx: 1, dy: 0 },
] as const;

/** The outline around exactly the cells of a zone's items, from the top; it crosses no other item. */
export function zoneOutline(layout: readonly Place[], zone: Zone): ZoneEdge[] {
  const cells = new Set<string>();
  for (const place of layout.filter(({ item }) => zone.items.includes(item)))
    for (let x = place.x; x < place.x + place.w; x++)
      for (let y = place.y; y < place.y + place.h; y++) cells.add(`${x} ${y}`);
  const edges: ZoneEdge[] = [];
  for (const { side, dx, dy } of SIDES) {
    const isEdge = (x: number, y: number) => cells.has(`${x} ${y}`) && !cells.has(`${x + dx} ${y + dy}`);
    const isLevel = dy !== 0;
    for (const cell of cells) {
      const [x = 0, y = 0] = cell.split(' ').map(Number);
      const at = (i: number) => (isLevel ? isEdge(x + i, y) : isEdge(x, y + i));
      // Counted where it begins.
      if (!at(0) || at(-1)) continue;
      let length = 1;
      while (at(length)) length++;
      edges.push({ side, x, y, length });
    }
  }
  return edges.sort((a, b) => a.y - b.y || a.x - b.x);
}

/** The places of a zone's items moved together, kept inside the grid's columns and below its top. */
export function movedZone(
  layout: readonly Place[],
  zone: Zone,
  by: { readonly dx: number; readonly dy: number },
  columns: number,
): Place[] {
  const frame = zoneFrame(layout, zone);
  if (!frame) return [];
  const dx = Math.max(-frame.x, Math.min(columns - frame.x - frame.w, by.dx));
  const dy = Math.max(-frame.y, by.dy);
  return layout
    .filter((place) => zone.items.includes(place.item))
    .map((place) => ({ ...place, x: place.x + dx, y: place.y + dy }));
}
