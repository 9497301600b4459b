/** Items copied with their wires: put beside the original, or into another dashboard. */
import { z } from 'zod';
import type { Model } from '../../model/model';
import { controlSchema } from '../document/controls';
import {
  isControl,
  itemOf,
  placeSchema,
  wireSchema,
  type Control,
  type DashboardDocument,
  type Visual,
  type Wire,
} from '../document/document';
import { freeId } from '../document/parts';
import { visualSchema } from '../document/visuals';
import { freePlace } from '../document/freePlace';
import { wiresForNewItem } from './wires';
import { withZone, zoneOf } from '../document/zones';

/** What is copied: items, where they lie, and every wire that begins or ends at one of them. */
export const copiedItemsSchema = z.object({
  visuals: z.array(visualSchema).max(200),
  controls: z.array(controlSchema).max(100),
  places: z.array(placeSchema).max(300),
  wires: z.array(wireSchema).max(20000),
});
export type CopiedItems = z.infer<typeof copiedItemsSchema>;

/** Items of a document, for copying. */
export function copiedItems(document: DashboardDocument, ids: readonly string[]): CopiedItems {
  const isIn = ({ id }: { id: string }) => ids.includes(id);
  return {
    visuals: document.visuals.filter(isIn),
    controls: document.controls.filter(isIn),
    places: document.layout.filter((place) => ids.includes(place.item)),
    wires: document.wires.filter((wire) => ids.includes(wire.control) || ids.includes(wire.target)),
  };
}

/** A copy under an id of its own; a rule that names an item that is not here goes. */
function renamed(
  item: Visual | Control,
  ids: ReadonlyMap<string, string>,
  document: DashboardDocument,
): Visual | Control {
  const copy = { ...item, id: ids.get(item.id)! };
  if (!('reveal' in copy) || !copy.reveal) return copy;
  const decider = ids.get(copy.reveal.control) ?? copy.reveal.control;
  const isThere = ids.has(copy.reveal.control) || itemOf(document, decider) !== undefined;
  return { ...copy, reveal: isThere ? { ...copy.reveal, control: decider } : null };
}

/**
 * The document with copies, and their ids in the order of the originals. A copy is wired as its original is, to copies
 * and to what is there, beside an item or else on a page; one whose original is of another dashboard wires itself like a new item, except to other copies.
 */
export function withCopies(
  document: DashboardDocument,
  model: Model,
  copied: CopiedItems,
  beside: string | null = null,
  page?: string | null,
): { readonly document: DashboardDocument; readonly ids: string[] } {
  const originals: (Visual | Control)[] = [...copied.visuals, ...copied.controls];
  const ids = new Map<string, string>();
  let next = document;
  for (const original of originals) {
    ids.set(original.id, freeId(next, original.kind));
    const copy = renamed(original, ids, document);
    const size = copied.places.find((place) => place.item === original.id);
    const near = beside ?? (itemOf(document, original.id) ? original.id : null);
    next = {
      ...next,
      visuals: isControl(copy) ? next.visuals : [...next.visuals, copy],
      controls: isControl(copy) ? [...next.controls, copy] : next.controls,
      layout: [...next.layout, freePlace(next, copy, { beside: near, page, size })],
    };
    const zone = near === null ? undefined : zoneOf(next, near);
    if (zone) next = withZone(next, [copy.id], zone.name);
  }
  const known = (id: string) => ids.get(id) ?? (itemOf(document, id) ? id : undefined);
  const isHere = originals.every((original) => itemOf(document, original.id) !== undefined);
  const laid: Wire[] = copied.wires.flatMap((wire) => {
    const isWithin = ids.has(wire.control) && ids.has(wire.target);
    const [control, target] = [known(wire.control), known(wire.target)];
    return (isWithin || isHere) && control !== undefined && target !== undefined
      ? [{ ...wire, control, target }]
      : [];
  });
  next = { ...next, wires: [...next.wires, ...laid] };
  if (!isHere) next = withNewWires(next, model, [...ids.values()]);
  return { document: next, ids: [...ids.values()] };
}

/** Wires between copies and what was there before, as new items lay them. */
function withNewWires(
  document: DashboardDocument,
  model: Model,
  copies: readonly string[],
): DashboardDocument {
  const pairs = new Set(document.wires.map((wire) => `${wire.control} ${wire.target}`));
  const wires = [...document.wires];
  for (const id of copies) {
    const fresh = wiresForNewItem({ ...document, wires: [] }, model, itemOf(document, id)!);
    for (const wire of fresh) {
      const key = `${wire.control} ${wire.target}`;
      const isBetweenCopies = copies.includes(wire.control) && copies.includes(wire.target);
      if (isBetweenCopies || pairs.has(key)) continue;
      pairs.add(key);
      wires.push(wire);
    }
  }
  return { ...document, wires };
}
