/** Notes on days are events of the almanac, wherever those are. */
import { d } from '../../core/calendar/testing';
import { readCalendar } from '../../core/calendar/iCalendar';
import { selectRows } from '../database/connection';
import { readModel } from '../model/model';
import { withDatabase } from '../testing';
import { ensureAlmanac } from './almanac';
import { addNote, changeNote, listNotes, notesFile, removeNote } from './notes';

withDatabase();

beforeAll(() => ensureAlmanac());

const eventsOn = async (day: string) => {
  await ensureAlmanac();
  const [row] = await selectRows<{ event_names: string | null }>(
    'SELECT event_names FROM almanac_day WHERE day = ?',
    [day],
  );
  return row?.event_names ?? null;
};

test('a note stands on each of its days, in the table of days and in what dashboards are made of', async () => {
  const note = await addNote({ first: '2026-06-01', last: '2026-06-03', words: 'Storm week' });
  expect(await eventsOn('2026-06-02')).toBe('Storm week');
  expect(await eventsOn('2026-06-04')).toBeNull();
  const { model } = await readModel();
  expect(model.special.filter(({ name }) => name === 'Storm week').map(({ day }) => day)).toEqual([
    d('2026-06-01'),
    d('2026-06-02'),
    d('2026-06-03'),
  ]);
  await changeNote(note.id, { first: '2026-06-03', last: '2026-06-03', words: 'Storm' });
  expect([await eventsOn('2026-06-02'), await eventsOn('2026-06-03')]).toEqual([null, 'Storm']);
  await removeNote(note.id);
  expect(await eventsOn('2026-06-03')).toBeNull();
  expect(await listNotes()).toEqual([]);
});

test('what is gone is told', async () => {
  const gone = { code: 'no-such-note', status: 404 };
  await expect(removeNote(99)).rejects.toMatchObject(gone);
  await expect(changeNote(99, { first: '2026-06-01', last: '2026-06-01', words: 'x' })).rejects.toMatchObject(
    gone,
  );
});

test('as iCalendar every note is an event that is read back', async () => {
  await addNote({ first: '2026-02-27', last: '2026-03-01', words: 'Dock, slip; and “crane”' });
  await addNote({ first: '2026-01-05', last: '2026-01-05', words: 'Strike' });
  const read = readCalendar(await notesFile());
  expect(read).toMatchObject({ ok: true, events: 2 });
  expect(read.ok && read.days).toEqual([
    { day: d('2026-01-05'), name: 'Strike' },
    ...['2026-02-27', '2026-02-28', '2026-03-01'].map((day) => ({
      day: d(day),
      name: 'Dock, slip; and “crane”',
    })),
  ]);
  for (const { id } of await listNotes()) await removeNote(id);
});
