/** A small model and dashboard for tests. */
import { DEFAULT_RULE } from '../calendar/rule';
import type { Control, DashboardDocument, Visual } from './document';
import { TIME_DEFAULTS } from './controls';
import { emptyDocument } from './document';
import type { Model } from './model';
import { isControl } from './document';
import { wiresForNewItem } from './wiring';

export const TEST_MODEL: Model = {
  rule: DEFAULT_RULE,
  pinnedToday: null,
  datasets: [
    {
      key: 'trips',
      name: 'Trips',
      load: 1,
      loadedAt: '2026-06-03T08:00:00Z',
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
        { key: 'rows', name: 'Rows', aggregation: 'count', column: null, unit: '', decimals: 0, role: 'day' },
        {
          key: 'seats',
          name: 'Seats',
          aggregation: 'sum',
          column: 'seats',
          unit: '',
          decimals: 0,
          role: 'day',
        },
        {
          key: 'fare',
          name: 'Fare',
          aggregation: 'average',
          column: 'cents',
          unit: '€',
          decimals: 2,
          role: 'day',
        },
        {
          key: 'least',
          name: 'Least',
          aggregation: 'minimum',
          column: 'cents',
          unit: '€',
          decimals: 2,
          role: 'day',
        },
        {
          key: 'most',
          name: 'Most',
          aggregation: 'maximum',
          column: 'cents',
          unit: '€',
          decimals: 2,
          role: 'day',
        },
      ],
    },
    {
      key: 'fuel',
      name: 'Fuel',
      load: 2,
      loadedAt: '2026-06-03T08:00:00Z',
      rows: 0,
      columns: [{ key: 'port', name: 'port', type: 'text', scale: 0, category: true }],
      roles: [],
      measures: [],
    },
  ],
};

export const line = (id: string, measure = 'seats'): Visual => ({
  id,
  kind: 'line',
  title: '',
  measure: { dataset: 'trips', measure },
  grain: 'day',
});
export const bar = (id: string, measure = 'seats'): Visual => ({
  id,
  kind: 'bar',
  title: '',
  measure: { dataset: 'trips', measure },
  category: 'route',
  order: 'value',
  limit: 10,
});
export const table = (id: string): Visual => ({
  id,
  kind: 'table',
  title: '',
  dataset: 'trips',
  role: 'day',
  columns: ['day', 'route'],
});
export const timeline = (id: string, phrase = 'all'): Control => ({
  ...TIME_DEFAULTS,
  id,
  kind: 'timeline',
  default: phrase,
  level: 'month',
  levelFixed: false,
  size: 'words',
});
export const slicer = (id: string, column = 'route', dataset = 'trips'): Control => ({
  id,
  kind: 'slicer',
  title: '',
  hold: false,
  reveal: null,
  dataset,
  column,
  default: [],
  several: true,
  unavailable: 'struck',
});

/** A document with the items added one after the other, wiring themselves. */
export function documentOf(...items: readonly (Visual | Control)[]): DashboardDocument {
  return items.reduce<DashboardDocument>((document, item, i) => {
    const added = {
      ...document,
      visuals: isControl(item) ? document.visuals : [...document.visuals, item],
      controls: isControl(item) ? [...document.controls, item] : document.controls,
      layout: [...document.layout, { item: item.id, x: 0, y: i * 4, w: 6, h: 4 }],
    };
    return { ...added, wires: wiresForNewItem(added, TEST_MODEL, item) };
  }, emptyDocument('Test'));
}
