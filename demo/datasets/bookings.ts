/** Bookings: three date roles. `travels` reaches 90 days ahead; `cancelled` is mostly blank. */
import { isoDay } from '../../src/core/calendar/day';
import { demandOn, inService, type Company } from '../company';
import { Random } from '../random';
import type { DemoDataset } from './demoDataset';

const BOOKINGS_A_DAY = 225;
const FARTHEST_AHEAD = 90;

const CHANNELS = [
  ['web', 44],
  ['app', 23],
  ['harbour desk', 14],
  ['phone', 9],
  ['agent', 7],
  ['group desk', 3],
] as const;
const CLASSES = [
  ['deck', 46],
  ['lounge', 22],
  ['car deck', 18],
  ['cabin', 9],
  ['island pass', 5],
] as const;
const PRICE: Record<string, number> = {
  deck: 1,
  lounge: 1.45,
  'car deck': 2.6,
  cabin: 3.1,
  'island pass': 0.55,
};

export const bookings: DemoDataset = {
  name: 'Bookings',
  dateColumns: ['booked', 'travels', 'cancelled'],
  header: [
    'booked',
    'travels',
    'cancelled',
    'route',
    'channel',
    'ticket_class',
    'seats',
    'revenue',
    'refund',
  ],
  *rows(company: Company) {
    const random = new Random(1309);
    const routes = company.routes.map((route) => [route, route.size * route.sailingsADay] as const);
    for (let booked = company.firstDay; booked <= company.today; booked++) {
      const count = random.around(
        BOOKINGS_A_DAY * company.scale * demandOn(company, booked),
        30 * company.scale,
      );
      for (let i = 0; i < count; i++) {
        const ahead = Math.min(FARTHEST_AHEAD, Math.floor(-Math.log(1 - random.next()) * 17));
        const travels = booked + ahead;
        const route = random.weighted(routes);
        if (!inService(company, route, travels)) continue;
        const channel = random.weighted(CHANNELS);
        const ticketClass = random.weighted(CLASSES);
        const seats = channel === 'group desk' ? random.whole(8, 42) : random.whole(1, 5);
        const revenue = Math.round(seats * route.fare * PRICE[ticketClass]! * (88 + random.next() * 24));
        const cancelledOn = booked + random.whole(0, Math.max(0, ahead));
        const cancelled = random.chance(0.062) && cancelledOn <= company.today;
        yield [
          isoDay(booked),
          isoDay(travels),
          cancelled ? isoDay(cancelledOn) : '',
          route.name,
          channel,
          ticketClass,
          String(seats),
          (revenue / 100).toFixed(2),
          cancelled ? (Math.round(revenue * 0.8) / 100).toFixed(2) : '0.00',
        ];
      }
    }
  },
};
