/** Geometry: areas and points on the earth with properties, brought in as GeoJSON (RFC 7946). */
import { z } from 'zod';

/** What the model tells of a stored geometry; the shapes themselves are read where they are drawn. */
export const geometryEntrySchema = z.object({
  key: z.string(),
  name: z.string(),
  /** Goes up with every file that takes the place of one before. */
  version: z.int(),
  areas: z.int().min(0),
  points: z.int().min(0),
  /** Names of the properties that its features have, in the order in which they come. */
  properties: z.array(z.string()),
});
export type GeometryEntry = z.infer<typeof geometryEntrySchema>;

/** Longitude and latitude in degrees; a height is left aside. */
export type Position = readonly [number, number];
/** Its first position stands at its end again. */
export type Ring = readonly Position[];

interface GeometryFeature {
  readonly properties: Readonly<Record<string, string>>;
  /** Polygons, each an outer ring and its holes; none where it is points. */
  readonly areas: readonly (readonly Ring[])[];
  readonly points: readonly Position[];
}

export interface Geometry {
  readonly features: readonly GeometryFeature[];
}

const MOST_FEATURES = 50_000;
/** Decimals that are kept of a degree: a tenth of a metre. */
const DECIMALS = 1e6;

const number = z.number();
const position = z
  .array(number)
  .min(2)
  .max(4)
  .refine(([longitude = 0]) => Math.abs(longitude) <= 180, 'A longitude lies from -180 to 180.')
  .refine(([, latitude = 0]) => Math.abs(latitude) <= 90, 'A latitude lies from -90 to 90.');
const ring = z
  .array(position)
  .min(4, 'A ring has at least four positions.')
  .refine((ring) => {
    const [first, last] = [ring[0]!, ring.at(-1)!];
    return first[0] === last[0] && first[1] === last[1];
  }, 'A ring ends where it begins.');
const polygon = z.array(ring).min(1, 'A polygon has an outer ring.');

const shape = z.discriminatedUnion(
  'type',
  [
    z.object({ type: z.literal('Point'), coordinates: position }),
    z.object({ type: z.literal('MultiPoint'), coordinates: z.array(position) }),
    z.object({ type: z.literal('Polygon'), coordinates: polygon }),
    z.object({ type: z.literal('MultiPolygon'), coordinates: z.array(polygon) }),
  ],
  { error: 'A map draws Point, MultiPoint, Polygon and MultiPolygon.' },
);

const feature = z.object({
  type: z.literal('Feature'),
  properties: z.record(z.string(), z.unknown()).nullish(),
  geometry: shape.nullable(),
});

const collection = z.object({
  type: z.literal('FeatureCollection', { error: 'The file holds a FeatureCollection or a Feature.' }),
  crs: z.unknown().optional(),
  features: z
    .array(feature)
    .min(1, 'The file holds no feature.')
    .max(MOST_FEATURES, `The file holds more than ${MOST_FEATURES} features.`),
});

export type ReadGeometry =
  | { readonly ok: true; readonly geometry: Geometry }
  | { readonly ok: false; readonly place: string; readonly message: string };

/** Texts, numbers and truth values of a feature, as texts. */
function plainProperties(given: Record<string, unknown> | null | undefined): Record<string, string> {
  const plain = Object.entries(given ?? {}).flatMap(([name, value]): [string, string][] =>
    ['string', 'number', 'boolean'].includes(typeof value) ? [[name, String(value)]] : [],
  );
  return Object.fromEntries(plain);
}

const rounded = (value: number) => Math.round(value * DECIMALS) / DECIMALS;
const plainPosition = ([longitude = 0, latitude = 0]: readonly number[]): Position => [
  rounded(longitude),
  rounded(latitude),
];
const plainPolygon = (rings: readonly (readonly (readonly number[])[])[]) =>
  rings.map((positions) => positions.map(plainPosition));

function plainFeature({ properties, geometry }: z.infer<typeof feature>): GeometryFeature[] {
  if (!geometry) return [];
  const common = { properties: plainProperties(properties), areas: [], points: [] };
  switch (geometry.type) {
    case 'Point':
      return [{ ...common, points: [plainPosition(geometry.coordinates)] }];
    case 'MultiPoint':
      return [{ ...common, points: geometry.coordinates.map(plainPosition) }];
    case 'Polygon':
      return [{ ...common, areas: [plainPolygon(geometry.coordinates)] }];
    case 'MultiPolygon':
      return [{ ...common, areas: geometry.coordinates.map(plainPolygon) }];
  }
}

/** "features[3].geometry.coordinates[0][2]". */
const placeOf = (path: readonly PropertyKey[]): string =>
  path.reduce<string>(
    (text, part) =>
      typeof part === 'number' ? `${text}[${part}]` : text === '' ? String(part) : `${text}.${String(part)}`,
    '',
  ) || 'the file';

/** Coordinates in another system than the one of the standard would be drawn elsewhere. */
const isKnownSystem = (crs: unknown) =>
  crs === undefined || crs === null || /CRS84|4326/.test(JSON.stringify(crs));

/** Reads a GeoJSON file; what does not fit is told with its place. */
export function readGeoJson(text: string): ReadGeometry {
  let json: unknown;
  try {
    json = JSON.parse(text.replace(/^\ufeff/, ''));
  } catch (error) {
    return {
      ok: false,
      place: 'the file',
      message: `It is no JSON: ${error instanceof Error ? error.message : ''}`,
    };
  }
  const isOne = typeof json === 'object' && json !== null && 'type' in json && json.type === 'Feature';
  const read = collection.safeParse(isOne ? { type: 'FeatureCollection', features: [json] } : json);
  if (!read.success) {
    const issue = read.error.issues[0]!;
    return { ok: false, place: placeOf(issue.path), message: issue.message };
  }
  if (!isKnownSystem(read.data.crs))
    return {
      ok: false,
      place: 'crs',
      message: 'Coordinates are longitude and latitude (WGS 84); bring the file into that system first.',
    };
  const features = read.data.features.flatMap(plainFeature);
  if (features.length === 0) return { ok: false, place: 'features', message: 'No feature has a geometry.' };
  return { ok: true, geometry: { features } };
}

/** What the model tells of a geometry. */
export function describeGeometry({
  features,
}: Geometry): Pick<GeometryEntry, 'areas' | 'points' | 'properties'> {
  const properties = new Set(features.flatMap((entry) => Object.keys(entry.properties)));
  return {
    areas: features.filter((entry) => entry.areas.length > 0).length,
    points: features.filter((entry) => entry.points.length > 0).length,
    properties: [...properties].slice(0, 200),
  };
}

/** A geometry as GeoJSON text, which is read back as it is. */
export function writeGeoJson({ features }: Geometry): string {
  const shapes = features.map(({ properties, areas, points }) => ({
    type: 'Feature',
    properties,
    geometry:
      areas.length > 0
        ? { type: 'MultiPolygon', coordinates: areas }
        : { type: 'MultiPoint', coordinates: points },
  }));
  return JSON.stringify({ type: 'FeatureCollection', features: shapes });
}
