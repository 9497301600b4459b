/** Which civil day it is for a dashboard. */
import { civilDayAt } from '../../calendar/civilDayAt';
import { parseIsoDay, type Day } from '../../calendar/day';
import type { DashboardDocument } from './document';
import type { Model } from '../../model/model';

/** The day that the server was told to take for today. */
export const pinnedTodayOf = (model: Pick<Model, 'pinnedToday'>): Day | undefined =>
  model.pinnedToday === null ? undefined : parseIsoDay(model.pinnedToday);

/** Today in the dashboard's time zone, or the day that the server was told to take for it. */
export function todayFor(document: DashboardDocument, model: Model, milliseconds: number): Day {
  return pinnedTodayOf(model) ?? civilDayAt(milliseconds, document.timeZone);
}
