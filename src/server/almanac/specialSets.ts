/** Sets of holidays and events: kept as the iCalendar files they came from. */
import type { SpecialSet } from '../../contract/almanac';
import { desc, eq } from 'drizzle-orm';
import type { SpecialDay } from '../../core/calendar/almanac';
import type { Day } from '../../core/calendar/day';
import { readCalendar, type ReadCalendar } from '../../core/calendar/iCalendar';
import { database, sqlNow } from '../database/connection';
import { specialSet } from '../database/schema';
import { once } from '../once';
import { Problem } from '../problem';

const kindOf = (text: string) => (text === 'event' ? 'event' : 'holiday');

/** What a stored file says, worked out once. A file that another version took may be refused by this one. */
function readStored({ id, text }: { id: number; text: string }): ReadCalendar {
  const known = once('special sets', () => new Map<number, ReadCalendar>());
  if (!known.has(id)) known.set(id, readCalendar(text));
  return known.get(id)!;
}

/** The sets, newest first. */
export async function listSets(): Promise<SpecialSet[]> {
  const rows = await database().select().from(specialSet).orderBy(desc(specialSet.id));
  return rows.map((row) => {
    const { id, name, kind, enabled, source } = row;
    const read = readStored(row);
    return {
      id,
      name,
      kind: kindOf(kind),
      enabled,
      source,
      events: read.ok ? read.events : 0,
      problem: read.ok ? null : `Line ${read.line}: ${read.message}.`,
    };
  });
}

/** The days from `from` to `to` (inclusive) that sets in use name. A set that cannot be read names none. */
export async function specialDaysIn(from: Day, to: Day): Promise<SpecialDay[]> {
  const rows = await database().select().from(specialSet).where(eq(specialSet.enabled, true));
  const days = rows.flatMap((row) => {
    const read = readStored(row);
    const kind = kindOf(row.kind);
    if (!read.ok) return [];
    return read.days.flatMap((entry): SpecialDay[] =>
      entry.day >= from && entry.day <= to ? [{ ...entry, kind }] : [],
    );
  });
  return days;
}

/** Adds a set from a file's text. Throws a `Problem` that names the line when it cannot be read. */
export async function addSet(set: {
  name: string;
  kind: SpecialSet['kind'];
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
    kind?: SpecialSet['kind'] | undefined;
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
