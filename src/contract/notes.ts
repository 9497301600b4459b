/** Notes on days as they are sent. */
import { z } from 'zod';
import { parseIsoDay } from '../core/calendar/day';

const day = z.string().refine((text) => parseIsoDay(text) !== undefined, 'A day as YYYY-MM-DD.');

/** Days that one note can stand on. */
const LONGEST = 3660;

export const noteSchema = z
  .object({
    first: day.describe('YYYY-MM-DD'),
    last: day.describe('YYYY-MM-DD, itself among them'),
    words: z.string().trim().min(1).max(200),
  })
  .refine(({ first, last }) => first <= last, {
    message: 'The last day comes before the first.',
    path: ['last'],
  })
  .refine(({ first, last }) => parseIsoDay(last)! - parseIsoDay(first)! < LONGEST, {
    message: `A note stands on at most ${LONGEST} days.`,
    path: ['last'],
  });
export type Note = z.infer<typeof noteSchema>;

export const storedNoteSchema = z.object({
  id: z.int(),
  first: z.string(),
  last: z.string(),
  words: z.string(),
});
export type StoredNote = z.infer<typeof storedNoteSchema>;
export const storedNotesSchema = z.array(storedNoteSchema);
