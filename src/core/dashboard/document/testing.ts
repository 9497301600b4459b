/** Items of a dashboard for tests, over the model of tests. */
import { SLICER_DEFAULTS } from './kinds/slicer';
import { TIME_DEFAULTS } from './kinds/time';
import type { Control, Visual } from './document';
import { CHART_DEFAULTS } from './kinds/chart';
import { shownMeasure, VISUAL_DEFAULTS } from './kinds/measured';

export const line = (id: string, measure = 'seats'): Visual => ({
  ...CHART_DEFAULTS,
  id,
  kind: 'line',
  measures: [shownMeasure('trips', measure)],
  grain: 'day',
});
export const bar = (id: string, measure = 'seats'): Visual => ({
  ...CHART_DEFAULTS,
  id,
  kind: 'bar',
  measures: [shownMeasure('trips', measure)],
  across: { dataset: 'trips', column: 'route' },
  limit: 10,
});
export const table = (id: string): Visual => ({
  id,
  kind: 'table',
  ...VISUAL_DEFAULTS,
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
  ...SLICER_DEFAULTS,
  id,
  kind: 'slicer',
  dimension: { dataset, column },
});
