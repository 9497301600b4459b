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
const NAMED = /^(?:[a-z]{3,9},? )?(\d{1,2})(?:\.|st|nd|rd|th)?[- ]([a-z]{3,9})\.?,?[- ](\d{4})$/i;
const NAME_FIRST = /^([a-z]{3,9})\.? (\d{1,2})(?:st|nd|rd|th)?,? (\d{4})$/i;
const SHORT_YEAR = /^(.*[-./ ])(\d{2})\.?$/;

/**
 * The day of a text: ISO (2025-03-14), numeric in the locale's order (14/3/2025), or with the month's English
 * name (Fri 14 Mar 2025). Undefined when it is none, or when there is no such day.
 */
export function readDayText(text: string, order: DateOrder): Day | undefined {
  const typed = text.trim().replace(/\s+/g, ' ');
  const named = NAMED.exec(typed);
  if (named) return ofNamedMonth(named[1]!, named[2]!, named[3]!);
  const nameFirst = NAME_FIRST.exec(typed);
  if (nameFirst) return ofNamedMonth(nameFirst[2]!, nameFirst[1]!, nameFirst[3]!);
  const numeric = NUMERIC.exec(typed);
  if (!numeric) return undefined;
  const [a, b, c] = numeric.slice(1) as [string, string, string];
  if (a.length === 4) return checkedDay(Number(a), Number(b), Number(c));
  if (c.length !== 4) return undefined;
  const [day, month] = order === 'mdy' ? [b, a] : [a, b];
  // A number above 12 is no month, whatever the order.
  return (
    checkedDay(Number(c), Number(month), Number(day)) ?? checkedDay(Number(c), Number(day), Number(month))
  );
}

function ofNamedMonth(day: string, name: string, year: string): Day | undefined {
  const month = MONTH_NAMES.findIndex((known) => known.toLowerCase().startsWith(name.toLowerCase())) + 1;
  return month > 0 ? checkedDay(Number(year), month, Number(day)) : undefined;
}

/** Years of two digits up to this one are of this century, later ones of the last. */
const LAST_SHORT = 68;

/** The day that is probably meant by a text with a year of two digits, to be asked about; undefined when it is none. */
export function readShortYear(text: string, order: DateOrder): Day | undefined {
  const found = SHORT_YEAR.exec(text.trim().replace(/\s+/g, ' '));
  if (!found) return undefined;
  const century = Number(found[2]) <= LAST_SHORT ? '20' : '19';
  return readDayText(`${found[1]}${century}${found[2]}`, order);
}
