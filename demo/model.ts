/** What the demo sets up beside its rows: measures, shared dimensions, the company's calendar rule. */
import { calendarRuleSchema } from '../src/core/calendar/rule';
import { measureSchema, type Measure } from '../src/core/dashboard/model';
import type { SharedEdit } from '../src/server/model/shared';

/** Fiscal months from the 21st, fiscal years from April. */
export const DEMO_RULE = calendarRuleSchema.parse({
  fiscal: { yearStartMonth: 4, monthStartDay: 21, monthNamedFor: 'end', yearNamedFor: 'end' },
});

type Given = Pick<Measure, 'key' | 'name' | 'aggregation' | 'column' | 'role'> & Partial<Measure>;
const measure = (given: Given): Measure => measureSchema.parse({ unit: '', decimals: 0, ...given });

/** Measures of each demo dataset, by its key. */
export const DEMO_MEASURES: Readonly<Record<string, readonly Measure[]>> = {
  sailings: [
    measure({ key: 'passengers', name: 'Passengers', aggregation: 'sum', column: 'passengers', role: 'sailed', direction: 'more' }),
    measure({ key: 'vehicles', name: 'Vehicles', aggregation: 'sum', column: 'vehicles', role: 'sailed', direction: 'more' }),
    measure({ key: 'fare_income', name: 'Fare income', aggregation: 'sum', column: 'fare_income', role: 'sailed', unit: '€', direction: 'more' }),
    measure({ key: 'rows', name: 'Sailings', aggregation: 'count', column: null, role: 'sailed' }),
    measure({
      key: 'cancelled_sailings',
      name: 'Cancelled sailings',
      aggregation: 'count',
      column: null,
      role: 'sailed',
      direction: 'less',
      missing: 'zero',
      condition: { column: 'status', operator: 'is one of', values: ['cancelled'] },
    }),
    measure({
      key: 'run',
      name: 'Sailings run',
      aggregation: 'count',
      column: null,
      role: 'sailed',
      condition: { column: 'status', operator: 'is one of', values: ['sailed'] },
    }),
    measure({ key: 'delay', name: 'Average delay', aggregation: 'average', column: 'delay_minutes', role: 'sailed', unit: 'min', decimals: 1, direction: 'less' }),
    measure({ key: 'vessels', name: 'Vessels at sea', aggregation: 'count distinct', column: 'vessel', role: 'sailed' }),
    measure({
      key: 'cancelled_share',
      name: 'Cancelled share',
      aggregation: 'ratio',
      column: null,
      role: 'sailed',
      unit: '%',
      decimals: 1,
      direction: 'less',
      ratio: {
        over: { dataset: 'sailings', measure: 'cancelled_sailings' },
        under: { dataset: 'sailings', measure: 'rows' },
      },
    }),
  ],
  bookings: [
    measure({ key: 'seats', name: 'Seats booked', aggregation: 'sum', column: 'seats', role: 'booked', direction: 'more' }),
    measure({ key: 'revenue', name: 'Revenue', aggregation: 'sum', column: 'revenue', role: 'booked', unit: '€', direction: 'more' }),
    measure({ key: 'refund', name: 'Refunds', aggregation: 'sum', column: 'refund', role: 'cancelled', unit: '€', direction: 'less' }),
    measure({ key: 'rows', name: 'Bookings', aggregation: 'count', column: null, role: 'booked', direction: 'more' }),
    measure({
      key: 'large_groups',
      name: 'Bookings of 8 seats or more',
      aggregation: 'count',
      column: null,
      role: 'booked',
      condition: { column: 'seats', operator: 'at least', values: ['8'] },
    }),
    measure({
      key: 'fare',
      name: 'Revenue per seat',
      aggregation: 'ratio',
      column: null,
      role: 'booked',
      unit: '€',
      decimals: 2,
      ratio: { over: { dataset: 'bookings', measure: 'revenue' }, under: { dataset: 'bookings', measure: 'seats' } },
    }),
  ],
  fuel: [
    measure({ key: 'litres', name: 'Fuel', aggregation: 'sum', column: 'litres', role: 'delivered', unit: 'l', direction: 'less', settles: 20 }),
    measure({ key: 'cost', name: 'Fuel cost', aggregation: 'sum', column: 'cost', role: 'delivered', unit: '€', direction: 'less', settles: 20 }),
    measure({
      key: 'price',
      name: 'Fuel price',
      aggregation: 'ratio',
      column: null,
      role: 'delivered',
      unit: '€/l',
      decimals: 3,
      direction: 'less',
      missing: 'dash',
      ratio: { over: { dataset: 'fuel', measure: 'cost' }, under: { dataset: 'fuel', measure: 'litres' } },
    }),
    measure({
      key: 'per_passenger',
      name: 'Fuel cost per passenger',
      aggregation: 'ratio',
      column: null,
      role: 'delivered',
      unit: '€',
      decimals: 2,
      direction: 'less',
      ratio: { over: { dataset: 'fuel', measure: 'cost' }, under: { dataset: 'sailings', measure: 'passengers' } },
    }),
    measure({ key: 'rows', name: 'Deliveries', aggregation: 'count', column: null, role: 'delivered' }),
  ],
  repairs: [
    measure({ key: 'rows', name: 'Repairs', aggregation: 'count', column: null, role: 'opened', direction: 'less' }),
    measure({ key: 'hours', name: 'Repair hours', aggregation: 'sum', column: 'hours', role: 'opened', unit: 'h', direction: 'less', settles: 14 }),
    measure({
      key: 'stops',
      name: 'Repairs that stop sailing',
      aggregation: 'count',
      column: null,
      role: 'opened',
      direction: 'less',
      missing: 'zero',
      condition: { column: 'severity', operator: 'is one of', values: ['stops sailing'] },
    }),
  ],
  weather: [
    measure({ key: 'wind', name: 'Wind', aggregation: 'average', column: 'wind', role: 'observed', unit: 'm/s', decimals: 1, direction: 'less' }),
    measure({ key: 'gusts', name: 'Strongest wind', aggregation: 'maximum', column: 'wind', role: 'observed', unit: 'm/s', decimals: 1, direction: 'less' }),
    measure({ key: 'waves', name: 'Highest wave', aggregation: 'maximum', column: 'wave_height', role: 'observed', unit: 'm', decimals: 1, direction: 'less' }),
  ],
  pass_holders: [
    measure({ key: 'holders', name: 'Pass holders', aggregation: 'closing', column: 'holders', role: 'counted', direction: 'more', missing: 'previous' }),
  ],
  targets: [
    measure({ key: 'wanted', name: 'Passengers wanted', aggregation: 'sum', column: 'passengers_wanted', role: 'month', grain: 'month' }),
    measure({
      key: 'wanted_daily',
      name: 'Passengers wanted, spread',
      aggregation: 'sum',
      column: 'passengers_wanted',
      role: 'month',
      grain: 'month',
      spread: true,
    }),
    measure({
      key: 'reached',
      name: 'Target reached',
      aggregation: 'ratio',
      column: null,
      role: 'month',
      unit: '%',
      decimals: 1,
      direction: 'more',
      ratio: { over: { dataset: 'sailings', measure: 'passengers' }, under: { dataset: 'targets', measure: 'wanted_daily' } },
    }),
  ],
};

/** What the datasets of the demo share. */
export const DEMO_SHARED: readonly SharedEdit[] = [
  {
    name: 'Route',
    members: ['sailings', 'bookings', 'targets'].map((dataset) => ({ dataset, column: 'route' })),
    spellings: {},
  },
  { name: 'Vessel', members: ['sailings', 'repairs'].map((dataset) => ({ dataset, column: 'vessel' })), spellings: {} },
  {
    name: 'Port',
    members: [
      { dataset: 'fuel', column: 'port' },
      { dataset: 'weather', column: 'station' },
    ],
    spellings: { 'Osk head': 'Osk Head' },
  },
];
