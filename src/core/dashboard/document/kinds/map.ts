/** Map: areas tinted by a measure, and points sized and tinted by measures, each for a value of a dimension. */
import { z } from 'zod';
import { dimensionSchema } from '../../../model/dimension';
import { id as ids } from '../../../model/ids';
import type { Model } from '../../../model/model';
import { firstDimension } from './chart';
import { hasCategory, visualKind, type FreshGround } from './entry';
import {
  commonOfMeasured,
  dimensionInTitle,
  firstDataset,
  freshMeasured,
  MEASURED_DEFAULTS,
  measureNames,
  MOST_MEASURES,
} from './measured';

const measureIndex = z
  .int()
  .min(0)
  .max(MOST_MEASURES - 1);
const place = z.object({
  geometry: ids.key.describe('Key of a geometry'),
  property: z.string().max(200).describe('Its property that holds the values of the dimension'),
});

const layerSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('areas'),
    name: z.string().trim().max(60).default('').describe('Empty: made from what it shows'),
    place,
    tint: measureIndex
      .nullable()
      .default(0)
      .describe('Index of the measure that tints; null: outlines alone'),
  }),
  z.object({
    kind: z.literal('points'),
    name: z.string().trim().max(60).default(''),
    place: z.union([
      place,
      z.object({
        longitude: measureIndex.describe(
          'Index of the measure that is the longitude in degrees, such as an average',
        ),
        latitude: measureIndex,
      }),
    ]),
    size: measureIndex
      .nullable()
      .default(null)
      .describe('Index of the measure that makes points larger; null: all alike'),
    tint: measureIndex.nullable().default(null).describe('Index of the measure that tints; null: one colour'),
  }),
]);
export type MapLayer = z.infer<typeof layerSchema>;
/** Whether the places of points are measures, and not shapes of a geometry. */
export const isMeasuredPlace = (given: MapLayer['place']): given is { longitude: number; latitude: number } =>
  'longitude' in given;

export const MOST_LAYERS = 6;

const schema = z.object({
  ...commonOfMeasured,
  kind: z.literal('map'),
  across: dimensionSchema.describe('The dimension whose values are the areas and points'),
  layers: z.array(layerSchema).min(1).max(MOST_LAYERS).describe('From the lowest to the one on top'),
});

/** A layer for a geometry: its areas, or its points where it has no areas. */
export function layerOf(model: Pick<Model, 'geometries'>): MapLayer | undefined {
  const geometry = (model.geometries ?? []).at(-1);
  const property = geometry?.properties[0];
  if (!geometry || property === undefined) return undefined;
  const at = { geometry: geometry.key, property };
  return geometry.areas > 0
    ? { kind: 'areas', name: '', place: at, tint: 0 }
    : { kind: 'points', name: '', place: at, size: 0, tint: null };
}

export const map = visualKind(schema)({
  part: {
    name: 'Map',
    hint: 'areas and points',
    says: 'Areas tinted and points sized by measures, where they lie on the earth.',
    example: 'Fuel taken at each port of the islands',
    group: 'Visuals',
    size: { w: 12, h: 14 },
    least: { w: 6, h: 8 },
  },
  title: ({ measures, across }, model) =>
    `${measureNames(measures.slice(0, 1), model)} by ${dimensionInTitle(model, across)}, on the map`,
  fresh: (ground: FreshGround) => {
    const found = freshMeasured(ground, hasCategory);
    const across = found && firstDimension(found.dataset);
    const layer = layerOf(ground.model);
    if (!found || !across || !layer) return undefined;
    return { ...MEASURED_DEFAULTS, kind: 'map', measures: found.measures, across, layers: [layer] };
  },
  dataset: firstDataset,
  dimensions: ({ across }) => [across],
  marks: ({ across }) => ({ days: false, dimensions: [across] }),
  pales: true,
  takes: () => ['measures', 'baselines'],
  overTime: () => false,
});
