/** What each kind of visual shows: its sign, its picture, its settings. */
import type { Visual, VisualKind } from '../../core/dashboard/document/visuals';
import { lazily } from '../ui/lazily';
import { drawing, type VisualView } from './view';

const chart = {
  Body: drawing(
    'chart',
    lazily(() => import('./chart/ChartBody'), 'ChartBody'),
  ),
  Settings: lazily(() => import('./chart/ChartSettings'), 'ChartSettings'),
};

export const VISUAL_VIEWS: { readonly [K in VisualKind]: VisualView<K> } = {
  line: { ...chart, sign: 'M2 12L6 6L10 9L16 3' },
  area: { ...chart, sign: 'M2 13L6 7L10 9L16 3V13Z' },
  bar: { ...chart, sign: 'M2 3H14V5H2ZM2 8H10V10H2ZM2 13H6V15H2Z', filled: true },
  stacked: { ...chart, sign: 'M3 14V4H6V14ZM8 14V7H11V14ZM13 14V2H16V14ZM3 9H6M8 11H11M13 8H16' },
  combined: { ...chart, sign: 'M3 14V8H6V14ZM8 14V10H11V14ZM13 14V6H16V14ZM2 6L8 4L16 2' },
  figure: {
    Body: drawing(
      'figure',
      lazily(() => import('./figure/FigureBody'), 'FigureBody'),
    ),
    Settings: lazily(() => import('./figure/FigureSettings'), 'FigureSettings'),
    sign: 'M6 3L4 14M12 3L10 14M3 6.5H15M2 10.5H14',
  },
  crosstab: {
    Body: drawing(
      'crosstab',
      lazily(() => import('./crosstab/CrosstabBody'), 'CrosstabBody'),
    ),
    Settings: lazily(() => import('./crosstab/CrosstabSettings'), 'CrosstabSettings'),
    sign: 'M2 3H16V14H2ZM2 7H16M7 3V14M11.5 3V14',
  },
  calendarmap: {
    Body: drawing(
      'calendarmap',
      lazily(() => import('./calendarmap/CalendarMapBody'), 'CalendarMapBody'),
    ),
    Settings: lazily(() => import('./calendarmap/CalendarMapSettings'), 'CalendarMapSettings'),
    sign: 'M2 3H5V6H2ZM7 3H10V6H7ZM12 3H15V6H12ZM2 10H5V13H2ZM7 10H10V13H7Z',
  },
  map: {
    Body: drawing(
      'chart',
      lazily(() => import('./map/MapBody'), 'MapBody'),
    ),
    Settings: lazily(() => import('./map/MapSettings'), 'MapSettings'),
    sign: 'M2 4L7 2L12 4L16 2V13L12 15L7 13L2 15ZM7 2V13M12 4V15',
  },
  table: {
    Body: drawing(
      'table',
      lazily(() => import('./table/TableBody'), 'TableBody'),
    ),
    Settings: lazily(() => import('./table/TableSettings'), 'TableSettings'),
    sign: 'M2 4H16M2 8H16M2 12H16M7 2V14',
  },
  text: {
    Body: drawing(
      'text',
      lazily(() => import('./text/TextBody'), 'TextBody'),
    ),
    Settings: lazily(() => import('./text/TextSettings'), 'TextSettings'),
    sign: 'M3 3H15M3 7H15M3 11H10M12 11H15',
    grows: true,
  },
};

/** The view of a visual's kind, for use on that visual. */
export const viewOf = (visual: Visual): VisualView => VISUAL_VIEWS[visual.kind];
