'use client';
/** Measures by category as lying bars, side by side or stacked. */
import { memo, useId } from 'react';
import type { Chart } from '../../../core/dashboard/document/visuals';
import type { ChartAnswer } from '../../../core/dashboard/turn/answer';
import type { Measure } from '../../../core/model/model';
import { useSize } from '../../ui/useSize';
import type { Picking } from '../picking';
import { CHOOSING_WORDS } from '../useSweep';
import type { GivenColours } from './seriesColours';
import { drawnSeries } from './chartLayout';
import { ChartFrame, useChartSize, useSteadyLayout, type PlotArea } from './frame';
import { lyingLayout } from './lyingLayout';
import { LyingMarks } from './LyingMarks';
import { useLagging } from './useLagging';
import { usePointing } from './usePointing';

export const LyingBars = memo(function LyingBars({
  visual,
  answer,
  measures,
  given,
  windowWords,
  title,
  picking,
}: {
  visual: Chart;
  answer: ChartAnswer;
  measures: readonly Measure[];
  given: GivenColours;
  windowWords: string;
  title: string;
  /** Choosing bars, where readers can. */
  picking?: Picking | undefined;
}) {
  const [ref, room] = useSize<HTMLDivElement>();
  const { width, height, onResize } = useChartSize();
  const hatch = useId();
  const series = drawnSeries(visual, answer, measures, given);
  const chosen = picking?.chosen ?? null;
  const layout = lyingLayout(
    visual,
    answer,
    series,
    { width: width || room.width, height: room.height },
    chosen,
  );
  const { names, figures, row, start } = layout;
  const count = names.length;
  const frame = useLagging(useSteadyLayout(width > 1 && height > 1 ? layout.frame : null));
  const pointing = usePointing({ along: 'y', start, slot: row, count }, picking);
  const { at } = pointing;
  const named = (i: number) =>
    series.map((entry, s) => `${series.length === 1 ? '' : `${entry.name} `}${figures[i]?.[s] ?? ''}`);
  const marks = (plot: PlotArea) => (
    <LyingMarks
      visual={visual}
      series={series}
      layout={layout}
      plot={plot}
      width={width}
      chosen={chosen}
      kept={answer.lit}
      swept={pointing.swept}
    />
  );
  const all = names.map((name, i) => `${name} ${named(i).join(', ')}`).join('; ');
  return (
    <div ref={ref} style={{ height: '100%', minHeight: 0, overflowY: 'auto', overflowX: 'hidden' }}>
      <div style={{ position: 'relative', width: '100%', height: Math.max(1, layout.height) }}>
        <ChartFrame
          layout={count > 0 ? frame : null}
          hatch={hatch}
          fresh={{ marks, lines: at === null ? [] : [`${names[at]} · ${windowWords}`, ...named(at)] }}
          pointed={at}
          onResize={onResize}
          surface={{
            'aria-label': `Bar chart, ${title}: ${all}${picking ? `.${CHOOSING_WORDS}` : ''}`,
            style: { cursor: picking ? 'pointer' : undefined },
            ...pointing.handlers,
          }}
        />
      </div>
    </div>
  );
});
