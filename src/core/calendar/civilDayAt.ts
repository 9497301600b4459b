/** Which civil day it is somewhere. */
import { parseIsoDay, type Day } from './day';

const formats = new Map<string, Intl.DateTimeFormat>();

/** The civil day of an instant (milliseconds since 1970-01-01 UTC) in a time zone; UTC when there is no such zone. */
export function civilDayAt(milliseconds: number, timeZone: string): Day {
  let format = formats.get(timeZone);
  if (!format) {
    const options = { year: 'numeric', month: '2-digit', day: '2-digit' } as const;
    try {
      format = new Intl.DateTimeFormat('en-CA', { ...options, timeZone });
    } catch {
      format = new Intl.DateTimeFormat('en-CA', { ...options, timeZone: 'UTC' });
    }
    formats.set(timeZone, format);
  }
  return parseIsoDay(format.format(milliseconds))!;
}
