/** Names of the series of a chart, each with a piece of its mark. */
import type { DrawnSeries } from './chartLayout';
import type { BesideSeries } from './beside';
import { role } from '../../../theme/roles';

/** Height of the line of names with the gap under it; one series needs none. */
export const legendHeight = (series: readonly unknown[]) => (series.length > 1 ? 28 : 0);

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

export function SeriesNames({ series, twoAxes }: { series: readonly NamedSeries[]; twoAxes: boolean }) {
  return (
    <ul
      aria-label="Series"
      style={{
        listStyle: 'none',
        margin: 0,
        padding: 0,
        height: 20,
        display: 'flex',
        gap: 12,
        overflow: 'hidden',
        fontSize: 12,
        color: role.quiet,
        whiteSpace: 'nowrap',
      }}
    >
      {series.map((entry) => (
        <li
          key={`${entry.measure} ${entry.name}`}
          style={{ display: 'flex', alignItems: 'center', gap: 5, minWidth: 0 }}
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
