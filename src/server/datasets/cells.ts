/** Reads the cells of a text file: what a text can mean, and its SQL form. */
import type { DateOrder } from '../../contract/datasets';
import { Temporal } from 'temporal-polyfill';
import { checkedDay, FIRST_DAY, isoDay, type Day } from '../../core/calendar/day';
import { isWithinAlmanac } from '../../core/calendar/span';
import { MONTH_NAMES } from '../../core/calendar/names';
import { TEXT_LENGTH, type StoredColumn } from './definition';

/** A cell's SQL text (null: blank), its day if it is a date, or the reason why it does not fit. */
export type Cell =
  | {
      readonly ok: true;
      readonly sql: string | null;
      readonly day: Day | null;
      /** A day that stands for an open end, and so is kept as a blank. */
      readonly isOpen?: true;
    }
  | { readonly ok: false; readonly reason: string };

/** A cell that fits. */
export type ReadCell = Extract<Cell, { ok: true }>;

const refused = (reason: string): Cell => ({ ok: false, reason });
const BLANK: Cell = { ok: true, sql: null, day: null };
const OPEN: Cell = { ok: true, sql: null, day: null, isOpen: true };

const YEAR_FIRST = /^(\d{4})-(\d{1,2})-(\d{1,2})$/;
const YEAR_LAST = /^(\d{1,2})([/.-])(\d{1,2})\2(\d{4}|\d{2})\.?$/;
/** With the month's English name, whole or its first three letters: the day stands before it, or after it. */
const DAY_AND_NAME = /^(\d{1,2})(?:\.|st|nd|rd|th)?[ -]([a-z]{3,9})\.?,?[ -](\d{4}|\d{2})$/i;
const NAME_AND_DAY = /^([a-z]{3,9})\.? (\d{1,2})(?:st|nd|rd|th)?,? (\d{4}|\d{2})$/i;

/** Years of two digits up to this one are of this century, later ones of the last. */
const LAST_SHORT_YEAR = 68;

function yearOf(text: string): number {
  const year = Number(text);
  return text.length === 4 ? year : year + (year <= LAST_SHORT_YEAR ? 2000 : 1900);
}

/** Number of a month by its name; undefined for other words. */
function monthOf(name: string): number | undefined {
  const typed = name.toLowerCase();
  const at = MONTH_NAMES.findIndex((month) => {
    const known = month.toLowerCase();
    return typed === known || typed === known.slice(0, 3) || (typed === 'sept' && known === 'september');
  });
  return at < 0 ? undefined : at + 1;
}

/** Year, month and day as they stand in a text of an order; undefined where it has another shape. */
function datePartsOf(text: string, order: DateOrder): readonly [number, number, number] | undefined {
  if (order === 'iso') {
    const match = YEAR_FIRST.exec(text);
    return match ? [Number(match[1]), Number(match[2]), Number(match[3])] : undefined;
  }
  const numeric = YEAR_LAST.exec(text);
  if (numeric) {
    const [first, second] = [Number(numeric[1]), Number(numeric[3])];
    return order === 'dmy' ? [yearOf(numeric[4]!), second, first] : [yearOf(numeric[4]!), first, second];
  }
  const named = (order === 'dmy' ? DAY_AND_NAME : NAME_AND_DAY).exec(text);
  if (!named) return undefined;
  const [dayOfMonth, name] = order === 'dmy' ? [named[1]!, named[2]!] : [named[2]!, named[1]!];
  const month = monthOf(name);
  return month === undefined ? undefined : [yearOf(named[3]!), month, Number(dayOfMonth)];
}

/** Whether a text has the shape of a date in this order, day there or not. */
export const looksLikeDate = (text: string, order: DateOrder): boolean =>
  datePartsOf(text, order) !== undefined;

/** The day that a text stands for when read in this order; undefined if there is none. */
export function readDate(text: string, order: DateOrder): Day | undefined {
  const parts = datePartsOf(text, order);
  return parts && checkedDay(...parts);
}

function readDayCell(text: string, order: DateOrder): Cell {
  const day = readDate(text, order);
  if (day === undefined) return refused(looksLikeDate(text, order) ? 'There is no such day' : 'Not a date');
  return inRange(day, isoDay(day));
}

const TIME = /^(.+?)[T ](\d{2}):(\d{2})(?::(\d{2})(?:\.(\d{1,9}))?)?\s*(Z|[+-]\d{2}:?\d{2})?$/i;

/** Splits a timestamp; undefined when the text does not have the shape of one. */
export function readTimestamp(text: string, order: DateOrder) {
  const match = TIME.exec(text);
  if (!match) return undefined;
  const day = readDate(match[1]!, order);
  const [hour, minute, second] = [Number(match[2]), Number(match[3]), Number(match[4] ?? 0)];
  if (day === undefined || hour > 23 || minute > 59 || second > 59) return undefined;
  const time = `${match[2]}:${match[3]}:${match[4] ?? '00'}.${(match[5] ?? '').padEnd(3, '0').slice(0, 3)}`;
  return { day, time, offset: match[6]?.toUpperCase() };
}

