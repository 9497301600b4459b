/** Marks of charts as paths: one path a series, whatever the number of values. */

export type Values = readonly (number | null)[];
type Place = (i: number) => number;
type Scale = (value: number) => number;

const at = (x: number, y: number) => `${x.toFixed(1)} ${y.toFixed(1)}`;

/** Marks are cut at the first bucket that is not final: the sure part, and the provisional one, which begins where it ends. */
export function split(values: Values, provisionalFrom: number | null): { sure: Values; provisional: Values } {
  if (provisionalFrom === null) return { sure: values, provisional: [] };
  return {
    sure: values.map((value, i) => (i < provisionalFrom ? value : null)),
    provisional: values.map((value, i) => (i >= provisionalFrom - 1 ? value : null)),
  };
}

/** The line as one path, broken where there is no value; a value alone is a short stroke. */
export function linePath(values: Values, x: Place, y: Scale): string {
  let path = '';
  values.forEach((value, i) => {
    if (value === null) return;
    const joins = i > 0 && values[i - 1] != null;
    const alone = !joins && (i + 1 >= values.length || values[i + 1] == null);
    path += alone ? `M${at(x(i), y(value))}h.01` : `${joins ? 'L' : 'M'}${at(x(i), y(value))}`;
  });
  return path;
}

/** Strokes over the gaps of a line, from the value before to the one after. */
export function bridgePath(values: Values, x: Place, y: Scale): string {
  let path = '';
  let before = -1;
  values.forEach((value, i) => {
    if (value === null) return;
    if (before >= 0 && i - before > 1) path += `M${at(x(before), y(values[before]!))}L${at(x(i), y(value))}`;
    before = i;
  });
  return path;
}

/** The area between values and what they stand on (zero, or the series below). */
export function areaPath(values: Values, base: readonly number[], x: Place, y: Scale): string {
  let path = '';
  let from = -1;
  const close = (to: number) => {
    if (from < 0) return;
    for (let i = from; i <= to; i++) path += `${i === from ? 'M' : 'L'}${at(x(i), y(base[i]! + values[i]!))}`;
    for (let i = to; i >= from; i--) path += `L${at(x(i), y(base[i]!))}`;
    path += 'Z';
    from = -1;
  };
  values.forEach((value, i) => {
    if (value === null) close(i - 1);
    else if (from < 0) from = i;
  });
  close(values.length - 1);
  return path;
}

/**
 * A level stroke at each value, `width` wide, its left end at `x`; neighbours are joined to an outline of steps where
 * `joined`.
 */
export function stepPath(values: Values, x: Place, width: number, y: Scale, joined = true): string {
  let path = '';
  values.forEach((value, i) => {
    if (value === null) return;
    const follows = joined && i > 0 && values[i - 1] != null;
    path += `${follows ? 'L' : 'M'}${at(x(i), y(value))}h${width.toFixed(1)}`;
  });
  return path;
}

/** Standing bars, `width` wide, their left edges at `x`. */
export function barsPath(values: Values, base: readonly number[], x: Place, width: number, y: Scale): string {
  let path = '';
  values.forEach((value, i) => {
    if (value === null) return;
    const left = x(i).toFixed(1);
    path += `M${left} ${y(base[i]!).toFixed(1)}V${y(base[i]! + value).toFixed(1)}h${width.toFixed(1)}V${y(base[i]!).toFixed(1)}Z`;
  });
  return path;
}

/** What each series of a stack stands on: the sum of those before it, rising and falling values apart. */
export function stackBases(series: readonly Values[]): number[][] {
  const length = series[0]?.length ?? 0;
  const up = new Array<number>(length).fill(0);
  const down = new Array<number>(length).fill(0);
  return series.map((values) =>
    values.map((value, i) => {
      const side = (value ?? 0) < 0 ? down : up;
      const base = side[i]!;
      side[i] = base + (value ?? 0);
      return base;
    }),
  );
}

/** The heights that stacked series reach. */
export function stackExtent(series: readonly Values[], bases: readonly (readonly number[])[]): number[] {
  return series.flatMap((values, s) => values.map((value, i) => bases[s]![i]! + (value ?? 0)));
}
