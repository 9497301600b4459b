/** Sailings: one row a sailing. Daily, with storms, winter closings and a vessel in dock; ends two days ago. */
import { isoDay } from '../../src/core/calendar/day';
import { demandOn, inService, type Company } from '../company';
import { Random } from '../random';
import type { DemoDataset } from './demoDataset';

const DAYS_OF_LAG = 2;

export const sailings: DemoDataset = {
  name: 'Sailings',
  dateColumns: ['sailed'],
  header: [
    'sailed',
    'departure',
    'route',
    'vessel',
    'status',
    'passengers',
    'vehicles',
    'delay_minutes',
    'fare_income',
  ],
  *rows(company: Company) {
    const random = new Random(71);
    for (let day = company.firstDay; day <= company.today - DAYS_OF_LAG; day++) {
      if (company.storms.has(day)) continue;
      const demand = demandOn(company, day);
      const rough = company.storms.has(day - 1) || company.storms.has(day + 1);
      const inDock = day >= company.dock.start && day <= company.dock.end;
      const vessels = company.vessels.filter((vessel) => !(inDock && vessel === 'Plover'));
      for (const [r, route] of company.routes.entries()) {
        if (!inService(company, route, day)) continue;
        const sailingsToday = Math.max(1, Math.round(route.sailingsADay * company.scale));
        for (let i = 0; i < sailingsToday; i++) {
          const cancelled = random.chance(rough ? 0.3 : 0.018);
          const passengers = cancelled ? 0 : random.around(route.size * demand, route.size * 0.35);
          const delay = cancelled ? '' : String(random.around(rough ? 22 : 5, rough ? 18 : 8));
          const minutes = 6 * 60 + Math.round((i * 14 * 60) / sailingsToday) + random.whole(0, 3) * 5;
          yield [
            isoDay(day),
            `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`,
            route.name,
            vessels[(r + i + (day % 3)) % vessels.length]!,
            cancelled ? 'cancelled' : 'sailed',
            String(passengers),
            String(cancelled ? 0 : Math.round(passengers * (0.12 + random.next() * 0.16))),
            delay,
            (passengers * route.fare * (0.82 + random.next() * 0.3)).toFixed(2),
          ];
        }
      }
    }
  },
};
