/** Holidays and events from iCalendar files (RFC 5545): all-day events, with rules of repetition. */
import ICAL from 'ical.js';
import { checkedDay, type Day } from './day';
import {
  FREQUENCIES,
  recurrenceDays,
  TooMuchEffort,
  type Effort,
  type Frequency,
  type RecurrenceRule,
} from './recurrence';
import { FIRST_ALMANAC_DAY, LAST_ALMANAC_DAY } from './span';

/** A repeating or single all-day event as a file holds it. */
interface CalendarEvent {
  readonly name: string;
  readonly first: Day;
  /** Length in days. */
  readonly days: number;
  readonly rules: readonly RecurrenceRule[];
  /** First days that the rules do not give. */
  readonly added: readonly Day[];
  /** First days that the rules give and that are left out. */
  readonly leftOut: ReadonlySet<Day>;
}

interface NamedDay {
  readonly day: Day;
  readonly name: string;
}

export type ReadCalendar =
  | {
      readonly ok: true;
      readonly events: number;
      /** Every day that an event names within the almanac's years, ascending. */
      readonly days: readonly NamedDay[];
    }
  | { readonly ok: false; readonly line: number; readonly message: string };

const MOST_EVENTS = 20_000;
/** Days that the events of one file may name within the almanac's years. */
const MOST_DAYS = 100_000;
/** Length of one event, in days. */
const LONGEST = 3_660;
/** Days that the rules of one file may have looked through: less than a second. */
const MOST_EFFORT = 1_500_000;

function dayOf(time: ICAL.Time): Day | undefined {
  return checkedDay(time.year, time.month, time.day);
}

class Refused extends Error {
  constructor(
    readonly line: number,
    message: string,
  ) {
    super(message);
  }
}

/**
 * Reads a file and works out the days that it names. A file that cannot be read, an event that does not last whole
 * days, that never takes place or takes place without end is told with its line.
 */
export function readCalendar(text: string): ReadCalendar {
  const lines = text.replace(/^\ufeff/, '').split(/\r\n|\n|\r/);
  try {
    checkLines(lines);
    const component = new ICAL.Component(ICAL.parse(lines.join('\r\n')) as unknown[]);
    if (component.name !== 'vcalendar') throw new Refused(1, 'The file does not begin with BEGIN:VCALENDAR');
    const starts = lineNumbers(lines, /^BEGIN:VEVENT/i);
    const components = component.getAllSubcomponents('vevent');
    if (components.length === 0) throw new Refused(1, 'The file holds no event');
    if (components.length > MOST_EVENTS)
      throw new Refused(starts[MOST_EVENTS]!, `The file holds more than ${MOST_EVENTS} events`);
    const replaced = replacedTimes(components);
    const effort: Effort = { left: MOST_EFFORT };
    const days: NamedDay[] = [];
    components.forEach((each, i) => {
      const line = starts[i] ?? 1;
      addDays(days, eventOf(each, line, lines, replaced), line, effort);
    });
    return { ok: true, events: components.length, days: days.sort((a, b) => a.day - b.day) };
  } catch (error) {
    if (error instanceof Refused) return { ok: false, line: error.line, message: error.message };
    const message = error instanceof Error ? error.message : String(error);
    return { ok: false, line: lineNamed(lines, message), message: `This cannot be read: ${message}` };
  }
}

/** Adds the days that an event names within the almanac's years. */
function addDays(days: NamedDay[], event: CalendarEvent, line: number, effort: Effort): void {
  const from = FIRST_ALMANAC_DAY - event.days + 1;
  let times: Day[];
  try {
    times = event.rules.flatMap((rule) => recurrenceDays(rule, event.first, from, LAST_ALMANAC_DAY, effort));
  } catch (error) {
    if (!(error instanceof TooMuchEffort)) throw error;
    throw new Refused(line, `The rules up to “${event.name}” take too long to work out`);
  }
  const firsts = [...new Set([...times, ...event.added])]
    .filter((day) => day >= from && day <= LAST_ALMANAC_DAY && !event.leftOut.has(day))
    .sort((a, b) => a - b);
  if (firsts.length === 0 && event.leftOut.size === 0)
    throw new Refused(line, `“${event.name}” never takes place in the years 1800 to 2199`);
  for (const first of firsts) {
    const last = Math.min(first + event.days - 1, LAST_ALMANAC_DAY);
    for (let day = Math.max(first, FIRST_ALMANAC_DAY); day <= last; day++)
      days.push({ day, name: event.name });
    if (days.length > MOST_DAYS)
      throw new Refused(
        line,
        `The events up to “${event.name}” name more than ${MOST_DAYS} days in the years 1800 to 2199; give it an end (UNTIL)`,
      );
  }
}

