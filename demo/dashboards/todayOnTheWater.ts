import { compareWith } from '../../src/core/dashboard/document/kinds/compare';
import { TIME_DEFAULTS } from '../../src/core/dashboard/document/kinds/time';
import type { DashboardDocument } from '../../src/core/dashboard/document/document';
import type { Model } from '../../src/core/model/model';
import { assemble, chart, column, measured, paged, shown, slicer } from './assemble';

/** "Today on the water": operations, always up to the newest day with data. */
export function todayOnTheWater(model: Model): DashboardDocument {
  const document = assemble('Today on the water', model, [
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
      10,
      0,
      7,
      4,
    ],
    [
      measured('text', 'note', [shown('sailings/passengers'), shown('sailings/cancelled_share')], {
        title: 'In short',
        subtitle: 'data to {latest}, loaded {loaded}',
        text: '**{measure}** passengers in {window}; {measure 2} of the sailings were cancelled.\n\n{choices}.',
      }),
      0,
      0,
      24,
      4,
    ],
    [slicer('vessel', 'Vessel', column('sailings', 'vessel')), 0, 4, 4, 7],
    [slicer('port', 'Port', column('weather', 'station')), 0, 11, 4, 9],
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
    [
      measured('map', 'islands', [shown('fuel/litres'), shown('weather/gusts')], {
        title: 'Fuel taken and strongest wind, by port',
        across: column('fuel', 'port'),
        picks: true,
        layers: [
          { kind: 'areas', name: '', place: { geometry: 'islands', property: 'port' }, tint: 0 },
          {
            kind: 'points',
            name: '',
            place: { geometry: 'ports', property: 'port' },
            size: 1,
            tint: null,
          },
        ],
      }),
      0,
      0,
      15,
      18,
    ],
    [chart('bar', 'fuel', [shown('fuel/litres')], { across: column('fuel', 'port') }), 15, 0, 9, 9],
    [
      chart('line', 'gusts', [shown('weather/gusts')], {
        split: column('weather', 'station'),
        title: 'Strongest wind, by station',
      }),
      15,
      9,
      9,
      9,
    ],
  ]);
  return paged(document, { Now: [], Islands: ['islands', 'fuel', 'gusts'] }, ['back', 'asof']);
}
