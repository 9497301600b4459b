/** How bars lie: a row a category, the room for names and for figures, the axis of values. */
import type { Chart } from '../../../core/dashboard/document/visuals';
import { categoryName, type ChartAnswer } from '../../../core/dashboard/turn/answer';
import { valueWords } from '../../../core/model/figures';
import type { DrawnSeries } from './chartLayout';
import { basesOf } from './columnLayout';
import type { FrameLayout } from './frame';
import { legendHeight } from './Legend';
import { extentOf, valueScale } from './scale';
import { fitted, textWidth } from './textWidth';

const LEAST_BAR = 11;
const LEAST_ROW = 17;
const MOST_ROW = 34;
/** Most of the width that names take. */
const NAMES = 0.42;
/** Figures stand beside bars only where so many pixels are left for the bars. */
const LEAST_PLOT = 40;
const GAP = 10;
const NAME_FONT = 12;
const FIGURE_FONT = 11;
const TICKS = 4;

export interface LyingLayout {
  readonly frame: FrameLayout;
  readonly names: readonly string[];
  /** By category, then by series: the value as it is written. */
  readonly figures: readonly (readonly string[])[];
  readonly row: number;
  /** Thickness of one bar. */
  readonly bar: number;
  readonly isStacked: boolean;
  readonly showsFigures: boolean;
  /** Height of all rows together with the names of the series. */
  readonly height: number;
  /** Top of the first row. */
  readonly start: number;
}

/** The layout of lying bars in so much room; they scroll where it is not enough. */
export function lyingLayout(
  visual: Chart,
  answer: ChartAnswer,
  series: readonly DrawnSeries[],
  size: { readonly width: number; readonly height: number },
  chosen: ReadonlySet<number> | null,
): LyingLayout {
  const names = (answer.categories ?? []).map(categoryName);
  const figures = names.map((_, i) => series.map((entry) => valueWords(entry.unit, entry.values[i] ?? null)));
  const { stacked, reached } = basesOf(visual, series);
  const isStacked = stacked.length > 0;
  const start = legendHeight(series);
  const lanes = isStacked ? 1 : Math.max(1, series.length);
  const room = Math.floor((size.height - start) / Math.max(1, names.length));
  const row = Math.max(LEAST_ROW, lanes * LEAST_BAR + 6, Math.min(MOST_ROW * Math.min(lanes, 2), room));
  const widest = Math.max(24, ...names.map((name) => textWidth(name, NAME_FONT)));
  const labelRoom = Math.min(size.width * NAMES, widest + GAP);
  const wanted = Math.max(0, ...figures.flat().map((text) => textWidth(text, FIGURE_FONT))) + GAP;
  const showsFigures = !isStacked && size.width - labelRoom - wanted >= LEAST_PLOT;
  const { scale, ticks } = valueScale(
    extentOf(isStacked ? reached : series.flatMap((entry) => entry.values)),
    [0, 1],
    TICKS,
    visual.axis,
  );
  const [low = 0, high = 1] = scale.domain();
  return {
    frame: {
      lies: true,
      count: names.length,
      labels: names.map((name, at) => ({
        at,
        text: fitted(name, labelRoom - GAP, NAME_FONT),
        bold: chosen?.has(at) === true,
      })),
      labelRoom,
      left: { domain: [low, high], ticks },
      right: null,
      valueRoom: 0,
      partial: [],
      series: series.map(({ name, measure, mark, colour, dash, axis }) => ({
        name,
        measure,
        mark,
        colour,
        dash,
        axis,
      })),
      margin: { top: 0, right: showsFigures ? wanted : GAP, bottom: 0, left: 0 },
    },
    names,
    figures,
    row,
    bar: (row - 8) / lanes,
    isStacked,
    showsFigures,
    height: start + names.length * row,
    start,
  };
}
