/** The parts that can be placed, each with good settings and a good size from the start. */
import {
  GRID_COLUMNS,
  isControl,
  type Control,
  type DashboardDocument,
  type Place,
  type Visual,
} from '../../core/dashboard/document';
import type { DatasetModel, Model } from '../../core/dashboard/model';
import { wiresForNewItem } from '../../core/dashboard/wiring';

export type PartKind = (Visual | Control)['kind'];

export const PARTS: readonly {
  readonly kind: PartKind;
  readonly name: string;
  readonly hint: string;
  readonly group: 'Visuals' | 'Controls';
}[] = [
  { kind: 'line', name: 'Line', hint: 'a measure over time', group: 'Visuals' },
  { kind: 'bar', name: 'Bar', hint: 'a measure by category', group: 'Visuals' },
  { kind: 'table', name: 'Table', hint: 'rows, one by one', group: 'Visuals' },
  { kind: 'timeline', name: 'Timeline', hint: 'choose days', group: 'Controls' },
  { kind: 'slicer', name: 'Slicer', hint: 'choose values', group: 'Controls' },
];

const SIZES: Record<PartKind, { w: number; h: number }> = {
  line: { w: 12, h: 9 },
  bar: { w: 8, h: 9 },
  table: { w: 24, h: 10 },
  timeline: { w: 24, h: 4 },
  slicer: { w: 5, h: 9 },
};

/** Smallest size of an item on the grid. */
export const LEAST: Record<PartKind, { w: number; h: number }> = {
  line: { w: 5, h: 5 },
  bar: { w: 4, h: 4 },
  table: { w: 6, h: 5 },
  timeline: { w: 8, h: 3 },
  slicer: { w: 3, h: 4 },
};

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
    .map((visual) => (visual.kind === 'table' ? visual.dataset : visual.measure.dataset))
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
  if (kind === 'timeline') {
    return {
      ...common,
      kind,
      default: 'all',
      level: 'month',
      levelFixed: false,
      size: 'words',
      allowUncovered: false,
    };
  }
  const needsCategory = kind === 'bar' || kind === 'slicer';
  const dataset = likelyDataset(
    document,
    model,
    (entry) =>
      entry.roles.length > 0 &&
      entry.measures.length > 0 &&
      (!needsCategory || categoryOf(entry) !== undefined),
  );
  if (!dataset) return undefined;
  const measure = { dataset: dataset.key, measure: measureFor(dataset)!.key };
  switch (kind) {
    case 'line':
      return { ...common, kind, measure, grain: 'auto' };
    case 'bar':
      return { ...common, kind, measure, category: categoryOf(dataset)!.key, order: 'value', limit: 12 };
    case 'table':
      return {
        ...common,
        kind,
        dataset: dataset.key,
        role: dataset.roles[0]!.key,
        columns: dataset.columns.slice(0, 8).map((column) => column.key),
      };
    case 'slicer': {
      const used = new Set(
        document.controls.flatMap((control) =>
          control.kind === 'slicer' ? [`${control.dataset}|${control.column}`] : [],
        ),
      );
      const column =
        dataset.columns.find((entry) => entry.category && !used.has(`${dataset.key}|${entry.key}`)) ??
        categoryOf(dataset)!;
      return {
        ...common,
        kind,
        dataset: dataset.key,
        column: column.key,
        default: [],
        several: true,
        unavailable: 'struck',
      };
    }
  }
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

/** The document with a new item in a free place, wired to all that it has a route with. */
export function withNewItem(
  document: DashboardDocument,
  model: Model,
  item: Visual | Control,
): DashboardDocument {
  const placed: DashboardDocument = {
    ...document,
    visuals: isControl(item) ? document.visuals : [...document.visuals, item],
    controls: isControl(item) ? [...document.controls, item] : document.controls,
    layout: [...document.layout, freePlace(document, item.id, SIZES[item.kind])],
  };
  return { ...placed, wires: wiresForNewItem(placed, model, item) };
}
