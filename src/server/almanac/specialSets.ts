/** Sets of holidays and events: kept as the iCalendar files they came from. */
import { desc, eq } from 'drizzle-orm';
import type { SpecialDay } from '../../core/calendar/almanac';
import type { Day } from '../../core/calendar/day';
import { namedDays, readCalendar } from '../../core/calendar/iCalendar';
import { database, sqlNow } from '../database/connection';
import { specialSet } from '../database/schema';
import { Problem } from '../problem';

export interface SpecialSetEntry {
  readonly id: number;
  readonly name: string;
  readonly kind: 'holiday' | 'event';
  readonly enabled: boolean;
  readonly source: string;
  /** Events in the file, before any is repeated. */
  readonly events: number;
}

const kindOf = (text: string) => (text === 'event' ? 'event' : 'holiday');

/** The sets, newest first. */
export async function listSets(): Promise<SpecialSetEntry[]> {
  const rows = await database().select().from(specialSet).orderBy(desc(specialSet.id));
  return rows.map(({ id, name, kind, enabled, source, text }) => {
    const read = readCalendar(text);
    return { id, name, kind: kindOf(kind), enabled, source, events: read.ok ? read.events.length : 0 };
  });
}

/** The days from `from` to `to` (inclusive) that sets in use name, in their order. */
export async function specialDaysIn(from: Day, to: Day): Promise<SpecialDay[]> {
  const rows = await database().select().from(specialSet).where(eq(specialSet.enabled, true));
  const days = rows.flatMap((row) => {
    const read = readCalendar(row.text);
    const kind = kindOf(row.kind);
    return read.ok ? namedDays(read.events, from, to).map((entry) => ({ ...entry, kind }) as SpecialDay) : [];
  });
  return days.sort((a, b) => a.day - b.day || (a.name < b.name ? -1 : 1));
}

/** Adds a set from a file's text. Throws a `Problem` that names the line when it cannot be read. */
export async function addSet(set: {
  name: string;
  kind: SpecialSetEntry['kind'];
  source: string;
  text: string;
}): Promise<void> {
  const read = readCalendar(set.text);
  if (!read.ok) {
    const message = `${set.source} is not taken: line ${read.line}: ${read.message}.`;
    throw new Problem('bad-calendar', message, 400, { line: read.line });
  }
  await database()
    .insert(specialSet)
    .values({ ...set, enabled: true, createdAt: sqlNow() });
}

/** Switches a set, or changes its name or kind. */
export async function changeSet(
  id: number,
  change: {
    name?: string | undefined;
    kind?: SpecialSetEntry['kind'] | undefined;
    enabled?: boolean | undefined;
  },
): Promise<void> {
  await existing(id);
  await database().update(specialSet).set(change).where(eq(specialSet.id, id));
}

export async function removeSet(id: number): Promise<void> {
  await existing(id);
  await database().delete(specialSet).where(eq(specialSet.id, id));
}

async function existing(id: number) {
  const [row] = await database().select({ id: specialSet.id }).from(specialSet).where(eq(specialSet.id, id));
  if (!row) throw new Problem('no-such-set', 'This set of days is not here any more.', 404);
}
