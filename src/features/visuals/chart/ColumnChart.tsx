'use client';
/** Series along time, or along a dimension from left to right: lines, areas, standing bars, stacks. */
import { memo, useId, useMemo, type ComponentType } from 'react';
import type { SpecialDay } from '../../../core/calendar/almanac';
import { unitCountWords } from '../../../core/calendar/names';
import type { CalendarRule } from '../../../core/calendar/rule';
import type { Chart } from '../../../core/dashboard/document/visuals';
import type { ChartAnswer } from '../../../core/dashboard/turn/answer';
import { valueWords } from '../../../core/model/figures';
import type { Measure } from '../../../core/model/model';
import { HatchPattern } from '../../../theme/marks';
import type { Picking } from '../picking';
import { CHOOSING_WORDS } from '../useSweep';
import { comparedWords } from '../comparing/compared';
import { shownParts } from '../comparing/shownParts';
import { besideSeries, partnerWords, type BesideSeries } from './beside';
import type { GivenColours } from './seriesColours';
import { drawnSeries, type DrawnSeries } from './chartLayout';
import { columnLayout, type ColumnLayout } from './columnLayout';
import { ColumnMarks } from './ColumnMarks';
import { ChartFrame, useChartSize, useSteadyLayout, type PlotArea } from './frame';
import { lookOf } from './looks';
import { useLagging } from './useLagging';
import { specialWords } from './specialDays';
import { askingWords, usePointing, type PagePoint } from './usePointing';
import type { HandlesProps } from './WindowHandles';

export interface ColumnChartProps {
  readonly visual: Chart;
  readonly answer: ChartAnswer;
  readonly measures: readonly Measure[];
  /** Colours that a designer gave; none outside of a dashboard. */
  readonly given?: GivenColours;
  readonly rule: CalendarRule;
  /** Holidays and events, for charts that mark them. */
  readonly special?: readonly SpecialDay[];
  readonly title: string;
  /** Goes into the bucket with this index; absent where that is not possible. */
  readonly onDrill?: (bucket: number) => void;
  /** Asks where the change at a place comes from; absent where there is none. */
  readonly onAskMark?: ((place: number, at: PagePoint) => void) | undefined;
  /** Choosing places along the chart, where readers can. */
  readonly picking?: Picking | undefined;
  /** What moves the ends of the window, on charts over time in a dashboard. */
  readonly Handles?: ComponentType<HandlesProps>;
}

const NO_DAYS: readonly SpecialDay[] = [];

export const ColumnChart = memo(function ColumnChart(props: ColumnChartProps) {
  const {
    visual,
    answer,
    measures,
    given,
    rule,
    special = NO_DAYS,
    onDrill,
    onAskMark,
    picking,
    Handles,
  } = props;
  const events = useMemo(
    () => (visual.events && answer.buckets ? specialWords(special, answer.buckets) : []),
    [visual.events, special, answer.buckets],
  );
  const { width, height, onResize } = useChartSize();
  const hatch = useId();
  const series = drawnSeries(visual, answer, measures, given);
  const beside = besideSeries(answer, rule);
  const layout = columnLayout(visual, answer, series, rule, { width, height }, beside);
  const { count, left, right } = layout.frame;
  // The frame follows a moment later, and only where something of it changed; marks follow at once.
  const frame = useLagging(useSteadyLayout(width > 1 && height > 1 ? layout.frame : null));
  const pointing = usePointing({ along: 'x', start: layout.start, slot: layout.slot, count }, picking, {
    enter: onDrill,
    ask: onAskMark,
  });
  const marks = (plot: PlotArea) => (
    <>
      <defs>
        <HatchPattern id={hatch} />
      </defs>
      <ColumnMarks
        visual={visual}
        series={series}
        beside={beside}
        plot={plot}
        count={count}
        left={left}
        right={right}
        overTime={answer.buckets !== null}
        chosen={picking?.chosen ?? null}
        kept={answer.lit}
        swept={pointing.swept}
        events={events}
      />
    </>
  );
  return (
    <div style={{ position: 'relative', width: '100%', height: '100%', minHeight: 0 }}>
      <ChartFrame
        layout={frame}
        hatch={hatch}
        fresh={{
          marks,
          lines:
            pointing.at === null
              ? []
              : [
                  ...linesAt(props, layout, series, beside, pointing.at),
                  ...[events[pointing.at] ?? null].filter((words) => words !== null),
                ],
        }}
        pointed={pointing.at}
        onResize={onResize}
        surface={{
          'aria-label': chartWords(props, layout, series, beside),
          style: { cursor: picking ? 'crosshair' : undefined },
          ...pointing.handlers,
        }}
      />
      {Handles && answer.buckets && frame && (
        <Handles answer={answer} start={layout.start} slot={layout.slot} />
      )}
    </div>
  );
});

/** What a screen reader is told of a chart. */
function chartWords(
  { visual, answer, title, onDrill, onAskMark, picking }: ColumnChartProps,
  { places, frame: { count } }: ColumnLayout,
  series: readonly DrawnSeries[],
  beside: readonly BesideSeries[],
): string {
  const extent = answer.buckets
    ? `${unitCountWords(count, answer.buckets.unit)}, from ${places[0]?.words} to ${places[count - 1]?.words}`
    : `${count} categories`;
  const names = series.length > 1 ? `, ${series.map((entry) => entry.name).join(', ')}` : '';
  const against = beside.map(({ label, days }) => `, against ${label}: ${days}`).join('');
  const keys = `Arrow keys read values${onDrill ? ', Enter goes into a bucket' : ''}.`;
  const more = `${picking ? CHOOSING_WORDS : ''}${onAskMark ? ` ${askingWords(answer)}.` : ''}`;
  return `${lookOf(visual).name}, ${title}${names}${against}: ${extent}. ${keys}${more}`;
}

/** What is read at a place: its name, then each value. */
function linesAt(
  { visual, answer, rule, onAskMark }: ColumnChartProps,
  { places }: ColumnLayout,
  series: readonly DrawnSeries[],
  beside: readonly BesideSeries[],
  at: number,
): string[] {
  const isNamed = series.length > 1;
  const show = shownParts(visual);
  const compared = beside.flatMap((baseline) => {
    const days = partnerWords(baseline, at, rule);
    const label = days === null ? baseline.label : `${baseline.label}, ${days}`;
    return series.map((entry, s) => {
      const words = comparedWords(
        entry.unit,
        show,
        entry.values[at] ?? null,
        baseline.series[s]?.[at] ?? null,
      );
      return `${label}: ${isNamed ? `${entry.name} ` : ''}${words}`;
    });
  });
  return [
    places[at]?.words ?? '',
    ...series.map((entry) => seriesWords(entry, at, isNamed)),
    ...compared,
    ...(onAskMark ? [askingWords(answer)] : []),
  ];
}

/** "Passengers 1,234, provisional". */
function seriesWords(series: DrawnSeries, i: number, named: boolean): string {
  const value = valueWords(series.unit, series.values[i] ?? null);
  const provisional = series.provisionalFrom !== null && i >= series.provisionalFrom ? ', provisional' : '';
  return `${named ? `${series.name} ` : ''}${value}${provisional}`;
}
