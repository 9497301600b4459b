/** The marks of a standing chart, one path a series, with what is chosen, swept over and asked for. */
import { scaleLinear } from 'd3-scale';
import type { Chart } from '../../../core/dashboard/document/visuals';
import { bracketPath } from '../../../theme/marks';
import { role } from '../../../theme/roles';
import { ChosenBand, PALE, SweepBand } from '../ChoiceBands';
import { onlyChosen } from '../picking';
import { BesideMarks } from './BesideMarks';
import type { BesideSeries } from './beside';
import { partsByColour, type DrawnSeries } from './chartLayout';
import { basesOf } from './columnLayout';
import type { FrameScale, PlotArea } from './frame';
import { SeriesMark } from './SeriesMark';

type Values = readonly (number | null)[];

export interface ColumnMarksProps {
  readonly visual: Chart;
  readonly series: readonly DrawnSeries[];
  /** What they are compared with. */
  readonly beside: readonly BesideSeries[];
  readonly plot: PlotArea;
  readonly count: number;
  readonly left: FrameScale;
  readonly right: FrameScale | null;
  /** Whether it goes along time: its window then has brackets. */
  readonly overTime: boolean;
  readonly chosen: ReadonlySet<number> | null;
  /** By series: what marks chosen elsewhere keep. */
  readonly kept: readonly Values[] | undefined;
  readonly swept: { readonly first: number; readonly last: number } | null;
  /** Holidays and events by place; none where they are not marked. */
  readonly events: readonly (string | null)[];
}

const heightOf = (scale: FrameScale, plot: PlotArea) =>
  scaleLinear([...scale.domain], [plot.y + plot.height, plot.y]).clamp(true);

export function ColumnMarks(props: ColumnMarksProps) {
  const { visual, series, beside, plot, count, left, right, overTime, chosen, kept, swept, events } = props;
  const slot = plot.width / Math.max(1, count);
  const x = (i: number) => plot.x + (i + 0.5) * slot;
  const y = { left: heightOf(left, plot), right: heightOf(right ?? left, plot) };
  const floor = plot.y + plot.height;
  const { base, stacked } = basesOf(visual, series);
  const bars = series.filter((entry) => entry.mark === 'bar');
  const lit = chosen ? series.map((entry) => onlyChosen(entry.values, chosen)) : kept;
  const mark = (entry: DrawnSeries, values: Values) => {
    // Lines are of one colour; bars may have that of their place.
    const parts =
      entry.mark === 'bar' || entry.mark === 'stacked'
        ? partsByColour(entry, values)
        : [{ ...entry, values }];
    return parts.map((part) => (
      <SeriesMark
        key={`${entry.measure} ${entry.name} ${part.colour}`}
        series={part}
        base={base(entry)}
        x={x}
        slot={slot}
        bar={{ at: bars.indexOf(entry), of: bars.length }}
        y={y[entry.axis]}
      />
    ));
  };
  return (
    <g>
      {overTime && (
        <path
          d={`${bracketPath('start', plot.x, plot.y - 6, floor + 4)}${bracketPath('end', plot.x + plot.width, plot.y - 6, floor + 4)}`}
          fill="none"
          stroke={role.time}
          strokeWidth="2"
        />
      )}
      {chosen && <ChosenBand chosen={chosen} left={plot.x} slot={slot} top={plot.y} floor={floor} />}
      {events.some((words) => words !== null) && (
        <path
          d={events
            .map((words, i) =>
              words === null
                ? ''
                : `M${x(i).toFixed(1)} ${(floor - 7).toFixed(1)}l3.5 3.5l-3.5 3.5l-3.5 -3.5Z`,
            )
            .join('')}
          fill={role.time}
          data-mark="special days"
        />
      )}
      {swept && (
        <SweepBand
          x={plot.x + swept.first * slot}
          width={(swept.last - swept.first + 1) * slot}
          top={plot.y}
          floor={floor}
        />
      )}
      <g opacity={lit ? PALE : undefined} data-pale={lit ? true : undefined}>
        {series.map((entry) => mark(entry, entry.values))}
      </g>
      <BesideMarks beside={beside} series={series} stacked={stacked} x={x} slot={slot} y={y} />
      {lit && <g data-lit>{series.map((entry, s) => mark(entry, lit[s] ?? []))}</g>}
    </g>
  );
}
