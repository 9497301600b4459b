/** Days and runs of days as they are sent: ISO 8601, both ends inclusive. */
import { z } from 'zod';
import { parseIsoDay } from '../core/calendar/day';

const daySchema = z
  .string()
  .refine((text) => parseIsoDay(text) !== undefined, 'A day, such as 2026-05-31.')
  .transform((text) => parseIsoDay(text)!);

/** First and last day of a run. */
export const runSchema = z.tuple([daySchema, daySchema]).transform(([start, end]) => ({ start, end }));

/** A day as the model and its answers know it. */
export const dayNumber = z.int().describe('Days since 1970-01-01');

/** A run of days in answers to programs. */
const isoRun = z
  .tuple([z.string(), z.string()])
  .describe('First and last day (YYYY-MM-DD), both inclusive; ".." for an open end');
export const isoRuns = z.array(isoRun);
