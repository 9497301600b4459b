/** Days and runs of days as they are sent: ISO 8601, both ends inclusive. */
import { z } from 'zod';
import { parseIsoDay } from '../core/calendar/day';

const daySchema = z
  .string()
  .refine((text) => parseIsoDay(text) !== undefined, 'A day, such as 2026-05-31.')
  .transform((text) => parseIsoDay(text)!);

/** First and last day of a run. */
export const runSchema = z.tuple([daySchema, daySchema]).transform(([start, end]) => ({ start, end }));
