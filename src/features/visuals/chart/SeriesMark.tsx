/** The mark of one series: a line, an area, or bars; what is not final is drawn dotted or lighter. */
import type { DrawnSeries } from './chartLayout';
import { areaPath, barsPath, bridgePath, linePath, split } from './chartMarks';

/** Share of a slot that its bars take. */
const FULL = 0.78;

/** Which of how many bars side by side. */
interface BarOf {
  readonly at: number;
  readonly of: number;
}
const ALONE: BarOf = { at: 0, of: 1 };

/** Where a bar stands in the slot of its place: its left edge and its width. */
export function barPlace(slot: number, { at, of }: BarOf, x: (i: number) => number) {
  const width = Math.max(0.8, (slot * FULL) / Math.max(1, of));
  return { width, left: (i: number) => x(i) - (slot * FULL) / 2 + at * width };
}

export function SeriesMark({
  series,
  base,
  x,
  slot,
  bar,
  y,
}: {
  series: DrawnSeries;
  /** What each value stands on. */
  base: readonly number[];
  x: (i: number) => number;
  /** Width of a place along the axis. */
  slot: number;
  bar: BarOf;
  y: (value: number) => number;
}) {
  const { sure, provisional } = split(series.values, series.provisionalFrom);
  const { colour } = series;
  if (series.mark === 'line') {
    const stroke = {
      fill: 'none',
      stroke: colour,
      strokeWidth: 2,
      strokeLinejoin: 'round',
      strokeLinecap: 'round',
    } as const;
    return (
      <>
        {series.unit.missing === 'dash' && (
          <path d={bridgePath(series.values, x, y)} {...stroke} strokeWidth={1} strokeDasharray="4 4" />
        )}
        <path d={linePath(sure, x, y)} {...stroke} strokeDasharray={series.dash} data-mark="line" />
        {provisional.length > 0 && (
          <path
            d={linePath(provisional, x, y)}
            {...stroke}
            strokeDasharray="0.5 4.5"
            data-mark="provisional"
          />
        )}
      </>
    );
  }
  if (series.mark === 'area') {
    const top = series.values.map((value, i) => (value === null ? null : base[i]! + value));
    return (
      <>
        <path d={areaPath(series.values, base, x, y)} fill={colour} opacity="0.45" data-mark="area" />
        <path
          d={linePath(split(top, series.provisionalFrom).sure, x, y)}
          fill="none"
          stroke={colour}
          strokeWidth="1.5"
        />
        {provisional.length > 0 && (
          <path
            d={linePath(split(top, series.provisionalFrom).provisional, x, y)}
            fill="none"
            stroke={colour}
            strokeWidth="2"
            strokeLinecap="round"
            strokeDasharray="0.5 4.5"
            data-mark="provisional"
          />
        )}
      </>
    );
  }
  const { left, width } = barPlace(slot, series.mark === 'bar' ? bar : ALONE, x);
  const from = series.provisionalFrom;
  const later = from === null ? [] : series.values.map((value, i) => (i >= from ? value : null));
  return (
    <>
      <path d={barsPath(sure, base, left, width, y)} fill={colour} data-mark="bars" />
      {later.length > 0 && (
        <path
          d={barsPath(later, base, left, width, y)}
          fill={colour}
          fillOpacity="0.35"
          stroke={colour}
          strokeDasharray="1 2"
          data-mark="provisional"
        />
      )}
    </>
  );
}
