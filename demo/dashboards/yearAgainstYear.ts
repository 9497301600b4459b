import { CONTROL_DEFAULTS } from '../../src/core/dashboard/document/kinds/entry';
import { compareWith } from '../../src/core/dashboard/document/kinds/compare';
import { TIME_DEFAULTS } from '../../src/core/dashboard/document/kinds/time';
import type { DashboardDocument } from '../../src/core/dashboard/document/document';
import type { Model } from '../../src/core/model/model';
import { assemble, chart, column, cut, measured, shown, slicer, timeline, type Placed } from './assemble';

const BASELINES = [
  { id: 'year', name: 'a year earlier', text: 'same span 1 year earlier' },
  { id: 'before', name: 'the span before', text: 'previous span' },
  { id: 'weekdays', name: 'same weekdays a year earlier', text: 'same weekdays 1 year earlier' },
  { id: 'month', name: 'a month earlier', text: 'same span 1 month earlier' },
  { id: 'quarter', name: 'a quarter earlier', text: 'same span 1 quarter earlier' },
  { id: 'six', name: 'the six months before', text: 'from start of month -7 to end of month -2' },
];

/** Days of a visual's own, in the place of what the timeline says; they count from the newest day with data. */
const own = (phrase: string) => ({ phrase, named: null, mode: 'replace', anchor: 'latest so far' }) as const;

const route = column('sailings', 'route');

/** What readers turn. */
const CONTROLS: readonly Placed[] = [
  [timeline('days', 'Days', 'last 12 full months'), 0, 0, 15, 4],
  [
    {
      ...CONTROL_DEFAULTS,
      id: 'against',
      kind: 'baselines',
      title: 'Compare with',
      offer: ['year', 'before', 'weekdays'],
      several: true,
      open: true,
      default: ['year'],
    },
    15,
    0,
    9,
    7,
  ],
  [
    {
      ...CONTROL_DEFAULTS,
      id: 'what',
      kind: 'measures',
      title: 'Show',
      offer: [
        { dataset: 'sailings', measure: 'passengers' },
        { dataset: 'sailings', measure: 'vehicles' },
        { dataset: 'sailings', measure: 'cancelled_share' },
        { dataset: 'bookings', measure: 'revenue' },
      ],
      several: false,
      default: [0],
    },
    0,
    4,
    5,
    6,
  ],
  [
    {
      ...CONTROL_DEFAULTS,
      id: 'by',
      kind: 'grain',
      title: 'By',
      offer: ['auto', 'week', 'month', 'quarter', 'fiscal month'],
      default: 'auto',
    },
    0,
    10,
    5,
    6,
  ],
  [slicer('route', 'Route', route), 0, 16, 5, 11],
];

/** What all of the controls move. */
const CHOSEN: readonly Placed[] = [
  [
    chart('line', 'course', [shown('sailings/passengers')], {
      most: 53,
      events: true,
      compare: compareWith(['year']),
    }),
    5,
    4,
    10,
    9,
  ],
  [
    chart('bar', 'routes', [shown('sailings/passengers')], {
      across: route,
      compare: compareWith(['year']),
    }),
    15,
    7,
    9,
    10,
  ],
];

/** Figures of their own days. */
const FIGURES: readonly Placed[] = [
  [
    measured('figure', 'todate', [shown('sailings/passengers')], {
      title: 'Passengers, month to date',
      ownPeriod: own('this month to date'),
      compare: compareWith(['month', 'quarter', 'year'], { show: ['value', 'percent'] }),
    }),
    5,
    13,
    5,
    7,
  ],
  [
    measured('figure', 'recent', [shown('bookings/revenue', { role: 'booked' })], {
      title: 'Revenue booked, last 7 days',
      ownPeriod: own('last 7 days'),
      compare: compareWith(['before'], { show: ['value', 'baseline', 'percent'] }),
    }),
    10,
    13,
    5,
    7,
  ],
  [
    measured('figure', 'usual', [shown('sailings/passengers')], {
      title: 'A day of last month',
      ownPeriod: own('last month'),
      compare: compareWith(['six'], { per: 'day', show: ['value', 'baseline', 'percent'] }),
    }),
    15,
    17,
    5,
    6,
  ],
  [
    measured('figure', 'cost', [shown('fuel/per_passenger')], {
      title: 'Fuel cost per passenger',
      ownPeriod: own('last fiscal month'),
      compare: compareWith(['before', 'year'], { show: ['value', 'percent'] }),
    }),
    20,
    17,
    4,
    6,
  ],
  [
    {
      ...TIME_DEFAULTS,
      id: 'booked',
      kind: 'phrase',
      title: 'Booked by',
      default: 'up to today',
    },
    5,
    20,
    5,
    7,
  ],
  [
    measured('figure', 'pace', [shown('bookings/seats', { role: 'travels' })], {
      title: 'Seats for the coming 30 days',
      ownPeriod: { phrase: 'next 30 days', named: null, mode: 'narrow', anchor: 'today' },
      compare: compareWith(['year'], { show: ['value', 'baseline', 'percent'] }),
    }),
    10,
    20,
    5,
    7,
  ],
];

