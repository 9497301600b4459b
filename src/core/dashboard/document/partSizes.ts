/** Sizes of parts on the grid: columns of 24, rows of 24 px and a gap. */
import type { Control, Visual } from './document';

type ItemKind = (Visual | Control)['kind'];

/** Size of a new part. */
export const SIZES: Record<ItemKind, { w: number; h: number }> = {
  line: { w: 12, h: 9 },
  area: { w: 12, h: 9 },
  bar: { w: 8, h: 9 },
  stacked: { w: 12, h: 9 },
  combined: { w: 12, h: 9 },
  figure: { w: 5, h: 5 },
  crosstab: { w: 16, h: 10 },
  calendarmap: { w: 12, h: 10 },
  table: { w: 24, h: 10 },
  timeline: { w: 24, h: 4 },
  range: { w: 16, h: 5 },
  calendar: { w: 6, h: 11 },
  periods: { w: 7, h: 11 },
  lookback: { w: 6, h: 5 },
  phrase: { w: 8, h: 5 },
  tree: { w: 5, h: 9 },
  slicer: { w: 5, h: 9 },
  condition: { w: 7, h: 8 },
  numbers: { w: 7, h: 5 },
  asof: { w: 7, h: 4 },
};

/** Smallest size of an item on the grid. */
export const LEAST: Record<ItemKind, { w: number; h: number }> = {
  line: { w: 5, h: 5 },
  area: { w: 5, h: 5 },
  bar: { w: 4, h: 4 },
  stacked: { w: 4, h: 5 },
  combined: { w: 5, h: 5 },
  figure: { w: 3, h: 3 },
  crosstab: { w: 6, h: 5 },
  calendarmap: { w: 8, h: 5 },
  table: { w: 6, h: 5 },
  timeline: { w: 8, h: 3 },
  range: { w: 10, h: 4 },
  calendar: { w: 5, h: 9 },
  periods: { w: 4, h: 4 },
  lookback: { w: 5, h: 4 },
  phrase: { w: 5, h: 4 },
  tree: { w: 4, h: 5 },
  slicer: { w: 3, h: 4 },
  condition: { w: 5, h: 4 },
  numbers: { w: 5, h: 4 },
  asof: { w: 5, h: 3 },
};
