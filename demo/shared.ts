/** What the datasets of the demo share, and conditions that its dashboards share. */
import type { DefinitionEdit, NamedPeriodEdit, SharedEdit } from '../src/contract/modelling';

/** What the datasets of the demo share. */
export const DEMO_SHARED: readonly SharedEdit[] = [
  {
    name: 'Route',
    members: ['sailings', 'bookings', 'targets'].map((dataset) => ({ dataset, column: 'route' })),
    spellings: {},
  },
  {
    name: 'Vessel',
    members: ['sailings', 'repairs'].map((dataset) => ({ dataset, column: 'vessel' })),
    spellings: {},
  },
  {
    name: 'Port',
    members: [
      { dataset: 'fuel', column: 'port' },
      { dataset: 'weather', column: 'station' },
    ],
    spellings: { 'Osk head': 'Osk Head' },
  },
];

/** Periods under a name. */
export const DEMO_PERIODS: readonly NamedPeriodEdit[] = [
  { name: 'Season so far', phrase: 'from start of this fiscal year to latest so far' },
  { name: 'Three crew months', phrase: 'last 3 full fiscal months' },
];

/** Conditions under a name. */
export const DEMO_DEFINITIONS: readonly DefinitionEdit[] = [
  { name: 'Cancelled', dataset: 'sailings', sql: "status = 'cancelled'" },
  { name: 'Late by 15 minutes or more', dataset: 'sailings', sql: 'delay_minutes >= 15' },
  {
    name: 'Summer season',
    dataset: 'sailings',
    sql: 'EXTRACT(MONTH FROM sailed) BETWEEN 6 AND 8',
  },
];
