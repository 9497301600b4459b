/** How the marks of a map are tinted and sized by their values. */
import type { Measure } from '../../../core/model/model';
import { extentOf } from '../chart/scale';

/** Steps of a tint: each is one path, so that thousands of marks are drawn at once. */
export const TINTS = 7;
const FAINTEST = 0.18;

export interface Tint {
  /** Whether it tells by how much values differ from a baseline: falls below the middle step, rises above it. */
  readonly isChange: boolean;
  /** The step of each value; null where there is none. */
  readonly steps: readonly (number | null)[];
  readonly low: number;
  readonly high: number;
}

/** Values in even steps from the smallest to the greatest; of one value alone the last step. Undefined without values. */
export function tintOf(values: readonly (number | null)[]): Tint | undefined {
  const extent = extentOf(values);
  if (!extent) return undefined;
  const [low, high] = extent;
  const step = (value: number) =>
    high === low ? TINTS - 1 : Math.min(TINTS - 1, Math.floor(((value - low) / (high - low)) * TINTS));
  return { isChange: false, steps: values.map((value) => (value === null ? null : step(value))), low, high };
}

const MIDDLE = (TINTS - 1) / 2;

/** Changes in even steps around nothing, so that falls and rises of one size look alike. Undefined without any. */
export function changeTintOf(changes: readonly (number | null)[]): Tint | undefined {
  const extent = extentOf(changes);
  if (!extent) return undefined;
  const most = Math.max(Math.abs(extent[0]), Math.abs(extent[1]));
  const step = (change: number) =>
    most === 0 ? MIDDLE : MIDDLE + Math.sign(change) * Math.round((Math.abs(change) / most) * MIDDLE);
  return {
    isChange: true,
    steps: changes.map((change) => (change === null ? null : step(change))),
    low: -most,
    high: most,
  };
}

/** Opacity of a step: fuller with the value, or away from the middle. */
export function opacityOf(step: number, isChange = false): number {
  const share = isChange ? Math.abs(step - MIDDLE) / MIDDLE : step / (TINTS - 1);
  return FAINTEST + (1 - FAINTEST) * share;
}

/** Colours of the steps: one for values; for changes that of falls, then that of rises, by what is better. */
export function tintColours(
  isChange: boolean,
  direction: Measure['direction'],
  colours: { readonly own: string; readonly better: string; readonly worse: string; readonly other: string },
): string[] {
  const sides = {
    more: [colours.worse, colours.better],
    less: [colours.better, colours.worse],
    neither: [colours.other, colours.own],
  }[direction] as [string, string];
  return Array.from({ length: TINTS }, (_, step) => (isChange ? sides[step < MIDDLE ? 0 : 1] : colours.own));
}

export const LEAST_RADIUS = 4;
export const MOST_RADIUS = 18;

/** Radii in pixels, so that areas of circles are as their values; what is not above zero is as small as can be seen. */
export function radiiOf(values: readonly (number | null)[]): (number | null)[] {
  const most = Math.max(0, ...values.map((value) => value ?? 0));
  return values.map((value) =>
    value === null
      ? null
      : most === 0
        ? LEAST_RADIUS
        : Math.max(LEAST_RADIUS, MOST_RADIUS * Math.sqrt(Math.max(0, value) / most)),
  );
}
