/** Days under names as an iCalendar file (RFC 5545), which other calendars read. */
import ICAL from 'ical.js';
import { isoDay, type Day } from './day';

export interface WrittenEvent {
  /** What tells it from all others, here and everywhere. */
  readonly uid: string;
  readonly name: string;
  readonly first: Day;
  /** Itself among its days. */
  readonly last: Day;
}

/** The text of a file with an all-day event each. `stamp`: when it is written, ISO 8601 in UTC. */
export function writeCalendar(events: readonly WrittenEvent[], stamp: string): string {
  const calendar = new ICAL.Component('vcalendar');
  calendar.updatePropertyWithValue('version', '2.0');
  calendar.updatePropertyWithValue('prodid', '-//Dathen//Notes on days//EN');
  const dayTime = (day: Day) => ICAL.Time.fromDateString(isoDay(day));
  for (const { uid, name, first, last } of events) {
    const event = new ICAL.Component('vevent');
    event.updatePropertyWithValue('uid', uid);
    event.updatePropertyWithValue('dtstamp', ICAL.Time.fromDateTimeString(stamp.replace(/\.\d+Z$/, 'Z')));
    event.updatePropertyWithValue('dtstart', dayTime(first));
    // The end of an event is the first day that is no longer part of it.
    event.updatePropertyWithValue('dtend', dayTime(last + 1));
    event.updatePropertyWithValue('summary', name);
    calendar.addSubcomponent(event);
  }
  return `${calendar.toString()}\r\n`;
}
