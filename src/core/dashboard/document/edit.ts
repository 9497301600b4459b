/** Pure edits of a document: items changed, taken away, moved. */
import type { Control, DashboardDocument, Place, Visual } from './document';
import { withZone } from './zones';

/** The document with an item changed. */
export function withItem<T extends Visual | Control>(
  document: DashboardDocument,
  item: T,
): DashboardDocument {
  const replace = <E extends { id: string }>(list: E[]) =>
    list.map((entry) => (entry.id === item.id ? (item as unknown as E) : entry));
  return { ...document, visuals: replace(document.visuals), controls: replace(document.controls) };
}

/** The document without an item, its wires and its place. */
export function withoutItem(document: DashboardDocument, id: string): DashboardDocument {
  return {
    ...document,
    visuals: document.visuals.filter((visual) => visual.id !== id),
    controls: document.controls.filter((control) => control.id !== id),
    wires: document.wires.filter((wire) => wire.control !== id && wire.target !== id),
    zones: withZone(document, [id], null).zones,
    layout: document.layout.filter((place) => place.item !== id),
  };
}

/** The document with items moved; unchanged if nothing moved. */
export function withPlaces(document: DashboardDocument, places: readonly Place[]): DashboardDocument {
  const next = document.layout.map((place) => places.find((entry) => entry.item === place.item) ?? place);
  const same = next.every((place, i) => {
    const old = document.layout[i]!;
    return place.x === old.x && place.y === old.y && place.w === old.w && place.h === old.h;
  });
  return same ? document : { ...document, layout: next };
}
