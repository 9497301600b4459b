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

interface MarkProps {
  readonly series: DrawnSeries;
  /** What each value stands on. */
  readonly base: readonly number[];
  readonly x: (i: number) => number;
  /** Width of a place along the axis. */
  readonly slot: number;
  readonly bar: BarOf;
  readonly y: (value: number) => number;
}

export function SeriesMark(props: MarkProps) {
  switch (props.series.mark) {
    case 'line':
      return <Line {...props} />;
    case 'area':
      return <Area {...props} />;
    default:
      return <Bars {...props} />;
  }
}

/** Dots along what is not final. */
const DOTTED = { strokeLinecap: 'round', strokeDasharray: '0.5 4.5', 'data-mark': 'provisional' } as const;

function Line({ series, x, y }: MarkProps) {
  const { sure, provisional } = split(series.values, series.provisionalFrom);
  const stroke = {
    fill: 'none',
    stroke: series.colour,
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
      {provisional.length > 0 && <path d={linePath(provisional, x, y)} {...stroke} {...DOTTED} />}
    </>
  );
}

function Area({ series, base, x, y }: MarkProps) {
  const { colour } = series;
  const top = series.values.map((value, i) => (value === null ? null : base[i]! + value));
  const { sure, provisional } = split(top, series.provisionalFrom);
  return (
    <>
      <path d={areaPath(series.values, base, x, y)} fill={colour} opacity="0.45" data-mark="area" />
      <path d={linePath(sure, x, y)} fill="none" stroke={colour} strokeWidth="1.5" />
      {provisional.length > 0 && (
        <path d={linePath(provisional, x, y)} fill="none" stroke={colour} strokeWidth="2" {...DOTTED} />
      )}
    </>
  );
}

function Bars({ series, base, x, slot, bar, y }: MarkProps) {
  const { colour, provisionalFrom: from } = series;
  const { sure } = split(series.values, from);
  const { left, width } = barPlace(slot, series.mark === 'bar' ? bar : ALONE, x);
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
