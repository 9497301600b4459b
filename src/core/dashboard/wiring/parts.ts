/** The parts that can be placed, each with good settings and a good size from the start. */
import {
  GRID_COLUMNS,
  isControl,
  type Control,
  type DashboardDocument,
  type PeriodList,
  type Place,
  type Visual,
} from '../document/document';
import { SLICER_DEFAULTS, TIME_DEFAULTS } from '../document/controls';
import type { DatasetModel, Model } from '../../model/model';
import { dimensionKey } from '../../model/dimension';
import {
  CHART_DEFAULTS,
  MEASURED_DEFAULTS,
  shownMeasure,
  VISUAL_DEFAULTS,
  type VisualKind,
} from '../document/visuals';
import { SIZES } from '../document/partSizes';
import { wiresForNewItem } from './wiring';
import { withZone, zoneOf } from '../document/zones';

export type PartKind = (Visual | Control)['kind'];

export type PartGroup = 'Visuals' | 'Time controls' | 'Slicers and choosers';

export const PARTS: readonly {
  readonly kind: PartKind;
  readonly name: string;
  readonly hint: string;
  readonly group: PartGroup;
}[] = [
  { kind: 'line', name: 'Line', hint: 'measures over time', group: 'Visuals' },
  { kind: 'area', name: 'Area', hint: 'filled to the axis', group: 'Visuals' },
  { kind: 'bar', name: 'Bar', hint: 'a measure by category', group: 'Visuals' },
  { kind: 'stacked', name: 'Stacked bars', hint: 'parts of a whole', group: 'Visuals' },
  { kind: 'combined', name: 'Combined', hint: 'bars and lines, two axes', group: 'Visuals' },
  { kind: 'figure', name: 'Figure', hint: 'one number, small line', group: 'Visuals' },
  { kind: 'crosstab', name: 'Crosstab', hint: 'categories by periods', group: 'Visuals' },
  { kind: 'calendarmap', name: 'Calendar map', hint: 'a value for each day', group: 'Visuals' },
  { kind: 'table', name: 'Table', hint: 'rows, one by one', group: 'Visuals' },
  { kind: 'timeline', name: 'Timeline', hint: 'tiles of the almanac', group: 'Time controls' },
  { kind: 'range', name: 'Range slider', hint: 'two brackets, play', group: 'Time controls' },
  { kind: 'calendar', name: 'Calendar', hint: 'days, month by month', group: 'Time controls' },
  { kind: 'periods', name: 'Period list', hint: 'named periods', group: 'Time controls' },
  { kind: 'lookback', name: 'Look-back', hint: 'last 14 days', group: 'Time controls' },
  { kind: 'phrase', name: 'Phrase box', hint: 'any period, typed', group: 'Time controls' },
  { kind: 'tree', name: 'Date tree', hint: 'years down to days', group: 'Time controls' },
  { kind: 'slicer', name: 'Slicer', hint: 'choose values', group: 'Slicers and choosers' },
  { kind: 'condition', name: 'Condition', hint: 'SQL on rows', group: 'Slicers and choosers' },
  { kind: 'numbers', name: 'Number range', hint: 'on rows, or on totals', group: 'Slicers and choosers' },
  { kind: 'asof', name: 'As-of day', hint: 'another day as today', group: 'Slicers and choosers' },
];

/** The periods that a new list begins with; the designer takes away and adds. */
export const STARTING_PERIODS: PeriodList['entries'] = [
  { name: 'Last 7 days', phrase: 'last 7 days' },
  { name: 'Last 28 days', phrase: 'last 28 days' },
  { name: 'Last 13 full weeks', phrase: 'last 13 full weeks' },
  { name: 'This month so far', phrase: 'this month to date' },
  { name: 'Last month', phrase: 'last month' },
  { name: 'Last 3 full months', phrase: 'last 3 full months' },
  { name: 'This quarter so far', phrase: 'this quarter to date' },
  { name: 'This year so far', phrase: 'this year to date' },
  { name: 'Last year', phrase: 'last year' },
  { name: 'Next 30 days', phrase: 'next 30 days' },
  { name: 'Everything', phrase: 'all' },
];