function readTimestampCell(text: string, order: DateOrder, timeZone: string): Cell {
  const stamp = readTimestamp(text, order);
  if (!stamp) {
    const day = readDate(text, order);
    if (day === undefined) return refused('Not a date and time');
    return inRange(day, `${isoDay(day)} 00:00:00.000`);
  }
  if (stamp.offset === undefined) return inRange(stamp.day, `${isoDay(stamp.day)} ${stamp.time}`);
  const offset = stamp.offset === 'Z' ? 'Z' : stamp.offset.replace(/^(...)(\d\d)$/, '$1:$2');
  const instant = Temporal.Instant.from(`${isoDay(stamp.day)}T${stamp.time}${offset}`);
  const local = instant.toZonedDateTimeISO(timeZone);
  const day = checkedDay(local.year, local.month, local.day)!;
  return inRange(day, `${isoDay(day)} ${local.toPlainTime().toString({ fractionalSecondDigits: 3 })}`);
}

/** 9000-01-01. */
const FIRST_OPEN_END = checkedDay(9000, 1, 1)!;

/** Days that databases put where there is no end, or no beginning: the last years there are, and the first day. */
const standsForOpen = (day: Day) => day >= FIRST_OPEN_END || day === FIRST_DAY;

function inRange(day: Day, sql: string): Cell {
  if (isWithinAlmanac(day)) return { ok: true, sql, day };
  return standsForOpen(day) ? OPEN : refused('Outside the years 1800 to 2199');
}

const PLAIN_NUMBER = { point: /^[+-]?(\d+)(?:\.(\d+))?$/, comma: /^[+-]?(\d+)(?:,(\d+))?$/ };
const GROUPED_NUMBER = {
  point: /^[+-]?([1-9]\d{0,2}(?:[, \u00a0\u202f']\d{3})+)(?:\.(\d+))?$/,
  comma: /^[+-]?([1-9]\d{0,2}(?:[. \u00a0\u202f']\d{3})+)(?:,(\d+))?$/,
};

/** A number's whole digits and decimals under a decimal mark; groups of three digits may be set apart. */
export function readNumber(
  text: string,
  mark: 'point' | 'comma',
): { sql: string; decimals: number; digits: number } | undefined {
  const match = PLAIN_NUMBER[mark].exec(text) ?? GROUPED_NUMBER[mark].exec(text);
  if (!match) return undefined;
  const whole = match[1]!.replace(/\D/g, '');
  const decimals = match[2] ?? '';
  const sign = text.startsWith('-') ? '-' : '';
  return {
    sql: `${sign}${whole}${decimals === '' ? '' : `.${decimals}`}`,
    decimals: decimals.length,
    digits: whole.length,
  };
}

function readNumberCell(text: string, column: StoredColumn): Cell {
  const number = readNumber(text, column.decimalMark);
  if (!number) return refused('Not a number');
  // By hand: a pattern would try a long row of zeros from each of them.
  let decimals = number.decimals;
  while (decimals > 0 && number.sql.at(decimals - number.decimals - 1) === '0') decimals--;
  if (column.type === 'whole' && decimals > 0) return refused('Not a whole number');
  if (decimals > column.scale)
    return refused(`More than ${column.scale} decimal place${column.scale === 1 ? '' : 's'}`);
  if (number.digits > 15) return refused('More than 15 digits before the decimal mark');
  return { ok: true, sql: column.type === 'whole' ? number.sql.split('.', 1)[0]! : number.sql, day: null };
}

/** A function that reads the cells of a column. Blank cells are blank, whatever the type. */
export function cellReader(column: StoredColumn, timeZone: string): (text: string) => Cell {
  const read = (text: string): Cell => {
    switch (column.type) {
      case 'day':
        return readDayCell(text, column.dateOrder);
      case 'timestamp':
        return readTimestampCell(text, column.dateOrder, timeZone);
      case 'whole':
      case 'decimal':
        return readNumberCell(text, column);
      case 'text':
        if (text.includes('\ufffd')) return refused('Not UTF-8 text');
        return text.length > TEXT_LENGTH
          ? refused(`Longer than ${TEXT_LENGTH} characters`)
          : { ok: true, sql: text, day: null };
    }
  };
  const plain = plainPattern(column);
  const kept = new Map<string, Cell>();
  return (raw) => {
    if (plain?.test(raw)) return { ok: true, sql: raw, day: null };
    const text = raw.trim();
    if (text === '') return BLANK;
    if (column.type === 'text') return read(text);
    const known = kept.get(text);
    if (known) return known;
    const cell = read(text);
    if (kept.size < KEPT_CELLS) kept.set(ownText(text), cell);
    return cell;
  };
}

/**
 * A text with memory of its own. What is cut from a chunk of a file keeps the whole chunk alive, so texts that
 * are remembered have to be copied (short ones are copies anyway).
 */
export function ownText(text: string): string {
  return text.length < 13 ? text : Buffer.from(text, 'utf8').toString('utf8');
}

/** Numbers in the form that SQL takes as it is: nearly all of them, so they are told first and cheaply. */
function plainPattern(column: StoredColumn): RegExp | undefined {
  if (column.type === 'whole') return /^-?\d{1,15}$/;
  if (column.type !== 'decimal' || column.decimalMark !== 'point') return undefined;
  return column.scale === 0 ? /^-?\d{1,15}$/ : new RegExp(`^-?\\d{1,15}(?:\\.\\d{1,${column.scale}})?$`);
}

/** Dates repeat: this many texts a column are read once only. */
const KEPT_CELLS = 20_000;
