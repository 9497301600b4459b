/** Value axes and number labels. */
import { scaleLinear } from 'd3-scale';

const compact = new Intl.NumberFormat('en', { notation: 'compact', maximumFractionDigits: 1 });

/** A short label for an axis: "15k", "1.2m". */
export function axisLabel(value: number): string {
  return compact.format(value).toLowerCase();
}

/** A linear scale that begins at zero (or below, for negative values) and ends at a round number. */
export function valueScale(
  values: readonly (number | null)[],
  range: readonly [number, number],
  ticks: number,
) {
  let low = 0;
  let high = 0;
  for (const value of values) {
    if (value === null) continue;
    low = Math.min(low, value);
    high = Math.max(high, value);
  }
  const scale = scaleLinear()
    .domain([low, high > low ? high : low + 1])
    .range([...range])
    .nice(ticks);
  return { scale, ticks: scale.ticks(ticks) };
}