function freeId(document: DashboardDocument, kind: PartKind): string {
  const taken = new Set([...document.visuals, ...document.controls].map((item) => item.id));
  for (let n = 1; ; n++) if (!taken.has(`${kind}${n}`)) return `${kind}${n}`;
}

/** The dataset that a new part shows: the one this dashboard used last, else the one loaded last that can fill it. */
function likelyDataset(
  document: DashboardDocument,
  model: Model,
  fits: (dataset: DatasetModel) => boolean,
): DatasetModel | undefined {
  const used = document.visuals
    .map((visual) => (visual.kind === 'table' ? visual.dataset : visual.measures[0]!.dataset))
    .reverse();
  const newestFirst = [...model.datasets].sort((a, b) => b.load - a.load);
  return [...used.map((key) => model.datasets.find((dataset) => dataset.key === key)), ...newestFirst].find(
    (dataset) => dataset !== undefined && fits(dataset),
  );
}

const categoryOf = (dataset: DatasetModel) => dataset.columns.find((column) => column.category);
/** A new visual takes the first measure that adds up a number, else the count of rows. */
const measureFor = (dataset: DatasetModel) =>
  dataset.measures.find((measure) => measure.column !== null) ?? dataset.measures[0];

/** A new part; undefined when no dataset can fill it. */
export function newPart(
  document: DashboardDocument,
  model: Model,
  kind: PartKind,
): Visual | Control | undefined {
  const common = { id: freeId(document, kind), title: '' };
  const control = { ...common, hold: false, reveal: null };
  const time = { ...TIME_DEFAULTS, ...common };
  const anyMeasure = likelyDataset(
    document,
    model,
    (entry) => entry.roles.length > 0 && entry.measures.length > 0,
  );
  const figure = anyMeasure && { dataset: anyMeasure.key, measure: measureFor(anyMeasure)!.key };
  switch (kind) {
    case 'timeline':
      return { ...time, kind, level: 'month', levelFixed: false, size: 'words' };
    case 'range':
      return { ...time, kind, measure: figure ?? null, fixedEnd: 'none', snap: 'day' };
    case 'calendar':
      return { ...time, kind, picks: 'range', within: null, tint: figure ?? null };
    case 'periods':
      return { ...time, kind, face: 'buttons', entries: STARTING_PERIODS, chooseDates: true };
    case 'lookback':
      return {
        ...time,
        kind,
        default: 'last 14 days',
        least: 1,
        most: 365,
        units: ['days', 'days of data', 'weeks', 'full weeks', 'full months'],
      };
    case 'phrase':
      return { ...time, kind };
    case 'tree':
      return { ...time, kind, levels: 'calendar' };
    case 'asof':
      return { ...control, kind };
    default:
      return withDataset(document, model, kind, common);
  }
}

/** A new visual or slicer: these need a dataset. */
function withDataset(
  document: DashboardDocument,
  model: Model,
  kind: VisualKind | 'slicer' | 'condition' | 'numbers',
  common: { id: string; title: string },
): Visual | Control | undefined {
  const needsCategory = kind === 'bar' || kind === 'stacked' || kind === 'crosstab' || kind === 'slicer';
  const dataset = likelyDataset(
    document,
    model,
    (entry) =>
      entry.roles.length > 0 &&
      entry.measures.length > 0 &&
      (!needsCategory || categoryOf(entry) !== undefined),
  );
  if (!dataset) return undefined;
  if (kind === 'slicer') return newSlicer(document, dataset, common);
  if (kind === 'condition')
    return {
      ...common,
      hold: false,
      reveal: null,
      kind,
      dataset: dataset.key,
      join: 'all',
      groups: [],
      open: true,
    };
  if (kind === 'numbers') return newNumberRange(dataset, common);
  if (kind === 'table') {
    return {
      ...VISUAL_DEFAULTS,
      ...common,
      kind,
      dataset: dataset.key,
      role: dataset.roles[0]!.key,
      columns: dataset.columns.slice(0, 8).map((column) => column.key),
    };
  }
  return newVisual(dataset, kind, common);
}

