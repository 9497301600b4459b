/** How a chart stands: its value axes, its labels, and the room that each takes. */
import type { CalendarRule } from '../../../core/calendar/rule';
import type { Chart } from '../../../core/dashboard/document/visuals';
import { categoryName, type ChartAnswer } from '../../../core/dashboard/turn/answer';
import { axisPlaces, type AxisPlace, type DrawnSeries } from './chartLayout';
import { stackBases, stackExtent } from './chartMarks';
import type { FrameLayout, FrameScale } from './frame';
import { totalsOf, type BesideSeries } from './beside';
import { legendHeight, namesInLegend } from './Legend';
import { axisLabel, extentOf, valueScale } from './scale';
import { fitted, textWidth } from '../textWidth';

const TOP = 10;
const RIGHT = 14;
const LABELS = 22;
/** Least room for a label under the axis of time, and most for a category's. */
const TIME_LABEL = 54;
const MOST_LABEL = 130;
const GAP = 8;
/** Pixels between two ticks of a value axis. */
const TICK_ROOM = 44;
const FONT = 11;

/** Series that stand on each other: stacked bars, and areas where the chart is split. */
const stacks = (visual: Chart, series: DrawnSeries) =>
  series.mark === 'stacked' || (series.mark === 'area' && visual.split !== null);

/** What each series stands on: zero, or the series of its stack below it. */
export function basesOf(visual: Chart, series: readonly DrawnSeries[]) {
  const stacked = series.filter((entry) => stacks(visual, entry));
  const bases = stackBases(stacked.map((entry) => entry.values));
  return {
    stacked,
    base: (entry: DrawnSeries): readonly number[] =>
      bases[stacked.indexOf(entry)] ?? entry.values.map(() => 0),
    reached: stackExtent(
      stacked.map((entry) => entry.values),
      bases,
    ),
  };
}

/** The axis of the values that stand on one side, with as many ticks as there is room for. */
function scaleOf(
  visual: Chart,
  series: readonly DrawnSeries[],
  side: 'left' | 'right',
  height: number,
  beside: readonly BesideSeries[] = [],
): FrameScale {
  const { stacked, reached } = basesOf(visual, series);
  const own = series.filter((entry) => entry.axis === side);
  const plain = own.filter((entry) => !stacked.includes(entry)).flatMap((entry) => entry.values);
  const piled = own.some((entry) => stacked.includes(entry)) ? reached : [];
  // Baselines have to fit as well: those of stacks as their totals.
  const others = beside.flatMap((baseline) => [
    ...series.flatMap((entry, s) =>
      entry.axis === side && !stacked.includes(entry) ? (baseline.series[s] ?? []) : [],
    ),
    ...(piled.length > 0 ? totalsOf(baseline.series) : []),
  ]);
  const count = Math.max(2, Math.floor(height / TICK_ROOM));
  const { scale, ticks } = valueScale(
    extentOf([...plain, ...piled, ...others]),
    [0, 1],
    count,
    side === 'left' ? visual.axis : undefined,
  );
  const [low = 0, high = 1] = scale.domain();
  return { domain: [low, high], ticks };
}

export interface ColumnLayout {
  readonly frame: FrameLayout;
  readonly places: readonly AxisPlace[];
  /** Left edge of the first place, and the width of each. */
  readonly start: number;
  readonly slot: number;
}

/** The layout of a standing chart in so much room. */
export function columnLayout(
  visual: Chart,
  answer: ChartAnswer,
  series: readonly DrawnSeries[],
  rule: CalendarRule,
  size: { readonly width: number; readonly height: number },
  beside: readonly BesideSeries[] = [],
): ColumnLayout {
  const count = answer.buckets?.starts.length ?? answer.categories?.length ?? 0;
  const named = namesInLegend(series, beside);
  const hasRight = series.some((entry) => entry.axis === 'right');
  const legend = legendHeight(
    // With two axes each series says which one is its own.
    named.map((entry) => (hasRight && !entry.isBaseline ? `${entry.name} (right)` : entry.name)),
    size.width - RIGHT,
  );
  const plotHeight = Math.max(1, size.height - legend - TOP - LABELS);
  const left = scaleOf(visual, series, 'left', plotHeight, beside);
  const right = hasRight ? scaleOf(visual, series, 'right', plotHeight, beside) : null;
  const numbers = [...left.ticks, ...(right?.ticks ?? [])].map(axisLabel);
  const valueRoom = Math.max(38, ...numbers.map((text) => textWidth(text, FONT) + GAP));
  const inner = Math.max(1, size.width - valueRoom - (right ? valueRoom : RIGHT));
  const slot = inner / Math.max(1, count);
  const widest = answer.buckets
    ? TIME_LABEL
    : Math.max(24, ...(answer.categories ?? []).map((entry) => textWidth(categoryName(entry), FONT) + GAP));
  const every = Math.max(1, Math.ceil(Math.min(widest, MOST_LABEL) / slot));
  const places = axisPlaces(answer, rule, every);
  const labels = places.flatMap(({ label }, at) =>
    at % every === 0 ? [{ at, text: fitted(label, slot * every - 2, FONT) }] : [],
  );
  return {
    frame: {
      lies: false,
      count,
      labels,
      labelRoom: LABELS,
      left,
      right,
      valueRoom,
      partial: places.flatMap(({ partial }, at) => (partial ? [at] : [])),
      series: named,
      legend,
      margin: { top: TOP, right: right ? 0 : RIGHT, bottom: 0, left: 0 },
    },
    places,
    start: valueRoom,
    slot,
  };
}
