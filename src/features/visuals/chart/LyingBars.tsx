'use client';
/** Measures by category as lying bars, side by side or stacked. */
import { memo, useId } from 'react';
import type { Chart } from '../../../core/dashboard/document/visuals';
import type { ChartAnswer } from '../../../core/dashboard/turn/answer';
import type { Measure } from '../../../core/model/model';
import { useSize } from '../../ui/useSize';
import type { Picking } from '../picking';
import { CHOOSING_WORDS } from '../useSweep';
import type { CalendarRule } from '../../../core/calendar/rule';
import { valueWords } from '../../../core/model/figures';
import { comparedWords } from '../comparing/compared';
import { shownParts } from '../comparing/shownParts';
import { besideSeries, type BesideSeries } from './beside';
import type { GivenColours } from './seriesColours';
import { drawnSeries, type DrawnSeries } from './chartLayout';
import { ChartFrame, useChartSize, useSteadyLayout, type PlotArea } from './frame';
import { lyingLayout } from './lyingLayout';
import { LyingMarks } from './LyingMarks';
import { useLagging } from './useLagging';
import { askingWords, usePointing, type PagePoint } from './usePointing';

/** The values of a place, and what they are compared with, each in words. */
function barWords(
  visual: Chart,
  series: readonly DrawnSeries[],
  beside: readonly BesideSeries[],
  place: number,
): string[] {
  const nameOf = ({ name }: DrawnSeries) => (series.length > 1 ? `${name} ` : '');
  const parts = shownParts(visual);
  return [
    ...series.map((entry) => `${nameOf(entry)}${valueWords(entry.unit, entry.values[place] ?? null)}`),
    ...beside.flatMap((baseline) =>
      series.map((entry, s) => {
        const other = baseline.series[s]?.[place] ?? null;
        const words = comparedWords(entry.unit, parts, entry.values[place] ?? null, other);
        return `${baseline.label}: ${nameOf(entry)}${words}`;
      }),
    ),
  ];
}

export const LyingBars = memo(function LyingBars({
  visual,
  answer,
  measures,
  given,
  rule,
  windowWords,
  title,
  onAskMark,
  picking,
}: {
  visual: Chart;
  answer: ChartAnswer;
  measures: readonly Measure[];
  given: GivenColours;
  rule: CalendarRule;
  windowWords: string;
  title: string;
  /** Asks where the change of a bar comes from; absent where there is none. */
  onAskMark?: ((place: number, at: PagePoint) => void) | undefined;
  /** Choosing bars, where readers can. */
  picking?: Picking | undefined;
}) {
  const [ref, room] = useSize<HTMLDivElement>();
  const { width, height, onResize } = useChartSize();
  const hatch = useId();
  const series = drawnSeries(visual, answer, measures, given);
  const beside = besideSeries(answer, rule);
  const chosen = picking?.chosen ?? null;
  const layout = lyingLayout(
    visual,
    answer,
    series,
    { width: width || room.width, height: room.height },
    chosen,
    beside,
  );
  const { names, row, start } = layout;
  const count = names.length;
  const frame = useLagging(useSteadyLayout(width > 1 && height > 1 ? layout.frame : null));
  const pointing = usePointing({ along: 'y', start, slot: row, count }, picking, { ask: onAskMark });
  const { at } = pointing;
  const named = (i: number) => barWords(visual, series, beside, i);
  const marks = (plot: PlotArea) => (
    <LyingMarks
      visual={visual}
      series={series}
      beside={beside}
      layout={layout}
      plot={plot}
      width={width}
      chosen={chosen}
      kept={answer.lit}
      swept={pointing.swept}
    />
  );
  const asking = onAskMark ? [askingWords(answer)] : [];
  const more = `.${picking ? CHOOSING_WORDS : ''}${onAskMark ? ` ${askingWords(answer)}.` : ''}`;
  const all = names.map((name, i) => `${name} ${named(i).join(', ')}`).join('; ');
  return (
    <div ref={ref} style={{ height: '100%', minHeight: 0, overflowY: 'auto', overflowX: 'hidden' }}>
      <div style={{ position: 'relative', width: '100%', height: Math.max(1, layout.height) }}>
        <ChartFrame
          layout={count > 0 ? frame : null}
          hatch={hatch}
          fresh={{
            marks,
            lines: at === null ? [] : [`${names[at]} · ${windowWords}`, ...named(at), ...asking],
          }}
          pointed={at}
          onResize={onResize}
          surface={{
            'aria-label': `Bar chart, ${title}: ${all}${more}`,
            style: { cursor: picking ? 'pointer' : undefined },
            ...pointing.handlers,
          }}
        />
      </div>
    </div>
  );
});
