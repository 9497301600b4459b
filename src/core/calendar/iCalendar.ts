/** Holidays and events from iCalendar files (RFC 5545): all-day events, with rules of repetition. */
import ICAL from 'ical.js';
import { dayFromCivil, LAST_DAY, type Day } from './day';

/** A repeating or single all-day event as a file holds it. */
export interface CalendarEvent {
  readonly name: string;
  readonly first: Day;
  /** Length in days. */
  readonly days: number;
  /** First days (inclusive) of every time it takes place between two days. */
  occurrences(from: Day, to: Day): Day[];
}

export type ReadCalendar =
  | { readonly ok: true; readonly events: readonly CalendarEvent[] }
  | { readonly ok: false; readonly line: number; readonly message: string };

/** No rule gives more days than this; a rule that does is a mistake. */
const MOST_OCCURRENCES = 20_000;

const dayOf = (time: ICAL.Time): Day => dayFromCivil(time.year, time.month, time.day);

class Refused extends Error {
  constructor(
    readonly line: number,
    message: string,
  ) {
    super(message);
  }
}

/** Reads a file's events. A file that cannot be read, or an event that does not last whole days, is told with its line. */
export function readCalendar(text: string): ReadCalendar {
  const lines = text.replace(/^\ufeff/, '').split(/\r\n|\n|\r/);
  try {
    checkLines(lines);
    const component = new ICAL.Component(ICAL.parse(lines.join('\r\n')) as unknown[]);
    if (component.name !== 'vcalendar') throw new Refused(1, 'The file does not begin with BEGIN:VCALENDAR');
    const starts = lineNumbers(lines, /^BEGIN:VEVENT/i);
    const events = component
      .getAllSubcomponents('vevent')
      .map((event, i) => eventOf(event, starts[i] ?? 1, lines));
    if (events.length === 0) throw new Refused(1, 'The file holds no event');
    return { ok: true, events };
  } catch (error) {
    if (error instanceof Refused) return { ok: false, line: error.line, message: error.message };
    const message = error instanceof Error ? error.message : String(error);
    return { ok: false, line: lineNamed(lines, message), message: `This cannot be read: ${message}` };
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

/** Finds what is wrong line by line, which the parser does not always place. */
function checkLines(lines: readonly string[]) {
  const open: { name: string; line: number }[] = [];
  if (lines.every((line) => line.trim() === '')) throw new Refused(1, 'The file is empty');
  lines.forEach((line, i) => {
    if (line.trim() === '' || /^[ \t]/.test(line)) return;
    const match = /^([A-Za-z0-9-]+)(?:;[^:]*(?:"[^"]*"[^:]*)*)?:(.*)$/.exec(line);
    if (!match) throw new Refused(i + 1, `“${line.slice(0, 60)}” is not a line of an iCalendar file`);
    const [, property, value] = match;
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

function eventOf(component: ICAL.Component, line: number, lines: readonly string[]): CalendarEvent {
  const placeOf = (property: string) => {
    const after = lines.slice(line - 1).findIndex((text) => text.toUpperCase().startsWith(property));
    return after < 0 ? line : line + after;
  };
  const event = new ICAL.Event(component);
  const name = event.summary?.trim();
  if (!name) throw new Refused(line, 'An event has no SUMMARY, so no name');
  if (!component.getFirstProperty('dtstart')) throw new Refused(line, `“${name}” has no DTSTART`);
  const { startDate } = event;
  if (!startDate.isDate)
    throw new Refused(
      placeOf('DTSTART'),
      `“${name}” begins at a time of day; only events of whole days can be taken`,
    );
  const first = dayOf(startDate);
  if (!Number.isFinite(first) || startDate.month < 1)
    throw new Refused(placeOf('DTSTART'), `“${name}” has no such day`);
  const days = Math.max(1, dayOf(event.endDate) - first);
  return {
    name,
    first,
    days,
    occurrences(from, to) {
      if (!event.isRecurring()) return first <= to && first + days > from ? [first] : [];
      const found: Day[] = [];
      const iterator = event.iterator();
      for (let n = 0; n < MOST_OCCURRENCES; n++) {
        const next = iterator.next() as ICAL.Time | null;
        if (!next) break;
        const day = dayOf(next);
        if (day > Math.min(to, LAST_DAY)) break;
        // The parser moves 29 February to 1 March; RFC 5545 leaves out days that do not exist.
        const moved = startDate.month === 2 && startDate.day === 29 && next.month === 3 && next.day === 1;
        if (day + days > from && !moved) found.push(day);
      }
      return found;
    },
  };
}

/** The days from `from` to `to` (inclusive) that events name. */
export function namedDays(
  events: readonly CalendarEvent[],
  from: Day,
  to: Day,
): { readonly day: Day; readonly name: string }[] {
  const days = events.flatMap((event) =>
    event
      .occurrences(from, to)
      .flatMap((first) =>
        Array.from({ length: event.days }, (_, i) => ({ day: first + i, name: event.name })),
      ),
  );
  return days.filter(({ day }) => day >= from && day <= to).sort((a, b) => a.day - b.day);
}
