/** What a map draws, in pixels of the whole map: areas as outlines, marks with their places. */
import { geoMercator, geoPath, type GeoProjection } from 'd3-geo';
import type { FeatureCollection, MultiPolygon, Point } from 'geojson';
import type { MapLayer } from '../../../core/dashboard/document/kinds/map';
import { isMeasuredPlace } from '../../../core/dashboard/document/kinds/map';
import type { Geometry, Position, Ring } from '../../../core/model/geometry';
import type { Room } from './camera';

/** The part of a canvas path that outlines are drawn with. */
interface Outline {
  moveTo: (x: number, y: number) => void;
  lineTo: (x: number, y: number) => void;
  closePath: () => void;
  arc: (x: number, y: number, radius: number, start: number, end: number) => void;
}

interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** One area or point of a layer, for a value of the dimension. */
export interface MapMark {
  /** Index of the layer. */
  readonly layer: number;
  /** Index of the value among those of the answer; null where the answer has none of it. */
  readonly category: number | null;
  readonly name: string;
  /** Its middle. */
  readonly x: number;
  readonly y: number;
  /** Of an area: where it can be hit at all, and how it is drawn. */
  readonly box?: Box;
  readonly draw?: (outline: Outline) => void;
}

/** What a layer is made from: its settings, its shapes where it has any, its values by category. */
export interface LayerGround {
  readonly layer: MapLayer;
  readonly geometry: Geometry | undefined;
  /** By category, for points whose places are measures. */
  readonly places: readonly (Position | null)[];
}

/** Whether a ring runs with the clock, as it is seen with north at the top. */
function runsWithClock(ring: Ring): boolean {
  let doubled = 0;
  for (let i = 1; i < ring.length; i++) {
    const [[x1, y1], [x2, y2]] = [ring[i - 1]!, ring[i]!];
    doubled += (x2 - x1) * (y2 + y1);
  }
  return doubled > 0;
}

/** Rings as the projection wants them: outer ones with the clock, holes against it. Files have them either way. */
export const wound = (polygon: readonly Ring[]): Position[][] =>
  polygon.map((ring, i) => (runsWithClock(ring) === (i === 0) ? [...ring] : [...ring].reverse()));

const areasOf = (areas: readonly (readonly Ring[])[]): MultiPolygon => ({
  type: 'MultiPolygon',
  coordinates: areas.map((polygon) => wound(polygon).map((ring) => ring.map(([x, y]) => [x, y]))),
});

/** The projection under which all layers together fill the room. */
export function projectionFor(
  grounds: readonly LayerGround[],
  { width, height }: Room,
  margin = 12,
): GeoProjection {
  const points = (positions: readonly Position[]): Point[] =>
    positions.map(([x, y]) => ({ type: 'Point', coordinates: [x, y] }));
  const shapes = grounds.flatMap(({ layer, geometry, places }): (Point | MultiPolygon)[] => {
    if (isMeasuredPlace(layer.place)) return points(places.filter((place) => place !== null));
    const features = geometry?.features ?? [];
    return layer.kind === 'areas'
      ? features.filter(({ areas }) => areas.length > 0).map(({ areas }) => areasOf(areas))
      : points(features.flatMap((feature) => [...feature.points]));
  });
  const all: FeatureCollection = {
    type: 'FeatureCollection',
    features: shapes.map((geometry) => ({ type: 'Feature', properties: null, geometry })),
  };
  const projection = geoMercator();
  if (shapes.length === 0) return projection;
  return projection.fitExtent(
    [
      [margin, margin],
      [Math.max(margin + 1, width - margin), Math.max(margin + 1, height - margin)],
    ],
    all,
  );
}

/** The marks of all layers, those of the lowest first. `categoryOf`: the index of a value, null where there is none. */
export function marksOf(
  grounds: readonly LayerGround[],
  projection: GeoProjection,
  categoryOf: (value: string) => number | null,
  nameOf: (category: number) => string,
): MapMark[] {
  const path = geoPath(projection);
  return grounds.flatMap(({ layer, geometry, places }, index): MapMark[] => {
    const { place } = layer;
    if (isMeasuredPlace(place))
      return places.flatMap((position, category) => {
        const at = position && projection([position[0], position[1]]);
        return at ? [{ layer: index, category, name: nameOf(category), x: at[0], y: at[1] }] : [];
      });
    return (geometry?.features ?? []).flatMap((feature): MapMark[] => {
      const name = feature.properties[place.property] ?? '';
      const category = categoryOf(name);
      if (layer.kind === 'points')
        return feature.points.flatMap((position) => {
          const at = projection([position[0], position[1]]);
          return at ? [{ layer: index, category, name, x: at[0], y: at[1] }] : [];
        });
      if (feature.areas.length === 0) return [];
      const shape = areasOf(feature.areas);
      const [[left, top], [right, bottom]] = path.bounds(shape);
      const [x, y] = path.centroid(shape);
      return [
        {
          layer: index,
          category,
          name,
          x,
          y,
          box: { left, top, right, bottom },
          draw: (outline) => geoPath(projection, outline as CanvasRenderingContext2D)(shape),
        },
      ];
    });
  });
}

/** Farther than any mark lies from another. */
const ASIDE = 1e6;

/** The index of the nearest mark in a direction from another one, or of the first from the top left; null without any. */
export function nextMark(
  marks: readonly Pick<MapMark, 'x' | 'y'>[],
  from: number | null,
  direction: 'left' | 'right' | 'up' | 'down',
): number | null {
  const start = from === null ? undefined : marks[from];
  if (!start) {
    const first = marks.reduce(
      (best, mark, i) => (mark.x + mark.y < marks[best]!.x + marks[best]!.y ? i : best),
      0,
    );
    return marks.length === 0 ? null : first;
  }
  const isLevel = direction === 'left' || direction === 'right';
  const sign = direction === 'right' || direction === 'down' ? 1 : -1;
  let best: number | null = null;
  let least = Infinity;
  for (const [i, mark] of marks.entries()) {
    const [dx, dy] = [mark.x - start.x, mark.y - start.y];
    const along = sign * (isLevel ? dx : dy);
    const aside = Math.abs(isLevel ? dy : dx);
    if (i === from || along <= 0) continue;
    // What lies ahead goes before what is nearer and aside.
    const far = along + 2 * aside + (aside > along ? ASIDE : 0);
    if (far < least) [best, least] = [i, far];
  }
  return best ?? from;
}

/** Whether a place lies inside a closed line. */
export function isInside(line: readonly { x: number; y: number }[], x: number, y: number): boolean {
  let inside = false;
  for (let i = 0, j = line.length - 1; i < line.length; j = i++) {
    const [a, b] = [line[i]!, line[j]!];
    if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  }
  return inside;
}
