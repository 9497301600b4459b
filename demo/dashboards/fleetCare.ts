import { TIME_DEFAULTS } from '../../src/core/dashboard/document/kinds/time';
import type { DashboardDocument } from '../../src/core/dashboard/document/document';
import type { Model } from '../../src/core/model/model';
import { assemble, chart, column, measured, shown, slicer, type Placed } from './assemble';

/** "Fleet care": repairs and fuel, where less is better and the last days are not final. */
export function fleetCare(model: Model): DashboardDocument {
  const placed: readonly Placed[] = [
    [
      {
        ...TIME_DEFAULTS,
        id: 'period',
        kind: 'range',
        title: 'Opened or delivered',
        default: 'last 26 full weeks',
        measure: { dataset: 'repairs', measure: 'hours' },
        fixedEnd: 'none',
        snap: 'week',
      },
      0,
      0,
      24,
      5,
    ],
    [slicer('vessel', 'Vessel', column('repairs', 'vessel')), 0, 5, 5, 8],
    [slicer('severity', 'Severity', column('repairs', 'severity')), 0, 13, 5, 7],
    [measured('figure', 'hours', [shown('repairs/hours')]), 5, 5, 5, 5],
    [measured('figure', 'stops', [shown('repairs/stops')]), 10, 5, 5, 5],
    [
      chart(
        'combined',
        'flow',
        [shown('repairs/rows', { mark: 'bar' }), shown('repairs/rows', { role: 'closed', mark: 'line' })],
        {
          title: 'Repairs opened (bars) and closed (line)',
          grain: 'week',
        },
      ),
      5,
      10,
      10,
      10,
    ],
    [
      measured('crosstab', 'systems', [shown('repairs/hours')], {
        title: 'Repair hours by vessel and system',
        rows: [column('repairs', 'vessel'), column('repairs', 'system')],
        grain: 'month',
        most: 8,
        picks: true,
      }),
      15,
      5,
      9,
      15,
    ],
    [slicer('port', 'Port', column('fuel', 'port')), 0, 21, 5, 15],
    [measured('figure', 'cost', [shown('fuel/cost')]), 5, 21, 5, 5],
    [measured('figure', 'each', [shown('fuel/per_passenger')]), 10, 21, 5, 5],
    [
      chart('combined', 'fuel', [shown('fuel/cost', { mark: 'bar' }), shown('fuel/price')], {
        title: 'Fuel cost and price',
        grain: 'week',
        subtitle: '{window}, data to {latest}, loaded {loaded}',
      }),
      5,
      26,
      10,
      10,
    ],
    [
      chart('stacked', 'ports', [shown('fuel/litres')], {
        split: column('fuel', 'port'),
        title: 'Fuel by port',
        grain: 'month',
        picks: true,
      }),
      15,
      21,
      9,
      15,
    ],
  ];
  return assemble('Fleet care', model, placed, {
    Repairs: ['vessel', 'severity', 'hours', 'stops', 'flow', 'systems'],
    Fuel: ['port', 'cost', 'each', 'fuel', 'ports'],
  });
}
