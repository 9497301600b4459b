/** Geometries as they are sent. */
import { z } from 'zod';
import { geometryEntrySchema } from '../core/model/geometry';

/** Largest file that is taken, in bytes. */
export const LARGEST_GEOMETRY = 30 * 1024 * 1024;

const geometryNameSchema = z.string().trim().min(1).max(100);

/** How a geometry is called here, and was called where it comes from. */
export const geometryPlaceSchema = z.object({
  name: geometryNameSchema,
  source: z.string().max(500).optional(),
});

const listedGeometrySchema = geometryEntrySchema.extend({
  source: z.string(),
  /** Titles of the dashboards with a map that draws it. */
  uses: z.array(z.object({ id: z.int(), title: z.string() })),
});
export type ListedGeometry = z.infer<typeof listedGeometrySchema>;
export const listedGeometriesSchema = z.array(listedGeometrySchema);

const position = z.tuple([z.number(), z.number()]);
/** The shapes of a geometry. */
export const geometryShapesSchema = z.object({
  features: z.array(
    z.object({
      properties: z.record(z.string(), z.string()),
      areas: z.array(z.array(z.array(position))),
      points: z.array(position),
    }),
  ),
});
