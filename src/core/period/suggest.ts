/** What was probably meant by a text that is no phrase: common ways to say a period, as phrases of this language. */
import { isoDay } from '../calendar/day';
import { MONTH_NAMES } from '../calendar/names';
import { readDayText } from '../calendar/readDay';
import { canonicalText } from './canonical';
import { parsePhrase } from './parse';

const UNIT = '(day|week|month|quarter|year|fiscal month|fiscal quarter|fiscal year)';
const INITIALS: Readonly<Record<string, string>> = { w: 'week', m: 'month', q: 'quarter', y: 'year' };

/** A way to say a period, and the phrase that says the same; undefined where it turns out to be none. */
type Way = readonly [pattern: RegExp, phrase: (parts: readonly string[]) => string | undefined];

const monthNumber = (name: string): string | undefined => {
  const at = MONTH_NAMES.findIndex((month) => month.toLowerCase().startsWith(name));
  return at < 0 ? undefined : String(at + 1).padStart(2, '0');
};

function monthOf(name: string, year: string): string | undefined {
  const month = monthNumber(name);
  return month && `${year}-${month}`;
}

const WAYS: readonly Way[] = [
  [/^([wmqy])td$/, ([initial]) => `this ${INITIALS[initial!]} to date`],
  [new RegExp(`^(?:the )?(?:current )?${UNIT} to date$`), ([unit]) => `this ${unit} to date`],
  [
    new RegExp(`^(?:last|previous|past|prior) ${UNIT} to date$`),
    ([unit]) => `from start of last ${unit} to today minus 1 ${unit}`,
  ],
  [
    new RegExp(`^(?:the )?(?:last|previous|past) (?:full|whole|complete) ${UNIT}$`),
    ([unit]) => `last 1 full ${unit}`,
  ],
  [
    new RegExp(`^(?:last|previous|past) (\\d+) (?:whole|complete|finished) ${UNIT}s?$`),
    ([count, unit]) => `last ${count} full ${unit}s`,
  ],
  [new RegExp(`^(?:the |rolling |trailing )?(\\d+) ${UNIT}s?$`), ([count, unit]) => `last ${count} ${unit}s`],
  [new RegExp(`^(\\d+) ${UNIT}s? ago$`), ([count, unit]) => `today minus ${count} ${unit}s`],
  [/^(?:last|previous|past) (\d+)$/, ([count]) => `last ${count} days`],
  [new RegExp(`^current ${UNIT}$`), ([unit]) => `this ${unit}`],
  [new RegExp(`^since (.+)$`), ([point]) => `from ${point} to today`],
  [/^(?:until|till|before) (.+)$/, ([point]) => `up to ${point}`],
  [/^(.+?) (?:to|until|till|-|–) (.+)$/, ([from, to]) => rangeOf(from!, to!)],
  [/^q([1-4]) ?[-/]? ?(\d{4})$/, ([quarter, year]) => `${year}-Q${quarter}`],
  [/^(\d{4}) ?\/? ?q([1-4])$/, ([year, quarter]) => `${year}-Q${quarter}`],
  [/^fy ?(\d{4})(?:[ -]?([qm]\d{1,2}))?$/, ([year, part]) => `FY${year}${fiscalPart(part)}`],
  [/^(?:week|w) ?(\d{1,2}),? (\d{4})$/, ([week, year]) => `${year}-W${week!.padStart(2, '0')}`],
  [/^([a-z]{3,9})\.?,? (\d{4})$/, ([name, year]) => monthOf(name!, year!)],
  [/^(\d{4}) ([a-z]{3,9})$/, ([year, name]) => monthOf(name!, year!)],
  [/^(\d{1,2})[./](\d{4})$/, ([month, year]) => `${year}-${month!.padStart(2, '0')}`],
  [/^(\d{4})[./](\d{1,2})$/, ([year, month]) => `${year}-${month!.padStart(2, '0')}`],
  [/^(?:everything|any time|anytime|always|ever)$/, () => 'all'],
];

const fiscalPart = (part: string | undefined) =>
  part === undefined
    ? ''
    : `-${part[0]!.toUpperCase()}${part[0] === 'm' ? part.slice(1).padStart(2, '0') : part.slice(1)}`;

/** A day as people write it: with the month before the day only where it can be nothing else. */
function dayOf(text: string): string | undefined {
  const day = readDayText(text, 'dmy') ?? readDayText(text, 'mdy');
  return day === undefined ? undefined : isoDay(day);
}

/** Two fixed ends make an interval, other points a range. */
function rangeOf(from: string, to: string): string | undefined {
  const fixed = (text: string) => dayOf(text) ?? (/^\d{4}/.test(text) ? text : meantBy(text));
  const [first, last] = [fixed(from), fixed(to)];
  return first && last ? `${first}/${last}` : undefined;
}

function meantBy(text: string): string | undefined {
  const day = dayOf(text);
  if (day !== undefined) return day;
  for (const [pattern, phrase] of WAYS) {
    const found = pattern.exec(text);
    const meant = found && phrase(found.slice(1));
    if (meant && parsePhrase(meant).ok) return meant;
  }
  return undefined;
}

/** The canonical phrase that was probably meant by a text; undefined where none is known, or it is a phrase itself. */
export function suggestPhrase(text: string): string | undefined {
  if (parsePhrase(text).ok) return undefined;
  const meant = meantBy(text.trim().toLowerCase().replace(/\s+/g, ' '));
  return meant === undefined ? undefined : canonicalText(meant);
}
