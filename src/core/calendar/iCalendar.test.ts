import { isoDay } from './day';
import { readCalendar } from './iCalendar';
import { d } from './testing';

const file = (...events: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//Skerrow//EN', ...events, 'END:VCALENDAR'].join('\r\n');
const event = (...lines: string[]) => ['BEGIN:VEVENT', 'UID:1', ...lines, 'END:VEVENT'].join('\r\n');

function days(text: string, from: string, to: string) {
  const read = readCalendar(text);
  if (!read.ok) throw new Error(`${read.line}: ${read.message}`);
  return read.days
    .filter(({ day }) => day >= d(from) && day <= d(to))
    .map(({ day, name }) => `${isoDay(day)} ${name}`);
}

const repeatingEvent = (rule: string) => event('DTSTART;VALUE=DATE:18000101', `RRULE:${rule}`, 'SUMMARY:A');
const repeating = (rule: string) => file(repeatingEvent(rule));
const single = event('DTSTART;VALUE=DATE:20250101', 'SUMMARY:A');

describe('an iCalendar file', () => {
  test('with a line of nothing but quotes is refused at once', () => {
    const began = performance.now();
    for (const bad of ['DTSTART;' + '"'.repeat(60), 'DTSTART;' + '"a'.repeat(200_000)]) {
      const read = readCalendar(file(event(bad, 'SUMMARY:A')));
      expect(read).toMatchObject({ ok: false, line: 6 });
    }
    expect(performance.now() - began).toBeLessThan(5_000);
  });

  test('whose parameters hold quoted marks is read', () => {
    const quoted = event('DTSTART;VALUE=DATE;X-A="a:b;c";X-B=d:20250301', 'SUMMARY;X-C=":":Net: Day');
    expect(days(file(quoted), '2025-01-01', '2026-12-31')).toEqual(['2025-03-01 Net: Day']);
  });

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
    expect(days(text, '2020-01-01', '2030-01-01').map((words) => words.slice(0, 4))).toEqual([
      '2020',
      '2024',
      '2028',
    ]);
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
    [repeating('FREQ=SECONDLY'), 7, /secondly rules; only whole days/],
    [repeating('FREQ=DAILY;BYHOUR=9'), 7, /BYHOUR/],
    [repeating('FREQ=MONTHLY;BYDAY=6MO'), 7, /no such weekday in a month/],
    [repeating('FREQ=YEARLY;BYDAY=54MO'), 7, /invalid BYDAY/],
    [repeating('FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30'), 4, /never takes place/],
    [repeating('FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30'), 4, /never takes place/],
    [repeating('FREQ=YEARLY;BYWEEKNO=54'), 7, /BYWEEKNO: invalid/],
    [repeating('FREQ=DAILY'), 4, /more than 100000 days/],
    [file(event('DTSTART;VALUE=DATE:20250230', 'SUMMARY:A')), 6, /There is no day 2025-02-30/],
    [file(event('DTSTART;VALUE=DATE:00010101', 'DTEND;VALUE=DATE:99981231', 'SUMMARY:A')), 7, /ten years/],
    [file(event('DTSTART;VALUE=DATE:22500101', 'SUMMARY:A')), 4, /never takes place in the years 1800/],
  ])('refuses file %# at its line', (text, line, message) => {
    const read = readCalendar(text);
    expect(read).toMatchObject({ ok: false, line });
    if (!read.ok) expect(read.message).toMatch(message);
  });

  test('takes a week by its number with a weekday in it', () => {
    const text = file(
      event('DTSTART;VALUE=DATE:20240101', 'RRULE:FREQ=YEARLY;BYWEEKNO=20;BYDAY=MO', 'SUMMARY:Midway'),
    );
    expect(days(text, '2024-01-01', '2025-12-31')).toEqual(['2024-05-13 Midway', '2025-05-12 Midway']);
  });

  test('takes days that are added, and moves a time that another event stands for', () => {
    const text = file(
      event(
        'DTSTART;VALUE=DATE:20250106',
        'RRULE:FREQ=MONTHLY;COUNT=3',
        'RDATE;VALUE=DATE:20250115,20250116',
        'SUMMARY:Count',
      ),
      event('RECURRENCE-ID;VALUE=DATE:20250206', 'DTSTART;VALUE=DATE:20250207', 'SUMMARY:Count, a day late'),
    );
    expect(days(text, '2025-01-01', '2025-12-31')).toEqual([
      '2025-01-06 Count',
      '2025-01-15 Count',
      '2025-01-16 Count',
      '2025-02-07 Count, a day late',
      '2025-03-06 Count',
    ]);
  });

  test('is given up when its rules take too long together', () => {
    const idle = event(
      'DTSTART;VALUE=DATE:18000101',
      'RRULE:FREQ=DAILY;BYDAY=MO;BYMONTHDAY=1;BYMONTH=1',
      'SUMMARY:A',
    );
    const read = readCalendar(file(...Array.from({ length: 60 }, () => idle)));
    expect(read).toMatchObject({ ok: false });
    if (!read.ok) expect(read.message).toMatch(/too long/);
  });

  test('is not taken with more events than a calendar has', () => {
    const many = file(...Array.from({ length: 20_001 }, () => single));
    expect(readCalendar(many)).toEqual({
      ok: false,
      line: 4 + 20_000 * 5,
      message: 'The file holds more than 20000 events',
    });
  });
});
