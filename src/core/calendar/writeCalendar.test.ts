import fc from 'fast-check';
import { readCalendar } from './iCalendar';
import { d } from './testing';
import { writeCalendar } from './writeCalendar';

const STAMP = '2026-06-03T08:00:00.123Z';

test('an event a note, its end the day after', () => {
  const text = writeCalendar(
    [{ uid: 'note-1@dathen', name: 'Storm week', first: d('2026-02-09'), last: d('2026-02-13') }],
    STAMP,
  );
  expect(text.split('\r\n')).toEqual([
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Dathen//Notes on days//EN',
    'BEGIN:VEVENT',
    'UID:note-1@dathen',
    'DTSTAMP:20260603T080000Z',
    'DTSTART;VALUE=DATE:20260209',
    'DTEND;VALUE=DATE:20260214',
    'SUMMARY:Storm week',
    'END:VEVENT',
    'END:VCALENDAR',
    '',
  ]);
});

test('what is written is read back, whatever the words', () => {
  // Separators of lines and paragraphs are not ends of lines in a file, though patterns often take them for such.
  const character = fc.oneof(
    { weight: 9, arbitrary: fc.string({ minLength: 1, maxLength: 1, unit: 'grapheme' }) },
    { weight: 1, arbitrary: fc.constantFrom('\u2028', '\u2029', ':', ';', ',', '"', '\\', 'BEGIN:') },
  );
  const words = fc
    .string({ minLength: 1, maxLength: 60, unit: character })
    .filter((text) => text.trim() === text && !/\p{Cc}/u.test(text));
  fc.assert(
    fc.property(
      words,
      fc.integer({ min: 0, max: 30_000 }),
      fc.integer({ min: 0, max: 40 }),
      (name, first, more) => {
        const read = readCalendar(writeCalendar([{ uid: 'n', name, first, last: first + more }], STAMP));
        expect(read.ok && read.days).toEqual(
          Array.from({ length: more + 1 }, (_, i) => ({ day: first + i, name })),
        );
      },
    ),
  );
});
