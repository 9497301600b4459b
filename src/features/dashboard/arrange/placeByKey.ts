import { GRID_COLUMNS, type Place } from '../../../core/dashboard/document/document';

/** Columns and rows by which an arrow key goes. */
const STEPS = new Map<string, readonly [columns: number, rows: number]>([
  ['ArrowLeft', [-1, 0]],
  ['ArrowRight', [1, 0]],
  ['ArrowUp', [0, -1]],
  ['ArrowDown', [0, 1]],
]);

/**
 * The place that an arrow key leads to, one column or row further, within the grid: moved, or (with `isSized`) with its
 * lower right corner moved, never smaller than `least`. Undefined for other keys.
 */
export function placeByKey(
  place: Place,
  key: string,
  isSized: boolean,
  least: Pick<Place, 'w' | 'h'>,
): Place | undefined {
  const step = STEPS.get(key);
  if (!step) return undefined;
  const [columns, rows] = step;
  if (isSized)
    return {
      ...place,
      w: Math.max(least.w, Math.min(GRID_COLUMNS - place.x, place.w + columns)),
      h: Math.max(least.h, place.h + rows),
    };
  return {
    ...place,
    x: Math.max(0, Math.min(GRID_COLUMNS - place.w, place.x + columns)),
    y: Math.max(0, place.y + rows),
  };
}
