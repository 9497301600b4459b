/** What a document that does not speak of something means by it: those that are stored keep their meaning. */
import { CONTROL_KINDS, type ControlKind } from './controls';
import { emptyDocument } from './document';
import { VISUAL_KINDS, type VisualKind } from './visuals';

const KINDS = { ...CONTROL_KINDS, ...VISUAL_KINDS };
const DATES = { dataset: 'trips', column: 'route' };
const MEASURE = { dataset: 'trips', measure: 'seats' };
const measures = [MEASURE];

/** What has to be said of each kind. */
const REQUIRED: Record<ControlKind | VisualKind, object> = {
  timeline: { default: 'all', level: 'month', levelFixed: false, size: 'words' },
  range: { default: 'all', measure: null, fixedEnd: 'none', snap: 'day' },
  calendar: { default: 'all', picks: 'day', within: null, tint: null },
  periods: { default: 'all', face: 'menu', entries: [{ name: 'Now', phrase: 'today' }], chooseDates: true },
  lookback: { default: 'all', least: 1, most: 30, units: ['days'] },
  phrase: { default: 'all' },
  ends: { default: 'all' },
  tree: { default: 'all', levels: 'calendar' },
  slicer: { dimension: DATES, default: [], several: true, unavailable: 'struck' },
  condition: { dataset: 'trips', groups: [{ entries: [{ id: 'c1', name: '', sql: 'seats > 1' }] }] },
  numbers: { of: { dataset: 'trips', column: 'seats' }, default: { low: 1, high: 9 } },
  value: { name: 'least', type: 'number', default: '' },
  measures: { offer: measures },
  grain: { offer: ['day'] },
  baselines: { offer: [] },
  asof: {},
  line: { measures },
  area: { measures },
  bar: { measures },
  stacked: { measures },
  combined: { measures },
  figure: { measures },
  crosstab: { measures, rows: [DATES] },
  calendarmap: { measures },
  map: {
    measures,
    across: DATES,
    layers: [
      { kind: 'areas', place: { geometry: 'ports', property: 'name' } },
      { kind: 'points', place: { geometry: 'ports', property: 'name' } },
    ],
  },
  table: { dataset: 'trips', role: 'day', columns: ['route'] },
  text: { measures, text: '' },
};

/** What is added to what was said. */
function added(kind: ControlKind | VisualKind) {
  const said = { id: 'it', kind, title: 'It', ...REQUIRED[kind] };
  const read = KINDS[kind].schema.parse(said) as Record<string, unknown>;
  return Object.fromEntries(Object.entries(read).filter(([key]) => !(key in said)));
}

const OF_CONTROLS = { hold: false, accent: null, reveal: null };
const OF_TIME = {
  ...OF_CONTROLS,
  defaultNamed: null,
  anchor: null,
  allowUncovered: false,
  offer: 'union',
  lost: 'keep',
  switches: [],
};
const OF_VISUALS = { ownPeriod: null, subtitle: '' };
const OF_MEASURED = {
  ...OF_VISUALS,
  grain: 'auto',
  most: 120,
  least: 8,
  unsettled: 'show',
  picks: false,
  compare: null,
};
const OF_CHARTS = {
  ...OF_MEASURED,
  across: null,
  split: null,
  order: 'value',
  limit: 12,
  axis: { kind: 'zero' },
  events: false,
};

const MEANT: Record<ControlKind | VisualKind, object> = {
  timeline: OF_TIME,
  range: OF_TIME,
  calendar: OF_TIME,
  periods: OF_TIME,
  lookback: OF_TIME,
  phrase: OF_TIME,
  ends: OF_TIME,
  tree: OF_TIME,
  slicer: {
    ...OF_CONTROLS,
    below: [],
    custom: [],
    face: 'list',
    exclude: false,
    required: false,
    search: 'contains',
    orderBy: null,
    orderFirst: 'greatest',
    readers: [],
    counts: true,
  },
  condition: { ...OF_CONTROLS, join: 'all', open: true },
  numbers: { ...OF_CONTROLS, face: 'slider', join: 'all' },
  value: { ...OF_CONTROLS, allowed: [], required: false },
  measures: { ...OF_CONTROLS, several: false, default: [0] },
  grain: { ...OF_CONTROLS, default: 'auto' },
  baselines: { ...OF_CONTROLS, several: false, open: false, default: [] },
  asof: { ...OF_CONTROLS, later: [] },
  line: { ...OF_CHARTS, rest: 'drop' },
  area: { ...OF_CHARTS, rest: 'drop' },
  bar: { ...OF_CHARTS, rest: 'others' },
  stacked: { ...OF_CHARTS, rest: 'others' },
  combined: { ...OF_CHARTS, rest: 'drop' },
  figure: OF_MEASURED,
  crosstab: { ...OF_MEASURED, columns: { kind: 'grain' }, subtotals: true },
  calendarmap: OF_MEASURED,
  map: OF_MEASURED,
  table: OF_VISUALS,
  text: OF_MEASURED,
};
test.each(Object.keys(KINDS) as (ControlKind | VisualKind)[])('a %s that says no more', (kind) => {
  expect(added(kind)).toEqual(MEANT[kind]);
});

test('parts of parts', () => {
  const read = <K extends ControlKind | VisualKind>(kind: K, more: object = {}) =>
    KINDS[kind].schema.parse({ id: 'it', kind, title: 'It', ...REQUIRED[kind], ...more });
  expect(read('line')).toMatchObject({ measures: [{ ...MEASURE, role: null, mark: 'line', axis: 'auto' }] });
  expect(read('condition')).toMatchObject({
    groups: [{ join: 'all', entries: [{ definition: null, on: true }] }],
  });
  expect(read('map')).toMatchObject({
    layers: [
      { name: '', tint: 0 },
      { name: '', size: null, tint: null },
    ],
  });
  expect(read('line', { compare: {} })).toMatchObject({
    compare: {
      with: [],
      show: ['value', 'baseline', 'percent'],
      open: true,
    },
  });
});

test('a new dashboard', () => {
  expect(emptyDocument('Sailings')).toMatchObject({
    version: 3,
    title: 'Sailings',
    timeZone: 'UTC',
    anchor: 'today',
    hold: false,
    zones: [],
    showZones: false,
    colours: { measures: {}, values: {} },
  });
});