const lineNumbers = (lines: readonly string[], pattern: RegExp) =>
  lines.flatMap((line, i) => (pattern.test(line) ? [i + 1] : []));

/** The line that a parser's message quotes; the first when it quotes none. */
function lineNamed(lines: readonly string[], message: string): number {
  const quoted = /"([^"]+)"/.exec(message)?.[1];
  const at = quoted === undefined ? -1 : lines.findIndex((line) => line.includes(quoted));
  return at < 0 ? 1 : at + 1;
}

const PROPERTIES_OF_DAYS = ['DTSTART', 'DTEND', 'RDATE', 'EXDATE', 'RECURRENCE-ID'];

/** A day that there is not, such as 30 February, would be read as one after it. */
function checkDays(property: string, value: string, line: number) {
  if (!PROPERTIES_OF_DAYS.includes(property)) return;
  for (const [, year, month, day] of value.matchAll(/(?:^|[,/])(\d{4})(\d{2})(\d{2})(?!\d)/g))
    if (checkedDay(Number(year), Number(month), Number(day)) === undefined)
      throw new Refused(line, `There is no day ${year}-${month}-${day}`);
}

/**
 * Name, parameters and value. Quoted text and the rest of the parameters exclude each other, so that no line is tried
 * in more ways than it has characters; a value may hold any character (a line separator too, U+2028).
 */
const A_LINE = /^([A-Za-z0-9-]+)(?:;(?:"[^"]*"|[^":])*)?:(.*)$/s;

/** Finds what is wrong line by line, which the parser does not always place. */
function checkLines(lines: readonly string[]) {
  const open: { name: string; line: number }[] = [];
  if (lines.every((line) => line.trim() === '')) throw new Refused(1, 'The file is empty');
  lines.forEach((line, i) => {
    if (line.trim() === '' || /^[ \t]/.test(line)) return;
    const match = A_LINE.exec(line);
    if (!match) throw new Refused(i + 1, `“${line.slice(0, 60)}” is not a line of an iCalendar file`);
    const [, property, value] = match;
    checkDays(property!.toUpperCase(), value!, i + 1);
    if (property!.toUpperCase() === 'BEGIN') open.push({ name: value!.trim().toUpperCase(), line: i + 1 });
    if (property!.toUpperCase() === 'END') {
      const begun = open.pop();
      if (begun?.name !== value!.trim().toUpperCase())
        throw new Refused(i + 1, `END:${value} does not match BEGIN:${begun?.name ?? '(nothing)'}`);
    }
  });
  const unclosed = open.pop();
  if (unclosed) throw new Refused(unclosed.line, `BEGIN:${unclosed.name} has no END`);
}

/** First days of the times of repeating events that another event of the file stands for, by their common name (UID). */
type ReplacedTimes = ReadonlyMap<string, readonly Day[]>;

function replacedTimes(components: readonly ICAL.Component[]): ReplacedTimes {
  const replaced = new Map<string, Day[]>();
  for (const component of components) {
    const time = component.getFirstPropertyValue('recurrence-id') as ICAL.Time | null;
    const day = time ? dayOf(time) : undefined;
    if (day === undefined) continue;
    const uid = uidOf(component);
    replaced.set(uid, [...(replaced.get(uid) ?? []), day]);
  }
  return replaced;
}

const uidOf = (component: ICAL.Component) => String(component.getFirstPropertyValue('uid') ?? '');

/** All dates of a property that may stand several times, with several dates each. */
function datesOf(component: ICAL.Component, property: 'rdate' | 'exdate'): Day[] {
  return component
    .getAllProperties(property)
    .flatMap((entry) => entry.getValues() as unknown[])
    .flatMap((value) => {
      const time = value instanceof ICAL.Period ? value.start : value;
      const day = time instanceof ICAL.Time ? dayOf(time) : undefined;
      return day === undefined ? [] : [day];
    });
}

