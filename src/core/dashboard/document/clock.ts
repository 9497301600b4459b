/** Which civil day it is for a dashboard. */
import { parseIsoDay, type Day } from '../../calendar/day';
import type { DashboardDocument } from './document';
import type { Model } from '../../model/model';

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

/** The day that the server was told to take for today. */
export const pinnedTodayOf = (model: Pick<Model, 'pinnedToday'>): Day | undefined =>
  model.pinnedToday === null ? undefined : parseIsoDay(model.pinnedToday);

/** Today in the dashboard's time zone, or the day that the server was told to take for it. */
export function todayFor(document: DashboardDocument, model: Model, milliseconds: number): Day {
  return pinnedTodayOf(model) ?? civilDayAt(milliseconds, document.timeZone);
}
