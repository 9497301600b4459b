/** Which controls stand down the board and which targets across it, and in what order. */
import {
  isControl,
  type Control,
  type DashboardDocument,
  type Visual,
} from '../../core/dashboard/document/document';
import { isSeenOn, pageNameOf, pageOf, pagesOf } from '../../core/dashboard/document/pages';
import { zoneOf } from '../../core/dashboard/document/zones';
import type { Design } from '../../core/dashboard/wiring/design';
import type { Actor } from '../../core/dashboard/wiring/routes';
import type { Pointed } from './pointed';

/** What of the board is asked for. */
export interface BoardFilter {
  /** A part of a title, in any case of letters; empty asks for everything. */
  readonly search: string;
  readonly only: Pointed;
  /** Identifiers; empty where none is chosen. */
  readonly zone: string;
  readonly page: string;
}

export interface BoardLists {
  readonly controls: readonly Actor[];
  readonly targets: readonly (Visual | Control)[];
}

/** Items in the order of their pages and zones, those of every page and of no zone first; else as they were. */
function grouped<T extends { readonly id: string }>(document: DashboardDocument, items: readonly T[]): T[] {
  const pages = pagesOf(document).map(({ id }) => id);
  const placeOf = ({ id }: T) => {
    const page = pageOf(document, id);
    const zone = document.zones.findIndex((entry) => entry.items.includes(id));
    return (
      (page === undefined || page === null ? -1 : pages.indexOf(page)) * (document.zones.length + 1) + zone
    );
  };
  return [...items].sort((a, b) => placeOf(a) - placeOf(b));
}

/** Where an item stands, in words: its page where there are several, and its zone. */
export function whereOf(document: DashboardDocument, id: string): string | undefined {
  const places = [pageNameOf(document, id), zoneOf(document, id)?.name].filter((name) => name !== undefined);
  return places.length > 0 ? places.join(' · ') : undefined;
}

/** What stands on the board. A search for a control keeps all columns, one for a visual all rows. */
export function boardLists(design: Design, { search, only, zone, page }: BoardFilter): BoardLists {
  const { document } = design;
  const wanted = search.trim().toLowerCase();
  const found = (item: Visual | Control) => design.titleOf(item).toLowerCase().includes(wanted);
  const zoned = document.zones.find((entry) => entry.id === zone);
  const isShown = (item: Visual | Control, wantedId: string | undefined) =>
    (wantedId === undefined || item.id === wantedId) &&
    (!zoned || zoned.items.includes(item.id)) &&
    (page === '' || isSeenOn(document, item.id, page));
  const actors = grouped(document, design.actors);
  const controls = actors.filter((actor) => isShown(actor, only.control));
  const targets = [...grouped(document, document.visuals), ...actors.filter(isControl)].filter((item) =>
    isShown(item, only.target),
  );
  if (wanted === '') return { controls, targets };
  const [someControls, someTargets] = [controls.filter(found), targets.filter(found)];
  return {
    controls: someControls.length > 0 ? someControls : controls,
    targets: someTargets.length > 0 ? someTargets : targets,
  };
}
