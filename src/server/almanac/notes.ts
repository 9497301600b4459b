/** Notes on days: events of the almanac that people write. */
import { and, asc, eq, gte, lte } from 'drizzle-orm';
import type { Note, StoredNote } from '../../contract/notes';
import type { SpecialDay } from '../../core/calendar/almanac';
import { isoDay, parseIsoDay, type Day } from '../../core/calendar/day';
import { writeCalendar } from '../../core/calendar/writeCalendar';
import { database, sqlNow } from '../database/connection';
import { dayNote } from '../database/schema';
import { bumpRevision } from '../model/revision';
import { Problem } from '../problem';

/** Notes that there are at most. */
const MOST = 5000;

const shown = ({ id, first, last, words }: typeof dayNote.$inferSelect): StoredNote => ({
  id,
  first,
  last,
  words,
});

/** All notes, the first days first. */
export async function listNotes(): Promise<StoredNote[]> {
  return (await database().select().from(dayNote).orderBy(asc(dayNote.first), asc(dayNote.id))).map(shown);
}

/** The days from `from` to `to` (inclusive) on which notes stand. */
export async function notedDaysIn(from: Day, to: Day): Promise<SpecialDay[]> {
  const rows = await database()
    .select()
    .from(dayNote)
    .where(and(lte(dayNote.first, isoDay(to)), gte(dayNote.last, isoDay(from))));
  return rows.flatMap(({ first, last, words }) => {
    const [start, end] = [Math.max(from, parseIsoDay(first)!), Math.min(to, parseIsoDay(last)!)];
    return Array.from({ length: end - start + 1 }, (_, i): SpecialDay => ({
      day: start + i,
      name: words,
      kind: 'event',
    }));
  });
}

export async function addNote(note: Note): Promise<StoredNote> {
  if ((await listNotes()).length >= MOST)
    throw new Problem('too-many', `There are ${MOST} notes already. Remove some first.`, 409);
  const [made] = await database()
    .insert(dayNote)
    .values({ ...note, createdAt: sqlNow() });
  await bumpRevision();
  return { ...note, id: made.insertId };
}

const gone = () => new Problem('no-such-note', 'This note is not here any more.', 404);

/** Changes one. Throws a `Problem` where it is gone. */
export async function changeNote(id: number, note: Note): Promise<StoredNote> {
  const [known] = await database().select().from(dayNote).where(eq(dayNote.id, id));
  if (!known) throw gone();
  await database().update(dayNote).set(note).where(eq(dayNote.id, id));
  await bumpRevision();
  return { ...note, id };
}

export async function removeNote(id: number): Promise<void> {
  const [result] = await database().delete(dayNote).where(eq(dayNote.id, id));
  if (result.affectedRows === 0) throw gone();
  await bumpRevision();
}

/** All notes as an iCalendar file. */
export async function notesFile(): Promise<string> {
  const events = (await listNotes()).map(({ id, first, last, words }) => ({
    uid: `note-${id}@dathen`,
    name: words,
    first: parseIsoDay(first)!,
    last: parseIsoDay(last)!,
  }));
  return writeCalendar(events, new Date().toISOString());
}