/** Periods beside each other and over each other. */
const PERIODS: readonly Placed[] = [
  [
    measured('crosstab', 'periods', [shown('sailings/passengers')], {
      title: 'Passengers by route, three months and a year earlier',
      rows: [route],
      columns: {
        kind: 'periods',
        mode: 'alone',
        periods: [
          { id: 'p1', name: '', phrase: 'last month' },
          { id: 'p2', name: 'the month before', of: 'p1', baseline: 'previous span' },
          { id: 'p3', name: 'a year earlier', of: 'p1', baseline: 'same span 1 year earlier' },
        ],
        changes: [
          { id: 'd1', of: 'p1', against: 'p2' },
          { id: 'd2', of: 'p1', against: 'p3' },
        ],
      },
    }),
    0,
    27,
    15,
    11,
  ],
  [
    chart('line', 'week', [shown('sailings/passengers')], {
      title: 'Last week by day',
      grain: 'day',
      ownPeriod: own('last week'),
      compare: compareWith(['before', 'weekdays']),
    }),
    15,
    23,
    9,
    8,
  ],
  [
    measured('calendarmap', 'map', [shown('sailings/passengers')], {
      title: 'Passengers, day by day',
      compare: compareWith(['weekdays']),
    }),
    15,
    31,
    9,
    7,
  ],
];

/** Years beside each other by the months of the almanac, calendar and fiscal. */
const YEARS: readonly Placed[] = [
  [timeline('fiscal', 'Fiscal years', 'all', { level: 'fiscal year' }), 0, 38, 12, 4],
  [
    chart('bar', 'quarters', [shown('bookings/revenue')], {
      across: { attribute: 'fiscal quarter' },
      order: 'natural',
      split: { attribute: 'fiscal year' },
      title: 'Revenue by fiscal quarter',
    }),
    0,
    42,
    12,
    9,
  ],
  [
    chart('line', 'months', [shown('sailings/passengers')], {
      across: { attribute: 'month' },
      order: 'natural',
      split: { attribute: 'year' },
      title: 'Passengers by month, year beside year',
    }),
    12,
    38,
    12,
    13,
  ],
];

/** Whether a wire is one of those that are wanted: choosers for what they choose, days for what has none of its own. */
function isWanted(control: string, target: string): boolean {
  switch (control) {
    case 'against':
    case 'what':
      return target === 'course' || target === 'routes';
    case 'by':
      return target === 'course';
    case 'days':
      return !['quarters', 'months', 'pace'].includes(target);
    case 'booked':
      return target === 'pace';
    case 'fiscal':
      return target === 'quarters';
    default:
      return true;
  }
}

/** "Year against year": comparisons of every kind, chosen by readers and set by the designer. */
export function yearAgainstYear(model: Model): DashboardDocument {
  const placed = [...CONTROLS, ...CHOSEN, ...FIGURES, ...PERIODS, ...YEARS];
  const document = cut(
    assemble('Year against year', model, placed),
    (control, target) => !isWanted(control, target),
  );
  const wires = document.wires.map((wire) =>
    wire.control === 'booked' && wire.target === 'pace' ? { ...wire, roles: { bookings: 'booked' } } : wire,
  );
  return { ...document, baselines: [...BASELINES], wires };
}
