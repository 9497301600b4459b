/** A small model for tests. */
import { DEFAULT_RULE } from '../calendar/rule';
import { MANY_SEATS } from '../cube/testing';
import type { Measure, Model } from './model';

/** A measure with the settings that every one begins with. */
export const testMeasure = (
  key: string,
  aggregation: Measure['aggregation'],
  column: string | null,
  more: Partial<Measure> = {},
): Measure => ({
  key,
  name: key.replace(/^./, (letter) => letter.toUpperCase()),
  aggregation,
  column,
  ratio: null,
  condition: null,
  unit: '',
  decimals: 0,
  direction: 'neither',
  role: 'day',
  grain: 'day',
  spread: false,
  missing: 'gap',
  settles: 0,
  ...more,
});

export const TEST_MODEL: Model = {
  rule: DEFAULT_RULE,
  span: { first: 0, last: 364 },
  special: [],
  shared: [],
  definitions: [],
  periods: [],
  geometries: [{ key: 'isles', name: 'Isles', version: 1, areas: 8, points: 0, properties: ['port'] }],
  pinnedToday: null,
  datasets: [
    {
      key: 'trips',
      name: 'Trips',
      load: 1,
      loadedAt: '2026-06-03T08:00:00Z',
      live: false,
      rows: 3,
      columns: [
        { key: 'day', name: 'day', type: 'day', scale: 0, category: false },
        { key: 'other', name: 'other', type: 'day', scale: 0, category: false },
        { key: 'route', name: 'route', type: 'text', scale: 0, category: true },
        { key: 'channel', name: 'channel', type: 'text', scale: 0, category: true },
        { key: 'seats', name: 'seats', type: 'whole', scale: 0, category: false },
        { key: 'cents', name: 'cents', type: 'decimal', scale: 2, category: false },
      ],
      roles: [
        { key: 'day', name: 'sailed' },
        { key: 'other', name: 'booked' },
      ],
      measures: [
        testMeasure('rows', 'count', null),
        testMeasure('seats', 'sum', 'seats'),
        testMeasure('fare', 'average', 'cents', { unit: '€', decimals: 2 }),
        testMeasure('least', 'minimum', 'cents', { unit: '€', decimals: 2 }),
        testMeasure('most', 'maximum', 'cents', { unit: '€', decimals: 2 }),
        testMeasure('last', 'closing', 'seats'),
        testMeasure('busy', 'count', null, { condition: MANY_SEATS }),
        testMeasure('share', 'ratio', null, {
          unit: '%',
          ratio: {
            over: { dataset: 'trips', measure: 'busy' },
            under: { dataset: 'trips', measure: 'rows' },
          },
        }),
        testMeasure('booked', 'sum', 'seats', { role: 'other' }),
      ],
    },
    {
      key: 'fuel',
      name: 'Fuel',
      load: 2,
      loadedAt: '2026-06-03T08:00:00Z',
      live: false,
      rows: 0,
      columns: [{ key: 'port', name: 'port', type: 'text', scale: 0, category: true }],
      roles: [],
      measures: [],
    },
  ],
};
