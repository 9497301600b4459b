/** The marks of lying bars, one path a series, with the figures beside them. */
import { scaleLinear } from 'd3-scale';
import type { Chart } from '../../../core/dashboard/document/visuals';
import { role } from '../../../theme/roles';
import { PALE } from '../ChoiceBands';
import { onlyChosen } from '../picking';
import { toneOf } from '../../../core/dashboard/turn/comparing/words';
import { TONE_FILLS } from '../comparing/tones';
import { totalsOf, type BesideSeries } from './beside';
import { partsByColour, type DrawnSeries } from './chartLayout';
import { basesOf } from './columnLayout';
import type { PlotArea } from './frame';
import type { LyingLayout } from './lyingLayout';

type Values = readonly (number | null)[];

/** Figures are written where bars are at least so thick. */
const LEAST_WRITTEN = 9;

interface MarksProps {
  readonly visual: Chart;
  readonly series: readonly DrawnSeries[];
  /** What they are compared with. */
  readonly beside: readonly BesideSeries[];
  readonly layout: LyingLayout;
  readonly plot: PlotArea;
  readonly width: number;
  readonly chosen: ReadonlySet<number> | null;
  /** By series: what marks chosen elsewhere keep. */
  readonly kept: readonly Values[] | undefined;
  readonly swept: { readonly first: number; readonly last: number } | null;
}

export function LyingMarks({ visual, series, beside, layout, plot, width, chosen, kept, swept }: MarksProps) {
  const { row, bar, isStacked, figures, showsFigures, frame } = layout;
  const scale = scaleLinear([...frame.left.domain], [plot.x, plot.x + plot.width]).clamp(true);
  const zero = scale(0);
  const { base } = basesOf(visual, series);
  const topOf = (i: number, s: number) => plot.y + i * row + 4 + (isStacked ? 0 : s * bar);
  const pathOf = (entry: DrawnSeries, s: number, values: Values) => {
    const bases = base(entry);
    return values
      .map((value, i) => {
        if (value === null) return '';
        const from = isStacked ? (bases[i] ?? 0) : 0;
        return `M${scale(from).toFixed(1)} ${topOf(i, s).toFixed(1)}H${scale(from + value).toFixed(1)}v${bar.toFixed(1)}H${scale(from).toFixed(1)}Z`;
      })
      .join('');
  };
  const lit = chosen ? series.map((entry) => onlyChosen(entry.values, chosen)) : kept;
  const bars = (valuesOf: (entry: DrawnSeries, s: number) => Values) =>
    series.flatMap((entry, s) =>
      partsByColour(entry, valuesOf(entry, s)).map((part) => (
        <path
          key={`${entry.measure} ${entry.name} ${part.colour}`}
          d={pathOf(entry, s, part.values)}
          fill={part.colour}
          data-mark="bars"
        />
      )),
    );
  return (
    <g>
      {swept && (
        <rect
          x="0"
          width={width}
          y={plot.y + swept.first * row}
          height={(swept.last - swept.first + 1) * row}
          fill={role.choiceTint}
          data-mark="sweep"
        />
      )}
      <g opacity={lit ? PALE : undefined} data-pale={lit ? true : undefined}>
        {bars((entry) => entry.values)}
      </g>
      {lit && <g data-lit>{bars((_, s) => lit[s] ?? [])}</g>}
      <BaselineTicks
        series={series}
        beside={beside}
        isStacked={isStacked}
        bar={bar}
        scale={scale}
        topOf={topOf}
      />
      <line x1={zero} x2={zero} y1={plot.y} y2={plot.y + plot.height} stroke={role.quiet} />
      {showsFigures && bar >= LEAST_WRITTEN && (
        <Figures
          figures={figures}
          series={series}
          beside={beside}
          chosen={chosen}
          scale={scale}
          middleOf={(i, s) => topOf(i, s) + bar / 2}
        />
      )}
    </g>
  );
}

/** Figures at the ends of bars, beyond the marks of baselines too, in the colour of better and worse. */
function Figures({
  figures,
  series,
  beside,
  chosen,
  scale,
  middleOf,
}: {
  figures: LyingLayout['figures'];
  series: readonly DrawnSeries[];
  beside: readonly BesideSeries[];
  chosen: ReadonlySet<number> | null;
  scale: (value: number) => number;
  middleOf: (place: number, series: number) => number;
}) {
  const endOf = (i: number, s: number) =>
    Math.max(
      ...[0, series[s]?.values[i] ?? 0, ...beside.map((baseline) => baseline.series[s]?.[i] ?? 0)].map(scale),
    );
  const toneAt = (i: number, s: number) => {
    const [first] = beside;
    const entry = series[s];
    if (!first || !entry) return undefined;
    return toneOf(entry.unit.direction, entry.values[i] ?? null, first.series[s]?.[i] ?? null);
  };
  return (
    <g fontSize="11" fill={role.quiet}>
      {figures.map((texts, i) =>
        texts.map((text, s) => (
          <text
            key={`${i} ${s}`}
            x={endOf(i, s) + 6}
            y={middleOf(i, s) + 4}
            fontWeight={chosen?.has(i) ? 700 : undefined}
            data-tone={toneAt(i, s)}
            fill={TONE_FILLS[toneAt(i, s) ?? 'neither']}
          >
            {text}
          </text>
        )),
      )}
    </g>
  );
}

/** Where baselines are: a stroke across each bar. */
function BaselineTicks({
  series,
  beside,
  isStacked,
  bar,
  scale,
  topOf,
}: {
  series: readonly DrawnSeries[];
  beside: readonly BesideSeries[];
  isStacked: boolean;
  /** Height of a bar in pixels. */
  bar: number;
  scale: (value: number) => number;
  /** Upper edge of a row's bar of a series, in pixels. */
  topOf: (row: number, series: number) => number;
}) {
  return (
    <>
      {beside.map((baseline) => (
        <g key={`${baseline.label} ${baseline.days}`} data-mark="baselines">
          {(isStacked ? [totalsOf(baseline.series)] : baseline.series).map((values, s) => {
            const ticks = values
              .map((value, i) =>
                value === null
                  ? ''
                  : `M${scale(value).toFixed(1)} ${(topOf(i, s) - 2).toFixed(1)}v${(bar + 4).toFixed(1)}`,
              )
              .join('');
            return (
              <g key={series[s]?.name} fill="none">
                <path d={ticks} stroke={role.surface} strokeWidth="4" />
                <path
                  d={ticks}
                  stroke={isStacked ? role.ink : series[s]?.colour}
                  strokeWidth="2"
                  // One alone needs no pattern, which short strokes would hide.
                  strokeDasharray={beside.length > 1 ? baseline.dash : undefined}
                  data-mark="baseline"
                />
              </g>
            );
          })}
        </g>
      ))}
    </>
  );
}
