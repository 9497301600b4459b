/** Pure edits of a document: items changed, taken away, moved. */
import { freeIdAmong } from '../../model/ids';
import type { Control, DashboardDocument, Place, Visual } from './document';
import type { DashboardBaseline } from './kinds/compare';
import { withZone } from './zones';

/** The document with an item changed. */
export function withItem(document: DashboardDocument, item: Visual | Control): DashboardDocument {
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
    ...(document.narrowOrder ? { narrowOrder: document.narrowOrder.filter((item) => item !== id) } : {}),
  };
}

/** The document with items moved on the page that they lie on; unchanged if nothing moved. */
export function withPlaces(document: DashboardDocument, places: readonly Place[]): DashboardDocument {
  const next = document.layout.map((place) => {
    const moved = places.find((entry) => entry.item === place.item);
    return moved ? { ...place, x: moved.x, y: moved.y, w: moved.w, h: moved.h } : place;
  });
  const same = next.every((place, i) => {
    const old = document.layout[i]!;
    return place.x === old.x && place.y === old.y && place.w === old.w && place.h === old.h;
  });
  return same ? document : { ...document, layout: next };
}

/** The document with other baselines; one that is gone is compared with no more, and offered no more. */
export function withBaselines(
  document: DashboardDocument,
  baselines: readonly DashboardBaseline[],
): DashboardDocument {
  const known = new Set(baselines.map((entry) => entry.id));
  const only = (ids: readonly string[]) => ids.filter((id) => known.has(id));
  return {
    ...document,
    baselines: [...baselines],
    visuals: document.visuals.map((visual) =>
      'compare' in visual && visual.compare
        ? { ...visual, compare: { ...visual.compare, with: only(visual.compare.with) } }
        : visual,
    ),
    controls: document.controls.map((control) =>
      control.kind === 'baselines'
        ? { ...control, offer: only(control.offer), default: only(control.default) }
        : control,
    ),
  };
}

/** A new baseline for a document, under an id that is free. */
export function newBaseline(document: DashboardDocument, text: string, name = ''): DashboardBaseline {
  return { id: freeIdAmong(document.baselines, 'b'), name, text };
}
