/** The marks of baselines beside those of a standing chart: thinner and paler, a dash pattern for each. */
import { Fragment } from 'react';
import { role } from '../../../theme/roles';
import { totalsOf, type BesideSeries } from './beside';
import type { DrawnSeries } from './chartLayout';
import { linePath, stepPath } from './chartMarks';
import { barPlace } from './SeriesMark';

type Scale = (value: number) => number;

export function BesideMarks({
  beside,
  series,
  stacked,
  x,
  slot,
  y,
}: {
  beside: readonly BesideSeries[];
  series: readonly DrawnSeries[];
  /** Those that stand on each other: they are compared as a whole. */
  stacked: readonly DrawnSeries[];
  x: (i: number) => number;
  slot: number;
  y: Readonly<Record<'left' | 'right', Scale>>;
}) {
  const bars = series.filter((entry) => entry.mark === 'bar');
  return (
    <g data-mark="baselines">
      {beside.map((baseline) => {
        const totals = totalsOf(baseline.series.filter((_, s) => stacked.includes(series[s]!)));
        return (
          <Fragment key={`${baseline.label} ${baseline.days}`}>
            {stacked.length > 0 && (
              <path
                d={stepPath(totals, (i) => x(i) - slot / 2, slot, y[stacked[0]!.axis])}
                fill="none"
                stroke={role.ink}
                strokeWidth="1.25"
                strokeDasharray={baseline.dash}
                data-mark="baseline"
              />
            )}
            {series.map((entry, s) => {
              if (stacked.includes(entry)) return null;
              const values = baseline.series[s] ?? [];
              const stroke = { fill: 'none', stroke: entry.colour, strokeDasharray: baseline.dash } as const;
              if (entry.mark !== 'bar')
                return (
                  <path
                    key={`${entry.measure} ${entry.name}`}
                    d={linePath(values, x, y[entry.axis])}
                    {...stroke}
                    strokeWidth="1.25"
                    opacity="0.8"
                    data-mark="baseline"
                  />
                );
              const { left, width } = barPlace(slot, { at: bars.indexOf(entry), of: bars.length }, x);
              const ticks = stepPath(values, (i) => left(i) - 2, width + 4, y[entry.axis], false);
              return (
                <Fragment key={`${entry.measure} ${entry.name}`}>
                  <path d={ticks} fill="none" stroke={role.surface} strokeWidth="4" />
                  <path
                    d={ticks}
                    {...stroke}
                    // One alone needs no pattern, which short strokes would hide.
                    strokeDasharray={beside.length > 1 ? baseline.dash : undefined}
                    strokeWidth="2"
                    data-mark="baseline"
                  />
                </Fragment>
              );
            })}
          </Fragment>
        );
      })}
    </g>
  );
}
