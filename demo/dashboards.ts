/** The demo's dashboards. */
import { TIME_DEFAULTS } from '../src/core/dashboard/controls';
import type { Control, DashboardDocument, Place, Visual } from '../src/core/dashboard/document';
import { emptyDocument, isControl } from '../src/core/dashboard/document';
import type { Model } from '../src/core/dashboard/model';
import { wiresForNewItem } from '../src/core/dashboard/wiring';

type Placed = readonly [item: Visual | Control, x: number, y: number, w: number, h: number];

/** Puts items into a document one after the other, each wiring itself where it has a route. */
function assemble(title: string, model: Model, placed: readonly Placed[]): DashboardDocument {
  let document = emptyDocument(title);
  for (const [item, x, y, w, h] of placed) {
    const place: Place = { item: item.id, x, y, w, h };
    document = {
      ...document,
      controls: isControl(item) ? [...document.controls, item] : document.controls,
      visuals: isControl(item) ? document.visuals : [...document.visuals, item],
      layout: [...document.layout, place],
    };
    document = { ...document, wires: wiresForNewItem(document, model, item) };
  }
  return document;
}

/** "Bookings and sailings": several measures and date roles on one almanac. */
export function bookingsAndSailings(model: Model): DashboardDocument {
  const slicer = (id: string, title: string, dataset: string, column: string): Control => ({
    id,
    kind: 'slicer',
    title,
    dataset,
    column,
    default: [],
    several: true,
    unavailable: 'struck',
    hold: false,
    reveal: null,
  });
  const document = assemble('Bookings and sailings', model, [
    [
      {
        ...TIME_DEFAULTS,
        id: 'period',
        kind: 'timeline',
        title: 'Sailed or booked',
        default: 'last 3 full months',
        level: 'month',
        levelFixed: false,
        size: 'words',
      },
      0,
      0,
      24,
      4,
    ],
    [slicer('route', 'Route', 'sailings', 'route'), 0, 4, 5, 11],
    [slicer('channel', 'Channel', 'bookings', 'channel'), 0, 15, 5, 7],
    [
      {
        id: 'carried',
        kind: 'line',
        title: '',
        measure: { dataset: 'sailings', measure: 'passengers' },
        grain: 'auto',
      },
      5,
      4,
      11,
      9,
    ],
    [
      {
        id: 'byroute',
        kind: 'bar',
        title: '',
        measure: { dataset: 'sailings', measure: 'passengers' },
        category: 'route',
        order: 'value',
        limit: 12,
      },
      16,
      4,
      8,
      9,
    ],
    [
      {
        id: 'seats',
        kind: 'line',
        title: 'Seats booked, by day of booking',
        measure: { dataset: 'bookings', measure: 'seats' },
        grain: 'auto',
      },
      5,
      13,
      11,
      9,
    ],
    [
      {
        id: 'bychannel',
        kind: 'bar',
        title: '',
        measure: { dataset: 'bookings', measure: 'revenue' },
        category: 'channel',
        order: 'value',
        limit: 12,
      },
      16,
      13,
      8,
      9,
    ],
    [
      {
        id: 'log',
        kind: 'table',
        title: 'Sailings, one by one',
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
      0,
      22,
      24,
      11,
    ],
  ]);
  return document;
}

/** "Ways to choose days": every time control; a click on the board decides which of them act on a visual. */
export function waysToChooseDays(model: Model): DashboardDocument {
  const passengers = { dataset: 'sailings', measure: 'passengers' };
  const time = TIME_DEFAULTS;
  const document = assemble('Ways to choose days', model, [
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
        entries: [
          { name: 'Last 7 days', phrase: 'last 7 days' },
          { name: 'Last 28 days', phrase: 'last 28 days' },
          { name: 'This month so far', phrase: 'this month to date' },
          { name: 'Last month', phrase: 'last month' },
          { name: 'This year so far', phrase: 'this year to date' },
          { name: 'Last year', phrase: 'last year' },
          { name: 'The year 2019', phrase: '2019' },
          { name: 'Everything', phrase: 'all' },
        ],
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
        units: ['days', 'days of data', 'weeks', 'full weeks'],
      },
      18,
      5,
      6,
      5,
    ],
    [{ ...time, id: 'typed', kind: 'phrase', title: 'Typed', default: 'all' }, 18, 10, 6, 5],
    [{ id: 'daily', kind: 'line', title: 'Passengers', measure: passengers, grain: 'auto' }, 0, 15, 13, 8],
    [
      {
        id: 'routes',
        kind: 'bar',
        title: 'Passengers by route, {window}',
        measure: passengers,
        category: 'route',
        order: 'value',
        limit: 12,
      },
      13,
      15,
      11,
      8,
    ],
  ]);
  return document;
}
