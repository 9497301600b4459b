import fc from 'fast-check';
import { isoDay } from '../../core/calendar/day';
import { recentDay } from '../../core/calendar/testing';
import { cellReader, readDate, readNumber } from './cells';
import type { StoredColumn } from './definition';

const column = (part: Partial<StoredColumn>): StoredColumn => ({
  key: 'c',
  name: 'c',
  type: 'text',
  scale: 0,
  category: false,
  dateOrder: 'iso',
  decimalMark: 'point',
  ...part,
});
const read = (part: Partial<StoredColumn>, text: string, zone = 'UTC') =>
  cellReader(column(part), zone)(text);

describe('cells', () => {
  test.each([
    ['day', 'iso', '2025-03-09', '2025-03-09'],
    ['day', 'dmy', '9/3/2025', '2025-03-09'],
    ['day', 'mdy', '3.9.2025', '2025-03-09'],
    ['day', 'dmy', '9 Mar 2025', '2025-03-09'],
    ['day', 'dmy', '09-MAR-2025', '2025-03-09'],
    ['day', 'dmy', '9. March 2025', '2025-03-09'],
    ['day', 'dmy', '1st Sept 2025', '2025-09-01'],
    ['day', 'dmy', '9/3/25', '2025-03-09'],
    ['day', 'dmy', '09-Mar-25', '2025-03-09'],
    ['day', 'dmy', '9.3.69', '1969-03-09'],
    ['day', 'mdy', 'Mar 9, 2025', '2025-03-09'],
    ['day', 'mdy', 'March 9 2025', '2025-03-09'],
    ['day', 'mdy', '3/9/68', '2068-03-09'],
    ['timestamp', 'dmy', '9 Mar 2025 07:05', '2025-03-09 07:05:00.000'],
    ['timestamp', 'iso', '2025-03-09T23:30:00Z', '2025-03-09 23:30:00.000'],
    ['timestamp', 'dmy', '09/03/2025 07:05', '2025-03-09 07:05:00.000'],
    ['timestamp', 'iso', '2025-03-09', '2025-03-09 00:00:00.000'],
    ['timestamp', 'iso', '2025-03-09 07:05:06.1239', '2025-03-09 07:05:06.123'],
  ] as const)('%s, %s: %s', (type, dateOrder, text, sql) => {
    expect(read({ type, dateOrder }, text)).toMatchObject({ ok: true, sql });
  });

  test('timestamps with an offset become civil days of the dataset’s time zone', () => {
    const late = { type: 'timestamp' } as const;
    expect(read(late, '2025-03-09T23:30:00Z', 'Europe/Athens')).toMatchObject({
      sql: '2025-03-10 01:30:00.000',
    });
    expect(read(late, '2025-07-09T00:30:00+0200', 'UTC')).toMatchObject({ sql: '2025-07-08 22:30:00.000' });
  });

  test.each([
    ['day', '2025-02-30', 'There is no such day'],
    ['day', 'yesterday', 'Not a date'],
    ['day', '9 Mar 2025', 'Not a date'],
    ['day', '2250-01-01', 'Outside the years 1800 to 2199'],
    ['timestamp', '2025-01-01 25:00', 'Not a date and time'],
    ['whole', 'many', 'Not a number'],
    ['whole', '1.5', 'Not a whole number'],
    ['whole', '12345678901234567', 'More than 15 digits before the decimal mark'],
    ['decimal', '1.234', 'More than 2 decimal places'],
    ['text', 'caf\ufffd', 'Not UTF-8 text'],
    ['text', 'x'.repeat(501), 'Longer than 500 characters'],
  ] as const)('%s refuses %s', (type, text, reason) => {
    expect(read({ type, scale: 2 }, text)).toEqual({ ok: false, reason });
  });

  test.each([
    ['day', '9999-12-31'],
    ['day', '0001-01-01'],
    ['timestamp', '9999-12-31 23:59:59'],
  ] as const)('%s takes %s for an open end', (type, text) => {
    expect(read({ type, scale: 0 }, text)).toEqual({ ok: true, sql: null, day: null, isOpen: true });
  });

  test.each([
    ['point', '1,234,567.50', '1234567.50'],
    ['point', '-0.25', '-0.25'],
    ['point', '+7', '7'],
    ['comma', '1.234,5', '1234.5'],
    ['comma', '12,75', '12.75'],
    ['comma', "1'000", '1000'],
  ] as const)('with decimal %s, %s is %s', (mark, text, sql) =>
    expect(readNumber(text, mark)?.sql).toBe(sql),
  );

  test.each(['1,23,456', '1.2.3', '', '--1', '0,123.4', '1e5'])('%s is no number', (text) =>
    expect(readNumber(text, 'point')).toBeUndefined(),
  );

  test('blank cells are blank, whatever the type; trailing zeros do not count', () => {
    for (const type of ['day', 'timestamp', 'whole', 'decimal', 'text'] as const)
      expect(read({ type }, '  ')).toEqual({ ok: true, sql: null, day: null });
    expect(read({ type: 'decimal', scale: 1 }, '2.500')).toMatchObject({ sql: '2.500' });
    expect(read({ type: 'decimal', scale: 1 }, '2.050')).toMatchObject({
      reason: 'More than 1 decimal place',
    });
    expect(read({ type: 'whole', scale: 0 }, '-20.000')).toMatchObject({ sql: '-20' });
    expect(read({ type: 'whole', scale: 0 }, '0.0')).toMatchObject({ sql: '0' });
  });

  test('a long row of zeros is read as fast as any other', () => {
    const began = performance.now();
    const zeros = '0'.repeat(200_000);
    expect(read({ type: 'decimal', scale: 1 }, `1.${zeros}1`)).toMatchObject({ ok: false });
    expect(read({ type: 'decimal', scale: 1 }, `1.${zeros}`)).toMatchObject({ ok: true });
    expect(performance.now() - began).toBeLessThan(2_000);
    expect(read({ type: 'whole' }, '12.0')).toMatchObject({ sql: '12' });
  });

  test('a day is read back in every order', () => {
    fc.assert(
      fc.property(recentDay, (day) => {
        const [year, month, dayOfMonth] = isoDay(day).split('-');
        expect(readDate(`${dayOfMonth}/${month}/${year}`, 'dmy')).toBe(day);
        expect(readDate(`${month}-${dayOfMonth}-${year}`, 'mdy')).toBe(day);
        expect(readDate(isoDay(day), 'iso')).toBe(day);
      }),
    );
  });
});
