/** What a reload changed, and how that is said. */
import { z } from 'zod';
import { parseIsoDay } from '../calendar/day';
import { shortDayWords } from '../calendar/names';
import { numberWords } from '../locale';

/** Whole days, by the dataset's first date role. Days are ISO texts. */
export const loadChangesSchema = z.object({
  added: z.int(),
  removed: z.int(),
  changed: z.int(),
  latest: z.string().nullable(),
});
export type LoadChanges = z.infer<typeof loadChangesSchema>;

const days = (count: number, verb: string) => `${numberWords(count)} ${count === 1 ? 'day' : 'days'} ${verb}`;

/** "12 days added, 2 days changed, latest now 1 Jun 2026". */
export function changesWords(changes: LoadChanges): string {
  const parts: string[] = [];
  if (changes.added > 0) parts.push(days(changes.added, 'added'));
  if (changes.changed > 0) parts.push(days(changes.changed, 'changed'));
  if (changes.removed > 0) parts.push(days(changes.removed, 'gone'));
  if (parts.length === 0) parts.push('the same rows as before');
  const latest = changes.latest === null ? undefined : parseIsoDay(changes.latest);
  if (latest !== undefined) parts.push(`latest now ${shortDayWords(latest, true)}`);
  return parts.join(', ');
}
