/** How bars lie: a row a category, the room for names and for figures, the axis of values. */
import type { Chart } from '../../../core/dashboard/document/visuals';
import { categoryName, type ChartAnswer } from '../../../core/dashboard/turn/answer';
import { arrowOf, percentWords } from '../../../core/dashboard/turn/comparing/words';
import { valueWords } from '../../../core/model/figures';
import type { DrawnSeries } from './chartLayout';
import { basesOf } from './columnLayout';
import type { FrameLayout } from './frame';
import { totalsOf, type BesideSeries } from './beside';
import { legendHeight, namesInLegend } from './Legend';
import { extentOf, valueScale } from './scale';
import { fitted, textWidth } from '../textWidth';

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

/** "↑ +12.3 %"; "–" where there is nothing to compare with. */
const shortChange = (value: number | null, baseline: number | null) =>
  baseline === null || value === null ? '–' : `${arrowOf(value, baseline)} ${percentWords(value, baseline)}`;

export interface LyingLayout {
  readonly frame: FrameLayout;
  readonly names: readonly string[];
  /** By category, then by series: the value as it is written, with its change where it is compared. */
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
  beside: readonly BesideSeries[] = [],
): LyingLayout {
  const names = (answer.categories ?? []).map(categoryName);
  const [first] = beside;
  const figures = names.map((_, i) =>
    series.map((entry, s) => {
      const value = entry.values[i] ?? null;
      const words = valueWords(entry.unit, value);
      return first ? `${words}  ${shortChange(value, first.series[s]?.[i] ?? null)}` : words;
    }),
  );
  const { stacked, reached } = basesOf(visual, series);
  const isStacked = stacked.length > 0;
  const named = namesInLegend(series, beside);
  const start = legendHeight(
    named.map((entry) => entry.name),
    size.width - GAP,
  );
  const lanes = isStacked ? 1 : Math.max(1, series.length);
  const room = Math.floor((size.height - start) / Math.max(1, names.length));
  const row = Math.max(LEAST_ROW, lanes * LEAST_BAR + 6, Math.min(MOST_ROW * Math.min(lanes, 2), room));
  const widest = Math.max(24, ...names.map((name) => textWidth(name, NAME_FONT)));
  const labelRoom = Math.min(size.width * NAMES, widest + GAP);
  const wanted = Math.max(0, ...figures.flat().map((text) => textWidth(text, FIGURE_FONT))) + GAP;
  const showsFigures = !isStacked && size.width - labelRoom - wanted >= LEAST_PLOT;
  const { scale, ticks } = valueScale(
    extentOf(
      isStacked
        ? [...reached, ...beside.flatMap((baseline) => totalsOf(baseline.series))]
        : [
            ...series.flatMap((entry) => entry.values),
            ...beside.flatMap((baseline) => baseline.series.flat()),
          ],
    ),
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
      series: named,
      legend: start,
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
