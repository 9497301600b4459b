import { SLICER_DEFAULTS } from '../../src/core/dashboard/document/kinds/slicer';
import { TIME_DEFAULTS } from '../../src/core/dashboard/document/kinds/time';
import type { DashboardDocument } from '../../src/core/dashboard/document/document';
import type { Model } from '../../src/core/model/model';
import { VALUE_DEFAULTS } from '../../src/core/dashboard/document/kinds/value';
import { NUMBERS_DEFAULTS } from '../../src/core/dashboard/document/kinds/numbers';
import { assemble, chart, cut, column, measured, shown, slicer, timeline } from './assemble';

const bare = { hold: false, accent: null, reveal: null } as const;

/** "Bookings and sailings": several measures and date roles on one almanac, slicers across datasets. */
export function bookingsAndSailings(model: Model): DashboardDocument {
  const route = column('sailings', 'route');
  const document = assemble('Bookings and sailings', model, [
    [timeline('period', 'Sailed or booked', 'last 12 full months'), 0, 0, 24, 4],
    [slicer('route', 'Route', route), 0, 4, 5, 11],
    [slicer('channel', 'Channel', column('bookings', 'channel')), 0, 15, 5, 7],
    [slicer('weekday', 'Weekday', { attribute: 'weekday' }), 0, 22, 5, 7],
    [
      chart(
        'combined',
        'carried',
        [
          shown('sailings/passengers', { mark: 'bar' }),
          shown('bookings/seats', { role: 'travels' }),
          shown('targets/wanted'),
        ],
        { title: 'Carried, booked for the day, and wanted', least: 4 },
      ),
      5,
      4,
      12,
      9,
    ],
    [
      chart('bar', 'byroute', [shown('sailings/passengers'), shown('targets/wanted')], {
        across: route,
        title: 'Passengers and target by route',
        picks: true,
      }),
      17,
      4,
      7,
      18,
    ],
    [
      chart('line', 'seats', [shown('bookings/seats')], {
        title: 'Seats booked, by day of booking',
        picks: true,
      }),
      5,
      13,
      12,
      9,
    ],
    [
      chart('bar', 'bychannel', [shown('bookings/revenue')], { across: column('bookings', 'channel') }),
      5,
      22,
      7,
      8,
    ],
    [
      measured('crosstab', 'reached', [shown('targets/reached')], {
        title: 'Target reached, month by month',
        rows: [route],
        grain: 'month',
      }),
      12,
      22,
      12,
      8,
    ],
    [
      {
        ...TIME_DEFAULTS,
        id: 'days',
        kind: 'calendar',
        title: 'Days',
        picks: 'range',
        within: null,
        tint: { dataset: 'sailings', measure: 'passengers' },
      },
      0,
      29,
      5,
      11,
    ],
    [
      {
        id: 'log',
        kind: 'table',
        title: 'Sailings, one by one',
        subtitle: '',
        ownPeriod: null,
        dataset: 'sailings',
        role: 'sailed',
        columns: [
          'sailed',
          'departure',
          'route',
          'vessel',
          'status',
          'passengers',
          'delay_minutes',
          'fare_income',
        ],
      },
      5,
      30,
      19,
      10,
    ],
    [
      {
        ...SLICER_DEFAULTS,
        id: 'fleet',
        kind: 'slicer',
        title: 'Route and vessel',
        dimension: route,
        face: 'tree',
        below: [{ dataset: 'sailings', column: 'vessel' }],
      },
      0,
      40,
      7,
      10,
    ],
    [
      {
        ...bare,
        id: 'which',
        kind: 'condition',
        title: 'Only sailings that were',
        dataset: 'sailings',
        join: 'all',
        open: true,
        groups: [
          {
            join: 'any',
            entries: [
              { id: 'late', name: '', sql: '', definition: 'late_by_15_minutes_or_more', on: false },
              { id: 'cancelled', name: '', sql: '', definition: 'cancelled', on: false },
            ],
          },
          {
            join: 'all',
            entries: [
              { id: 'summer', name: '', sql: '', definition: 'summer_season', on: false },
              {
                id: 'aboard',
                name: 'With so many passengers or more',
                sql: 'passengers >= :so_many',
                definition: null,
                on: true,
              },
            ],
          },
        ],
      },
      7,
      40,
      9,
      10,
    ],
    [{ ...VALUE_DEFAULTS, id: 'many', kind: 'value', title: 'So many', name: 'so_many' }, 0, 50, 7, 4],
    [
      {
        ...NUMBERS_DEFAULTS,
        id: 'full',
        kind: 'numbers',
        title: 'Passengers aboard',
        of: { dataset: 'sailings', column: 'passengers' },
      },
      16,
      40,
      8,
      5,
    ],
    [
      {
        ...NUMBERS_DEFAULTS,
        id: 'large',
        kind: 'numbers',
        title: 'Routes by all passengers',
        of: { dataset: 'sailings', measure: 'passengers' },
      },
      16,
      45,
      8,
      5,
    ],
  ]);
  // What is about sailings alone leaves the visuals be that show bookings and targets beside them.
  const mixed = ['carried', 'byroute', 'reached'];
  return cut(
    document,
    (control, target) => ['fleet', 'which', 'full'].includes(control) && mixed.includes(target),
  );
}