function newVisual(
  dataset: DatasetModel,
  kind: Exclude<VisualKind, 'table'>,
  common: { id: string; title: string },
): Visual {
  const measure = measureFor(dataset)!.key;
  const measures = [shownMeasure(dataset.key, measure)];
  const category = categoryOf(dataset);
  const dimension = category ? { dataset: dataset.key, column: category.key } : null;
  const chart = { ...CHART_DEFAULTS, ...common, measures };
  switch (kind) {
    case 'line':
    case 'area':
      return { ...chart, kind };
    case 'bar':
      return { ...chart, kind, across: dimension };
    case 'stacked':
      return { ...chart, kind, split: dimension, most: 40 };
    case 'combined': {
      const second = dataset.measures.find((entry) => entry.key !== measure && entry.column !== null);
      const line = second ? [shownMeasure(dataset.key, second.key, { mark: 'line', axis: 'right' })] : [];
      return {
        ...chart,
        kind,
        measures: [shownMeasure(dataset.key, measure, { mark: 'bar' }), ...line],
        most: 60,
      };
    }
    case 'figure':
    case 'calendarmap':
      return { ...MEASURED_DEFAULTS, ...common, kind, measures, ...(kind === 'figure' ? { most: 60 } : {}) };
    case 'crosstab':
      return {
        ...MEASURED_DEFAULTS,
        ...common,
        kind,
        measures,
        most: 14,
        least: 1,
        rows: dimension ? [dimension] : [{ attribute: 'weekday' }],
        periods: true,
        subtotals: true,
      };
  }
}

/** A range on the dataset's first number; on totals of its first measure where it has none. */
function newNumberRange(dataset: DatasetModel, common: { id: string; title: string }): Control {
  const column = dataset.columns.find((entry) => entry.type === 'whole' || entry.type === 'decimal');
  const of = column
    ? { dataset: dataset.key, column: column.key }
    : { dataset: dataset.key, measure: measureFor(dataset)!.key };
  return { ...common, hold: false, reveal: null, kind: 'numbers', of, default: { low: null, high: null } };
}

function newSlicer(
  document: DashboardDocument,
  dataset: DatasetModel,
  common: { id: string; title: string },
): Control {
  const used = new Set(
    document.controls.flatMap((control) =>
      control.kind === 'slicer' ? [dimensionKey(control.dimension)] : [],
    ),
  );
  const column =
    dataset.columns.find(
      (entry) => entry.category && !used.has(dimensionKey({ dataset: dataset.key, column: entry.key })),
    ) ?? categoryOf(dataset)!;
  return {
    ...SLICER_DEFAULTS,
    ...common,
    kind: 'slicer',
    dimension: { dataset: dataset.key, column: column.key },
  };
}

const overlaps = (a: Place, b: Place) =>
  a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

/** The first free place of this size, from the top left. */
function freePlace(document: DashboardDocument, item: string, size: { w: number; h: number }): Place {
  for (let y = 0; ; y++) {
    for (let x = 0; x + size.w <= GRID_COLUMNS; x++) {
      const place = { item, x, y, ...size };
      if (!document.layout.some((other) => overlaps(place, other))) return place;
    }
  }
}

/**
 * The document with a new item in a free place, wired to all within reach that it has a route with. It joins the zone
 * of the item that it is added beside.
 */
export function withNewItem(
  document: DashboardDocument,
  model: Model,
  item: Visual | Control,
  beside: string | null = null,
): DashboardDocument {
  const zone = beside === null ? undefined : zoneOf(document, beside);
  const added: DashboardDocument = {
    ...document,
    visuals: isControl(item) ? document.visuals : [...document.visuals, item],
    controls: isControl(item) ? [...document.controls, item] : document.controls,
    layout: [...document.layout, freePlace(document, item.id, SIZES[item.kind])],
  };
  const placed = zone ? withZone(added, [item.id], zone.name) : added;
  return { ...placed, wires: wiresForNewItem(placed, model, item) };
}
