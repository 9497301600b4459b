/** A dashboard that compares, for tests. */
import { testRow, type TestRow } from '../../../core/cube/testing';
import type { Visual } from '../../../core/dashboard/document/document';
import { compareWith } from '../../../core/dashboard/document/kinds/compare';
import { MEASURED_DEFAULTS, shownMeasure } from '../../../core/dashboard/document/kinds/measured';
import { slicer, timeline } from '../../../core/dashboard/document/testing';
import type { Crosstab } from '../../../core/dashboard/document/visuals';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { TEST_MODEL } from '../../../core/model/testing';
import { openDashboard } from '../../workspace/testing';

const BASELINES = [
  { id: 'b1', name: 'before', text: 'previous span' },
  { id: 'b2', name: '', text: 'same span 1 year earlier' },
];
/** A figure of seats that compares with the span before. */
export const figure = (more: object = {}): Visual => ({
  ...MEASURED_DEFAULTS,
  id: 'it',
  kind: 'figure',
  measures: [shownMeasure('trips', 'seats')],
  compare: compareWith(['b1']),
  ...more,
});
// Two rows a day: on 10 to 19 with one seat each, on 20 to 29 with three.
const ROWS: TestRow[] = Array.from({ length: 20 }, (_, i) => 10 + i).flatMap((day) =>
  ['Veldry', 'Tamsel'].map((route) => testRow(day, { route, seats: day < 20 ? 1 : 3 })),
);
export const WINDOW = '1970-01-21/1970-01-30';

/** A dashboard with a visual under a timeline and a slicer of routes. */
export async function open(visual: Visual, { model = TEST_MODEL, rows = ROWS, window = WINDOW } = {}) {
  const document = { ...documentOf(visual, timeline('span', window), slicer('route')), baselines: BASELINES };
  return openDashboard(document, rows, model);
}
/** A crosstab by route. */
export const crosstab = (more: Partial<Crosstab> = {}): Visual =>
  figure({
    kind: 'crosstab',
    rows: [{ dataset: 'trips', column: 'route' }],
    subtotals: true,
    columns: null,
    ...more,
  });

export const page = () => document.body.textContent ?? '';
