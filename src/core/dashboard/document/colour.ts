/** Colours as documents hold them. */
import { z } from 'zod';

/** The colours of series, by the roles that the theme has for them. */
export const COLOURS = ['a', 'b', 'c', 'd', 'e', 'f', 'g'] as const;
export const colourSchema = z.enum(COLOURS);
export type Colour = z.infer<typeof colourSchema>;

export const coloursSchema = z.object({
  measures: z.record(z.string().max(200), colourSchema).describe('By `dataset/measure`'),
  values: z
    .record(z.string().max(200), z.record(z.string().max(500), colourSchema))
    .describe('By dimension (`dataset/column`, of a shared one its first; `@attribute`), then by value'),
});
