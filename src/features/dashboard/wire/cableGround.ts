/** Where cables run over a dashboard: their ways along the gutters, in pixels of its grid before it is scaled. */
import { GRID_COLUMNS, type Place } from '../../../core/dashboard/document/document';
import { crosspoint } from '../../../core/dashboard/wiring/crosspoint';
import type { Design } from '../../../core/dashboard/wiring/design';
import { wireColour } from '../../wiring/wireColour';
import { GAP, ROW_HEIGHT } from '../StaticGrid';
import { cableRoutes, type Corner } from './cableRoutes';
import { spreadEnds } from './spreadEnds';

export interface Point {
  readonly x: number;
  readonly y: number;
}

/** What is wired: a control to an item. */
interface Pair {
  readonly control: string;
  readonly target: string;
}

export interface Cable extends Pair {
  readonly colour: string;
  readonly half: boolean;
  readonly way: readonly Corner[];
}

/** The cables of a control; or, without one, of all controls that act on a target. */
export function cablesOf(
  design: Design,
  places: readonly Place[],
  { control, target }: { readonly control: string | undefined; readonly target: string | undefined },
): Cable[] {
  const { actors, document } = design;
  const pairs = document.wires.filter(
    (wire) => wire.on && (control !== undefined ? wire.control === control : wire.target === target),
  );
  return pairs.flatMap((wire): Cable[] => {
    const row = actors.findIndex((entry) => entry.id === wire.control);
    const owner = actors[row];
    const item = document.visuals.find((entry) => entry.id === wire.target);
    const from = places.find((place) => place.item === wire.control);
    const to = places.find((place) => place.item === wire.target);
    if (!owner || !item || !from || !to) return [];
    const { state } = crosspoint(design, owner, item);
    const way = cableRoutes(places, from, [to]).get(to.item);
    if (!way || state === 'no route') return [];
    const colour = wireColour(owner, row);
    return [{ control: wire.control, target: wire.target, colour, half: state === 'half', way }];
  });
}

/** Places on a grid so many pixels wide. */
export function gridPixels(places: readonly Place[], width: number) {
  const column = (width + GAP) / GRID_COLUMNS;
  const row = ROW_HEIGHT + GAP;
  const at = (corner: Point): Point => ({ x: corner.x * column - GAP / 2, y: corner.y * row - GAP / 2 });
  return {
    at,
    height: Math.max(1, ...places.map((place) => (place.y + place.h) * row)),
    /** The item under a point; undefined for none. */
    under: (point: Point): string | undefined => {
      const [x, y] = [(point.x + GAP / 2) / column, (point.y + GAP / 2) / row];
      return places.find(
        (place) => x >= place.x && x < place.x + place.w && y >= place.y && y < place.y + place.h,
      )?.item;
    },
    /** The corners of each cable, its end moved aside where several end at one item. */
    ways: (cables: readonly Cable[]): (readonly Point[])[] => {
      const ends = spreadEnds(
        cables.map(({ target, way }) => {
          const { x, y, w, h } = places.find((place) => place.item === target)!;
          const [from, to] = [at({ x, y }), at({ x: x + w, y: y + h })];
          return { at: at(way.at(-1)!), box: { left: from.x, top: from.y, right: to.x, bottom: to.y } };
        }),
      );
      return cables.map(({ way }, i) => [...way.map(at), ends[i]!]);
    },
  };
}
