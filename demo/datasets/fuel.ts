/** Fuel: deliveries two or three times a week; invoices lag twelve days. One harbour writes a name its own way. */
import { isoDay, weekdayOf } from '../../src/core/calendar/day';
import { demandOn, PORTS, type Company } from '../company';
import { Random } from '../random';
import type { DemoDataset } from './demoDataset';

const DAYS_OF_LAG = 12;

export const fuel: DemoDataset = {
  name: 'Fuel',
  dateColumns: ['delivered'],
  header: ['delivered', 'port', 'supplier', 'litres', 'cost'],
  *rows(company: Company) {
    const random = new Random(523);
    for (let day = company.firstDay; day <= company.today - DAYS_OF_LAG; day++) {
      const isDeliveryDay = weekdayOf(day) <= 5 && random.chance(0.52);
      if (!isDeliveryDay) continue;
      const deliveries = random.chance(0.12) ? 2 : 1;
      for (let i = 0; i < deliveries; i++) {
        const port = random.weighted(PORTS.slice(0, 5).map((name, p) => [name, 5 - p] as const));
        const litres = random.around(9500 * demandOn(company, day), 2600);
        const rise = 1 + (0.05 * (day - company.firstDay)) / 365;
        const price = 0.78 * rise * (0.92 + random.next() * 0.16);
        // The desk at Osk Head wrote its name in another way for the first years.
        const early = day < company.firstDay + 700;
        yield [
          isoDay(day),
          port === 'Osk Head' && early ? 'Osk head' : port,
          random.weighted([
            ['Brandell', 5],
            ['North Tank', 3],
          ]),
          String(litres),
          (litres * price).toFixed(2),
        ];
      }
    }
  },
};
