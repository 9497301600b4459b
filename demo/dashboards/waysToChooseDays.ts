import { TIME_DEFAULTS } from '../../src/core/dashboard/document/kinds/time';
import type { DashboardDocument } from '../../src/core/dashboard/document/document';
import type { Model } from '../../src/core/model/model';
import { assemble, chart, column, shown } from './assemble';

/** "Ways to choose days": every time control; a click on the board decides which of them act on a visual. */
export function waysToChooseDays(model: Model): DashboardDocument {
  const passengers = { dataset: 'sailings', measure: 'passengers' };
  const time = TIME_DEFAULTS;
  const entries = [
    { name: 'Last 7 days', phrase: 'last 7 days' },
    { name: 'Last 28 days', phrase: 'last 28 days' },
    { name: 'This month so far', phrase: 'this month to date' },
    { name: 'Last month', phrase: 'last month' },
    { name: 'This year so far', phrase: 'this year to date' },
    { name: 'Last year', phrase: 'last year' },
    { name: 'The year 2019', phrase: '2019' },
    { name: 'Everything', phrase: 'all' },
  ].map((entry) => ({ ...entry, named: null }));
  const named = model.periods.map(({ key, name, phrase }) => ({ name, phrase, named: key }));
  return assemble('Ways to choose days', model, [
    [
      {
        ...time,
        id: 'slider',
        kind: 'range',
        title: 'Sailed',
        default: 'last 26 full weeks',
        anchor: 'latest',
        measure: passengers,
        fixedEnd: 'none',
        snap: 'day',
      },
      0,
      0,
      24,
      5,
    ],
    [
      {
        ...time,
        id: 'list',
        kind: 'periods',
        title: 'Named periods',
        face: 'buttons',
        entries: [...entries.slice(0, -1), ...named, ...entries.slice(-1)],
        anchor: 'today',
        switches: ['today counts'],
        chooseDates: true,
      },
      0,
      5,
      7,
      10,
    ],
    [
      {
        ...time,
        id: 'calendar',
        kind: 'calendar',
        title: 'Calendar',
        picks: 'range',
        within: null,
        tint: passengers,
      },
      7,
      5,
      6,
      10,
    ],
    [{ ...time, id: 'tree', kind: 'tree', title: 'Date tree', levels: 'calendar' }, 13, 5, 5, 10],
    [
      {
        ...time,
        id: 'back',
        kind: 'lookback',
        title: 'Look-back',
        anchor: 'latest',
        default: 'last 90 days',
        least: 7,
        most: 365,
        units: ['days', 'days of data', 'weeks', 'months'],
        switches: ['only finished'],
      },
      18,
      5,
      6,
      5,
    ],
    [{ ...time, id: 'typed', kind: 'phrase', title: 'Typed', default: 'all' }, 18, 10, 6, 5],
    [
      {
        ...time,
        id: 'ends',
        kind: 'ends',
        title: 'From–to',
        default: 'from start of this month minus 3 months to latest so far',
        anchor: 'latest so far',
      },
      0,
      15,
      10,
      8,
    ],
    [chart('line', 'daily', [shown('sailings/passengers')], { title: 'Passengers' }), 10, 15, 7, 8],
    [
      chart('bar', 'routes', [shown('sailings/passengers')], {
        title: 'Passengers by route, {window}',
        across: column('sailings', 'route'),
      }),
      17,
      15,
      7,
      8,
    ],
  ]);
}
