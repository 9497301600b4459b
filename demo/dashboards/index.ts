/** The demo's dashboards, in the order in which they are made. */
import type { DashboardDocument } from '../../src/core/dashboard/document/document';
import type { Model } from '../../src/core/model/model';
import { bookingsAndSailings } from './bookingsAndSailings';
import { fleetCare } from './fleetCare';
import { todayOnTheWater } from './todayOnTheWater';
import { waysToChooseDays } from './waysToChooseDays';
import { yearAgainstYear } from './yearAgainstYear';

export const DEMO_DASHBOARDS: readonly ((model: Model) => DashboardDocument)[] = [
  waysToChooseDays,
  bookingsAndSailings,
  todayOnTheWater,
  yearAgainstYear,
  fleetCare,
];
