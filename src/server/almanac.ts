/** The table of days, kept as wide as the data. */
import { eq } from 'drizzle-orm';
import { almanacRow } from '../core/calendar/almanac';
import { parseIsoDay } from '../core/calendar/day';
import { calendarRuleSchema, DEFAULT_RULE, type CalendarRule } from '../core/calendar/rule';
import { end, start } from '../core/calendar/units';
import { database, selectRows } from './database/connection';
import { almanacDay, setting } from './database/schema';
import { loadedDatasets, readLoad } from './datasets/repository';

/** The workspace's calendar rule. */
export async function readRule(): Promise<CalendarRule> {
  const [row] = await database().select().from(setting).where(eq(setting.name, 'calendar-rule'));
  return row ? calendarRuleSchema.parse(JSON.parse(row.value)) : DEFAULT_RULE;
}

/** First and last day of all data, widened to whole years; undefined without data. */
async function dataSpan(rule: CalendarRule) {
  let first = Infinity;
  let last = -Infinity;
  for (const stored of await loadedDatasets()) {
    const load = await readLoad(stored.currentLoad!);
    for (const role of stored.definition.roles) {
      const runs = load?.coverage[role.key]?.runs ?? [];
      if (runs.length === 0) continue;
      first = Math.min(first, runs[0]!.start);
      last = Math.max(last, runs[runs.length - 1]!.end);
    }
  }
  return first > last ? undefined : { first: start('year', first, rule), last: end('year', last, rule) };
}

/** Rebuilds the almanac in one transaction when the span of the data is no longer the one it covers. */
export async function ensureAlmanac(): Promise<void> {
  const rule = await readRule();
  const span = await dataSpan(rule);
  if (!span) return;
  const [now] = await selectRows<{ first: string | null; last: string | null }>(
    'SELECT MIN(day) AS first, MAX(day) AS last FROM almanac_day',
  );
  if (now?.first && now.last && parseIsoDay(now.first) === span.first && parseIsoDay(now.last) === span.last)
    return;
  await database().transaction(async (transaction) => {
    await transaction.delete(almanacDay);
    for (let day = span.first; day <= span.last; day += 1000) {
      const count = Math.min(1000, span.last - day + 1);
      await transaction
        .insert(almanacDay)
        .values(Array.from({ length: count }, (_, i) => almanacRow(day + i, rule)));
    }
  });
}
