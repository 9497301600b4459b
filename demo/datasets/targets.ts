/** Targets: passengers wanted by month and route, one row for each, dated on the first of the month. */
import { civilFromDay, dayFromCivil, daysInMonth, isoDay } from '../../src/core/calendar/day';
import { demandOn, inService, type Company } from '../company';
import type { DemoDataset } from './demoDataset';

/** Targets are set for so many months, the last of them three months ahead. */
const MONTHS = 33;
const MONTHS_AHEAD = 3;
/** Sailings of a day that the plan counts on. */
const PLANNED = 0.93;

export const targets: DemoDataset = {
  name: 'Targets',
  dateColumns: ['month'],
  header: ['month', 'route', 'passengers_wanted'],
  *rows(company: Company) {
    const { year, month } = civilFromDay(company.today);
    const last = year * 12 + month - 1 + MONTHS_AHEAD;
    for (let index = last - MONTHS + 1; index <= last; index++) {
      const [y, m] = [Math.floor(index / 12), (index % 12) + 1];
      for (const route of company.routes) {
        let wanted = 0;
        for (let day = 1; day <= daysInMonth(y, m); day++) {
          const on = dayFromCivil(y, m, day);
          if (inService(company, route, on))
            wanted +=
              route.size *
              Math.max(1, Math.round(route.sailingsADay * company.scale)) *
              demandOn(company, on) *
              PLANNED;
        }
        if (wanted > 0)
          yield [isoDay(dayFromCivil(y, m, 1)), route.name, String(Math.round(wanted / 10) * 10)];
      }
    }
  },
};
