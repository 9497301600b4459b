/** The table of days, kept as wide as the data and as the rule and the sets of holidays say. */
import { eq } from 'drizzle-orm';
import { almanacRow, specialDaysByDay, type SpecialDay } from '../../core/calendar/almanac';
import { parseIsoDay, type Day } from '../../core/calendar/day';
import { calendarRuleSchema, DEFAULT_RULE, type CalendarRule } from '../../core/calendar/rule';
import { end, start } from '../../core/calendar/units';
import { serverConfig } from '../config';
import { database } from '../database/connection';
import { almanacDay, setting } from '../database/schema';
import { datasetsWithLoads } from '../datasets/repository';
import { bumpRevision } from '../model/revision';
import { notedDaysIn } from './notes';
import { specialDaysIn } from './specialSets';

const RULE = 'calendar-rule';
/** What the table of days was last built from. */
const BUILT = 'almanac-built';

async function readSetting(name: string): Promise<string | undefined> {
  const [row] = await database().select().from(setting).where(eq(setting.name, name));
  return row?.value;
}

/** The workspace's calendar rule. */
export async function readRule(): Promise<CalendarRule> {
  const text = await readSetting(RULE);
  return text === undefined ? DEFAULT_RULE : calendarRuleSchema.parse(JSON.parse(text));
}

/** Stores a calendar rule and rebuilds the table of days. */
export async function saveRule(rule: CalendarRule): Promise<void> {
  const value = JSON.stringify(rule);
  await database().insert(setting).values({ name: RULE, value }).onDuplicateKeyUpdate({ set: { value } });
  await ensureAlmanac();
  await bumpRevision();
}

export interface Span {
  readonly first: Day;
  readonly last: Day;
}

/** First and last day of all data, widened to whole years (calendar and fiscal); this year without data. */
async function almanacSpan(rule: CalendarRule): Promise<Span> {
  let first = Infinity;
  let last = -Infinity;
  for (const { stored, load } of await datasetsWithLoads()) {
    for (const role of stored.definition.roles) {
      const runs = load.coverage[role.key]?.runs ?? [];
      if (runs.length === 0) continue;
      first = Math.min(first, runs[0]!.start);
      last = Math.max(last, runs[runs.length - 1]!.end);
    }
  }
  if (first > last) {
    const today = parseIsoDay(serverConfig().pinnedToday ?? new Date().toISOString().slice(0, 10))!;
    first = today;
    last = today;
  }
  return {
    first: start('year', start('fiscal year', first, rule), rule),
    last: end('year', end('fiscal year', last, rule), rule),
  };
}

/** The almanac of the workspace: rule, span and special days. */
export async function readAlmanac(): Promise<{ rule: CalendarRule; span: Span; special: SpecialDay[] }> {
  const rule = await readRule();
  const span = await almanacSpan(rule);
  const special = [
    ...(await specialDaysIn(span.first, span.last)),
    ...(await notedDaysIn(span.first, span.last)),
  ].sort((a, b) => a.day - b.day || (a.name < b.name ? -1 : 1));
  return { rule, span, special };
}

/** Rebuilds the almanac in one transaction when what it follows from is no longer what it was built from. */
export async function ensureAlmanac(): Promise<void> {
  const { rule, span, special } = await readAlmanac();
  const from = JSON.stringify({ rule, span, special });
  if ((await readSetting(BUILT)) === from) return;
  const byDay = specialDaysByDay(special);
  await database().transaction(async (transaction) => {
    await transaction.delete(almanacDay);
    for (let day = span.first; day <= span.last; day += 1000) {
      const count = Math.min(1000, span.last - day + 1);
      await transaction
        .insert(almanacDay)
        .values(Array.from({ length: count }, (_, i) => almanacRow(day + i, rule, byDay)));
    }
    await transaction
      .insert(setting)
      .values({ name: BUILT, value: from })
      .onDuplicateKeyUpdate({ set: { value: from } });
  });
}