function eventOf(
  component: ICAL.Component,
  line: number,
  lines: readonly string[],
  replaced: ReplacedTimes,
): CalendarEvent {
  const placeOf = (property: string) => {
    const after = lines.slice(line - 1).findIndex((text) => text.toUpperCase().startsWith(property));
    return after < 0 ? line : line + after;
  };
  const event = new ICAL.Event(component);
  const name = (event.summary as string | null)?.trim();
  if (!name) throw new Refused(line, 'An event has no SUMMARY, so no name');
  if (!component.getFirstProperty('dtstart')) throw new Refused(line, `“${name}” has no DTSTART`);
  const { startDate } = event;
  if (!startDate.isDate)
    throw new Refused(
      placeOf('DTSTART'),
      `“${name}” begins at a time of day; only events of whole days can be taken`,
    );
  const first = dayOf(startDate);
  if (first === undefined) throw new Refused(placeOf('DTSTART'), `“${name}” has no such day`);
  const end = dayOf(event.endDate);
  const days = end === undefined ? LONGEST + 1 : Math.max(1, end - first);
  if (days > LONGEST)
    throw new Refused(placeOf('DTEND'), `“${name}” lasts longer than ten years; is its end right?`);
  const isReplacing = component.getFirstProperty('recurrence-id') !== null;
  const rules = component
    .getAllProperties('rrule')
    .map((property) => ruleOf(property.getFirstValue() as ICAL.Recur, name, placeOf('RRULE')));
  return {
    name,
    first,
    days,
    rules,
    added: [...(rules.length > 0 ? [] : [first]), ...datesOf(component, 'rdate')],
    leftOut: new Set([
      ...datesOf(component, 'exdate'),
      ...(isReplacing ? [] : (replaced.get(uidOf(component)) ?? [])),
    ]),
  };
}

/** What each part of a rule may be at most, counted from the front or, where it may be, from the end. */
const MOST_OF = { BYMONTH: 12, BYWEEKNO: 53, BYYEARDAY: 366, BYMONTHDAY: 31, BYSETPOS: 366 } as const;

function ruleOf(recur: ICAL.Recur, name: string, line: number): RecurrenceRule {
  const refuse = (why: string): never => {
    throw new Refused(line, `“${name}”: ${why}`);
  };
  if (!FREQUENCIES.includes(recur.freq as Frequency))
    refuse(
      `repeats by ${recur.freq.toLowerCase()} rules; only whole days, weeks, months and years can be taken`,
    );
  const parts = recur.parts as Record<string, readonly (number | string)[] | undefined>;
  for (const part of ['BYHOUR', 'BYMINUTE', 'BYSECOND'])
    if (parts[part]) refuse(`has a rule with ${part}; only rules of whole days can be taken`);
  const numbers = (part: keyof typeof MOST_OF) =>
    (parts[part] ?? []).map(Number).map((number) => {
      const isThere = Math.abs(number) >= 1 && Math.abs(number) <= MOST_OF[part];
      return isThere && Number.isInteger(number) ? number : refuse(`${part}=${number} is none there can be`);
    });
  const frequency = recur.freq as Frequency;
  const mostWeekdays = frequency === 'YEARLY' && !parts.BYMONTH ? 53 : 5;
  const weekdays = (parts.BYDAY ?? []).map((text) => {
    const [, sign, weekday] = /^([+-]?\d+)?(MO|TU|WE|TH|FR|SA|SU)$/.exec(String(text)) ?? [];
    if (weekday === undefined) refuse(`BYDAY=${text} is no weekday`);
    const nth = sign === undefined ? null : Number(sign);
    if (nth !== null && (nth === 0 || Math.abs(nth) > mostWeekdays))
      refuse(
        `BYDAY=${text} never comes: there is no such weekday in a ${mostWeekdays === 5 ? 'month' : 'year'}`,
      );
    return { weekday: WEEKDAYS.indexOf(weekday!) + 1, nth };
  });
  return {
    frequency,
    interval: Math.max(1, recur.interval),
    count: recur.count ?? null,
    until: recur.until ? (dayOf(recur.until) ?? refuse('ends on a day that there is not')) : null,
    // The library counts weekdays from Sunday, 1.
    weekStart: ((recur.wkst + 5) % 7) + 1,
    months: numbers('BYMONTH'),
    weekNumbers: numbers('BYWEEKNO'),
    yearDays: numbers('BYYEARDAY'),
    monthDays: numbers('BYMONTHDAY'),
    weekdays,
    positions: numbers('BYSETPOS'),
  };
}

const WEEKDAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];
