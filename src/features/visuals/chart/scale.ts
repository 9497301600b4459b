/** Value axes and number labels. */
import { scaleLinear } from 'd3-scale';
import type { ValueAxis } from '../../../core/dashboard/document/kinds/chart';
import { numberWords } from '../../../core/locale';

/** A short label for an axis: "15k", "1.2m". */
export function axisLabel(value: number): string {
  return numberWords(value, { most: 1, isShort: true });
}

/** The smallest and the greatest of some values; null when there is none. */
export function extentOf(values: Iterable<number | null>): readonly [number, number] | null {
  let low = Infinity;
  let high = -Infinity;
  for (const value of values) {
    if (value === null) continue;
    low = Math.min(low, value);
    high = Math.max(high, value);
  }
  return low > high ? null : [low, high];
}

/** A linear scale over values: from zero, fitted to them, or fixed; its ends are round numbers unless fixed. */
export function valueScale(
  extent: readonly [number, number] | null,
  range: readonly [number, number],
  ticks: number,
  axis: ValueAxis = { kind: 'zero' },
) {
  const scale = scaleLinear().range([...range]);
  if (axis.kind === 'fixed') {
    scale.domain([axis.low, axis.high]).clamp(true);
    return { scale, ticks: scale.ticks(ticks) };
  }
  let [low, high] = extent ?? [0, 1];
  if (axis.kind === 'zero') {
    low = Math.min(0, low);
    high = Math.max(0, high);
  }
  if (high === low) {
    high += Math.abs(high) || 1;
    if (axis.kind === 'fit') low -= Math.abs(low) || 1;
  }
  scale.domain([low, high]).nice(ticks);
  return { scale, ticks: scale.ticks(ticks) };
}
