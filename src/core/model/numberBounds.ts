/** Bounds of numbers, as documents and readers hold them. */
import { z } from 'zod';

const ends = z.object({ low: z.number().nullable(), high: z.number().nullable() });
/** A range, both ends inclusive; null is open. */
export type NumberEnds = Readonly<z.infer<typeof ends>>;

export const numberBoundsSchema = ends.extend({
  also: z.array(ends).max(200).optional().describe('Further ranges: a number lies in any of them'),
});
export type NumberBounds = Readonly<z.infer<typeof numberBoundsSchema>>;
