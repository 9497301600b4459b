import type { DashboardDocument } from '../../src/core/dashboard/document/document';
import type { Model } from '../../src/core/model/model';
import { assemble, chart, column, cut, measured, shown, slicer, timeline } from './assemble';

/** "Year against year": years beside each other by the months of the almanac, calendar and fiscal. */
export function yearAgainstYear(model: Model): DashboardDocument {
  const route = column('sailings', 'route');
  const document = assemble('Year against year', model, [
    [timeline('years', 'Years', 'all', { level: 'year' }), 0, 0, 16, 4],
    [timeline('fiscal', 'Fiscal years', 'all', { level: 'fiscal year' }), 16, 0, 8, 4],
    [slicer('route', 'Route', route), 0, 4, 5, 11],
    [slicer('holiday', 'Holidays', { attribute: 'holiday' }), 0, 15, 5, 5],
    [
      chart('line', 'months', [shown('sailings/passengers')], {
        across: { attribute: 'month' },
        order: 'natural',
        split: { attribute: 'year' },
        title: 'Passengers by month, year beside year',
      }),
      5,
      4,
      19,
      9,
    ],
    [
      measured('crosstab', 'grid', [shown('sailings/passengers')], {
        title: 'Passengers by route, years across',
        rows: [route],
        grain: 'year',
      }),
      5,
      13,
      11,
      10,
    ],
    [
      measured('crosstab', 'money', [shown('bookings/revenue'), shown('bookings/fare')], {
        title: 'Revenue by fiscal year and class',
        rows: [column('bookings', 'ticket_class')],
        grain: 'fiscal year',
      }),
      16,
      13,
      8,
      10,
    ],
    [
      chart('bar', 'quarters', [shown('bookings/revenue')], {
        across: { attribute: 'fiscal quarter' },
        order: 'natural',
        split: { attribute: 'fiscal year' },
        title: 'Revenue by fiscal quarter',
      }),
      0,
      23,
      12,
      9,
    ],
    [
      chart('line', 'holders', [shown('pass_holders/holders')], {
        split: column('pass_holders', 'pass_kind'),
        title: 'Pass holders by kind',
        axis: { kind: 'fit' },
      }),
      12,
      23,
      12,
      9,
    ],
  ]);
  const byFiscal = new Set(['money', 'quarters']);
  return cut(
    document,
    (control, target) =>
      (control === 'fiscal' && !byFiscal.has(target)) || (control === 'years' && byFiscal.has(target)),
  );
}
