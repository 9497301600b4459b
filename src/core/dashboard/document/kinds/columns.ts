/** The columns of a crosstab: buckets of days, or a list of periods with the changes between them. */
import { z } from 'zod';
import { id as ids } from '../../../model/ids';
import { phrase } from './entry';

/** Periods, and changes between them, that a crosstab has at most. */
export const MOST_COLUMNS = 12;
const name = z.string().trim().max(100).default('').describe('Its name; empty: its text');

const periodSchema = z.union([
  z.object({ id: ids.item, name, phrase }),
  z.object({
    id: ids.item,
    name,
    of: ids.item.describe('Another period of the list, which the baseline is worked out from'),
    baseline: z.string().trim().min(1).max(500).describe('Baseline phrase'),
  }),
]);
/** A period as a column: of a phrase of its own, or a baseline of another one. */
export type PeriodColumn = z.infer<typeof periodSchema>;

/** What a period is asked for by: its phrase, or its baseline. */
export const periodText = (period: PeriodColumn): string =>
  'of' in period ? period.baseline : period.phrase;

/** A period as it is named: by its name, else by its text. */
export const periodName = (period: PeriodColumn): string => period.name || periodText(period);

const changeSchema = z.object({
  id: ids.item,
  of: ids.item,
  against: ids.item,
});
const periodColumnsSchema = z
  .object({
    kind: z.literal('periods'),
    mode: z
      .enum(['alone', 'narrow'])
      .default('alone')
      .describe('Whatever wired time controls say, or within their windows'),
    periods: z.array(periodSchema).min(1).max(MOST_COLUMNS),
    changes: z.array(changeSchema).max(MOST_COLUMNS).default([]),
  })
  .superRefine(({ periods, changes }, context) => {
    const complain = (message: string, path: (string | number)[]) =>
      context.addIssue({ code: 'custom', message, path });
    const seen = new Set<string>();
    for (const [list, entries] of [
      ['periods', periods],
      ['changes', changes],
    ] as const)
      entries.forEach((entry, i) => {
        if (seen.has(entry.id)) complain(`The id ${entry.id} is used twice`, [list, i, 'id']);
        seen.add(entry.id);
      });
    const known = new Set(periods.map((entry) => entry.id));
    periods.forEach((entry, i) => {
      if (!('of' in entry)) return;
      if (!known.has(entry.of)) complain(`There is no period ${entry.of}`, ['periods', i, 'of']);
      else if (leadsBack(periods, entry))
        complain('The period is worked out from itself', ['periods', i, 'of']);
    });
    changes.forEach((entry, i) => {
      for (const end of ['of', 'against'] as const)
        if (!known.has(entry[end])) complain(`There is no period ${entry[end]}`, ['changes', i, end]);
    });
  });
export type PeriodColumns = z.infer<typeof periodColumnsSchema>;

/** Whether the periods from which one is worked out lead back to it. */
function leadsBack(periods: readonly PeriodColumn[], from: PeriodColumn): boolean {
  let at: PeriodColumn | undefined = from;
  for (let steps = 0; steps <= periods.length; steps++) {
    if (!at || !('of' in at)) return false;
    const of: string = at.of;
    at = periods.find((entry) => entry.id === of);
    if (at === from) return true;
  }
  return true;
}

export const columnsSchema = z
  .discriminatedUnion('kind', [z.object({ kind: z.literal('grain') }), periodColumnsSchema])
  .nullable()
  .default({ kind: 'grain' })
  .describe('What goes across: buckets of days, a list of periods, or nothing');
