import { compareWith } from '../../src/core/dashboard/document/kinds/compare';
import { TIME_DEFAULTS } from '../../src/core/dashboard/document/kinds/time';
import type { DashboardDocument } from '../../src/core/dashboard/document/document';
import type { Model } from '../../src/core/model/model';
import { assemble, chart, column, measured, shown, slicer } from './assemble';

/** "Today on the water": operations, always up to the newest day with data. */
export function todayOnTheWater(model: Model): DashboardDocument {
  return assemble('Today on the water', model, [
    [
      {
        ...TIME_DEFAULTS,
        id: 'back',
        kind: 'lookback',
        title: 'Look-back',
        default: 'last 28 days',
        anchor: 'latest',
        least: 7,
        most: 365,
        units: ['days', 'weeks', 'full weeks'],
      },
      0,
      0,
      10,
      4,
    ],
    [
      { id: 'asof', kind: 'asof', title: 'As of', hold: false, accent: null, reveal: null, later: [] },
      0,
      16,
      4,
      4,
    ],
    [
      measured('text', 'note', [shown('sailings/passengers'), shown('sailings/cancelled_share')], {
        title: 'In short',
        subtitle: 'data to {latest}, loaded {loaded}',
        text: '**{measure}** passengers in {window}; {measure 2} of the sailings were cancelled.\n\n{choices}.',
      }),
      10,
      0,
      14,
      4,
    ],
    [slicer('vessel', 'Vessel', column('sailings', 'vessel')), 0, 4, 4, 7],
    [slicer('port', 'Port', column('weather', 'station')), 0, 11, 4, 5],
    [
      measured('figure', 'people', [shown('sailings/passengers')], {
        subtitle: '{window}, data to {latest}',
        compare: compareWith(['b1', 'b2'], { show: ['value', 'percent'] }),
      }),
      4,
      4,
      5,
      6,
    ],
    [
      measured('figure', 'off', [shown('sailings/cancelled_share')], {
        compare: compareWith(['b1', 'b2'], { show: ['value', 'percent'] }),
      }),
      9,
      4,
      5,
      6,
    ],
    [
      measured('figure', 'late', [shown('sailings/delay')], {
        compare: compareWith(['b1'], { show: ['value', 'percent'] }),
      }),
      14,
      4,
      5,
      6,
    ],
    [
      measured('figure', 'passes', [shown('pass_holders/holders')], {
        title: 'Pass holders at the end',
        compare: compareWith(['b2'], { show: ['value', 'change'] }),
      }),
      19,
      4,
      5,
      6,
    ],
    [
      chart(
        'combined',
        'sea',
        [
          shown('sailings/cancelled_sailings', { mark: 'bar' }),
          shown('weather/gusts'),
          shown('weather/waves', { axis: 'right' }),
        ],
        { title: 'Cancelled sailings, wind and waves' },
      ),
      4,
      10,
      12,
      10,
    ],
    [
      chart('bar', 'weekdays', [shown('sailings/passengers')], {
        across: { attribute: 'weekday' },
        order: 'natural',
        title: 'Passengers by weekday',
      }),
      16,
      10,
      8,
      10,
    ],
    [
      chart('stacked', 'vessels', [shown('sailings/run')], {
        split: column('sailings', 'vessel'),
        title: 'Sailings run, by vessel',
        most: 40,
      }),
      0,
      20,
      14,
      8,
    ],
    [
      chart('bar', 'routes', [shown('sailings/passengers')], { across: column('sailings', 'route') }),
      14,
      20,
      10,
      8,
    ],
    [measured('calendarmap', 'map', [shown('weather/wind')], { title: 'Wind, day by day' }), 0, 28, 24, 6],
  ]);
}
