/** Names of the series of a chart, each with a piece of its mark. */
import type { DrawnSeries } from './chartLayout';
import type { BesideSeries } from './beside';
import { textWidth } from '../textWidth';
import { role } from '../../../theme/roles';

const LINE = 20;
const GAP = 8;
const FONT = 12;
/** Room of the piece of a mark before a name, and between two names. */
const SIGN = 21;
const BETWEEN = 12;
/** More lines than this are cut: the chart needs its room. */
const MOST_LINES = 3;

/** Height of the names in so much width, with the gap under them; a series alone needs none. */
export function legendHeight(names: readonly string[], width: number): number {
  if (names.length < 2) return 0;
  let lines = 1;
  let used = 0;
  for (const name of names) {
    const wanted = Math.min(width, SIGN + textWidth(name, FONT) + BETWEEN);
    if (used > 0 && used + wanted > width) {
      lines++;
      used = 0;
    }
    used += wanted;
  }
  return Math.min(MOST_LINES, lines) * LINE + GAP;
}

export interface NamedSeries extends Pick<
  DrawnSeries,
  'name' | 'measure' | 'mark' | 'colour' | 'dash' | 'axis'
> {
  /** A baseline: its line stands for those of all series. */
  readonly isBaseline?: boolean;
}

/** The names above a chart: of its series, then of what they are compared with, each with its days. */
export const namesInLegend = (
  series: readonly DrawnSeries[],
  beside: readonly BesideSeries[],
): NamedSeries[] => [
  ...series.map(({ name, measure, mark, colour, dash, axis }) => ({
    name,
    measure,
    mark,
    colour,
    dash,
    axis,
  })),
  ...beside.map(({ label, days, dash }, b) => ({
    name: `${label}: ${days}`,
    measure: -1 - b,
    mark: 'line' as const,
    colour: series.length === 1 ? series[0]!.colour : role.quiet,
    dash,
    axis: 'left' as const,
    isBaseline: true,
  })),
];

export function SeriesNames({
  series,
  twoAxes,
  height,
}: {
  series: readonly NamedSeries[];
  twoAxes: boolean;
  /** Of all lines with the gap under them. */
  height: number;
}) {
  return (
    <ul
      aria-label="Series"
      style={{
        listStyle: 'none',
        margin: 0,
        padding: 0,
        height: height - GAP,
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: BETWEEN,
        lineHeight: `${LINE}px`,
        overflow: 'hidden',
        fontSize: FONT,
        color: role.quiet,
        whiteSpace: 'nowrap',
      }}
    >
      {series.map((entry) => (
        <li
          key={`${entry.measure} ${entry.name}`}
          style={{
            display: 'flex',
            alignItems: 'center',
            gap: 5,
            minWidth: 0,
            maxWidth: '100%',
            height: LINE,
          }}
        >
          <svg width="16" height="10" aria-hidden="true" style={{ flex: 'none' }}>
            {entry.mark === 'line' ? (
              <line
                x1="0"
                x2="16"
                y1="5"
                y2="5"
                stroke={entry.colour}
                strokeWidth={entry.isBaseline ? 1.5 : 2.5}
                strokeDasharray={entry.dash}
              />
            ) : (
              <rect width="16" height="10" fill={entry.colour} opacity={entry.mark === 'area' ? 0.45 : 1} />
            )}
          </svg>
          <span style={{ overflow: 'hidden', textOverflow: 'ellipsis' }} title={entry.name}>
            {entry.name}
            {twoAxes && !entry.isBaseline && (entry.axis === 'right' ? ' (right)' : ' (left)')}
          </span>
        </li>
      ))}
    </ul>
  );
}
