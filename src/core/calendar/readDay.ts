/** Reads a day as people type it. */
import { checkedDay, type Day } from './day';
import { MONTH_NAMES } from './names';

/** In which order a locale writes the parts of a date. */
export type DateOrder = 'dmy' | 'mdy' | 'ymd';

/** The order of a locale's numeric dates. */
export function dateOrderOf(locale: string | undefined): DateOrder {
  const parts = new Intl.DateTimeFormat(locale, { dateStyle: 'short' }).formatToParts(0);
  const letters = parts.map((part) => part.type[0]).filter((letter) => 'dmy'.includes(letter!));
  const order = letters.join('');
  return order === 'mdy' || order === 'ymd' ? order : 'dmy';
}

const NUMERIC = /^(\d{1,4})[-./ ](\d{1,2})[-./ ](\d{1,4})\.?$/;
const NAMED = /^(?:[a-z]{3,9},? )?(\d{1,2})\.? ([a-z]{3,9})\.?,? (\d{4})$/i;

/**
 * The day of a text: ISO (2025-03-14), numeric in the locale's order (14/3/2025), or with the month's English
 * name (Fri 14 Mar 2025). Undefined when it is none, or when there is no such day.
 */
export function readDayText(text: string, order: DateOrder): Day | undefined {
  const typed = text.trim().replace(/\s+/g, ' ');
  const named = NAMED.exec(typed);
  if (named) {
    const month = MONTH_NAMES.findIndex((name) => name.toLowerCase().startsWith(named[2]!.toLowerCase())) + 1;
    return month > 0 ? checkedDay(Number(named[3]), month, Number(named[1])) : undefined;
  }
  const numeric = NUMERIC.exec(typed);
  if (!numeric) return undefined;
  const [a, b, c] = numeric.slice(1) as [string, string, string];
  if (a.length === 4) return checkedDay(Number(a), Number(b), Number(c));
  if (c.length !== 4 || order === 'ymd') return undefined;
  const [day, month] = order === 'dmy' ? [a, b] : [b, a];
  return checkedDay(Number(c), Number(month), Number(day));
}
