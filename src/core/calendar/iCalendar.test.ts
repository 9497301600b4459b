import { civilFromDay, isoDay } from './day';
import { namedDays, readCalendar } from './iCalendar';
import { d } from './testing';

const file = (...events: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//Skerrow//EN', ...events, 'END:VCALENDAR'].join('\r\n');
const event = (...lines: string[]) => ['BEGIN:VEVENT', 'UID:1', ...lines, 'END:VEVENT'].join('\r\n');

function days(text: string, from: string, to: string) {
  const read = readCalendar(text);
  if (!read.ok) throw new Error(`${read.line}: ${read.message}`);
  return namedDays(read.events, d(from), d(to)).map(({ day, name }) => `${isoDay(day)} ${name}`);
}

describe('an iCalendar file', () => {
  test('gives single days, spans of days and yearly ones', () => {
    const text = file(
      event('DTSTART;VALUE=DATE:20250301', 'SUMMARY:Net Day'),
      event('DTSTART;VALUE=DATE:20250704', 'DTEND;VALUE=DATE:20250707', 'SUMMARY:Regatta'),
      event('DTSTART;VALUE=DATE:20210612', 'RRULE:FREQ=YEARLY', 'SUMMARY:Harbour Day'),
    );
    expect(days(text, '2025-01-01', '2026-12-31')).toEqual([
      '2025-03-01 Net Day',
      '2025-06-12 Harbour Day',
      '2025-07-04 Regatta',
      '2025-07-05 Regatta',
      '2025-07-06 Regatta',
      '2026-06-12 Harbour Day',
    ]);
  });

  test('knows rules by weekday, ends and days left out', () => {
    const text = file(
      event(
        'DTSTART;VALUE=DATE:20220502',
        'RRULE:FREQ=YEARLY;BYMONTH=5;BYDAY=1MO;UNTIL=20250601',
        'EXDATE;VALUE=DATE:20240506',
        'SUMMARY:Spring Monday',
      ),
    );
    const found = days(text, '2020-01-01', '2030-01-01');
    expect(found).toEqual([
      '2022-05-02 Spring Monday',
      '2023-05-01 Spring Monday',
      '2025-05-05 Spring Monday',
    ]);
  });

  test('a rule on 29 February takes place in leap years only', () => {
    const text = file(event('DTSTART;VALUE=DATE:20200229', 'RRULE:FREQ=YEARLY', 'SUMMARY:Leap'));
    const read = readCalendar(text);
    expect(
      read.ok &&
        namedDays(read.events, d('2020-01-01'), d('2030-01-01')).map(({ day }) => civilFromDay(day).year),
    ).toEqual([2020, 2024, 2028]);
  });

  test.each([
    ['', 1, /empty/],
    ['hello', 1, /not a line/],
    [file('BEGIN:VEVENT', 'SUMMARY:A'), 6, /does not match/],
    [file(event('DTSTART;VALUE=DATE:20250101')), 4, /no SUMMARY/],
    [file(event('SUMMARY:A')), 4, /no DTSTART/],
    [file(event('SUMMARY:Late', 'DTSTART:20250101T101500Z')), 7, /time of day/],
    [file(), 1, /no event/],
    [file(event('SUMMARY:A', 'what is this')), 7, /not a line/],
  ])('refuses %j at line %i', (text, line, message) => {
    const read = readCalendar(text);
    expect(read).toMatchObject({ ok: false, line });
    if (!read.ok) expect(read.message).toMatch(message);
  });
});
