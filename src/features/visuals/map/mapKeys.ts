/** What keys mean on a map. */
import { ZOOM_STEP } from './camera';

export type Direction = 'left' | 'right' | 'up' | 'down';

const DIRECTIONS: ReadonlyMap<string, Direction> = new Map([
  ['ArrowLeft', 'left'],
  ['ArrowRight', 'right'],
  ['ArrowUp', 'up'],
  ['ArrowDown', 'down'],
]);

/** Pixels that a key moves the map by: to the other side than one looks. */
const PAN = 60;
const PANS: Readonly<Record<Direction, readonly [number, number]>> = {
  left: [PAN, 0],
  right: [-PAN, 0],
  up: [0, PAN],
  down: [0, -PAN],
};

type MapAction =
  | { readonly kind: 'move'; readonly dx: number; readonly dy: number }
  | { readonly kind: 'next'; readonly direction: Direction }
  | { readonly kind: 'zoom'; readonly factor: number }
  | { readonly kind: 'whole' | 'ask' | 'choose' | 'let go' };

const ACTIONS: ReadonlyMap<string, MapAction> = new Map<string, MapAction>([
  ['+', { kind: 'zoom', factor: ZOOM_STEP }],
  ['=', { kind: 'zoom', factor: ZOOM_STEP }],
  ['-', { kind: 'zoom', factor: 1 / ZOOM_STEP }],
  ['Home', { kind: 'whole' }],
  ['Enter', { kind: 'choose' }],
  [' ', { kind: 'choose' }],
  ['Escape', { kind: 'let go' }],
]);

/** What a key does; undefined for those that mean nothing here. */
export function actionOf({ key, shiftKey }: { key: string; shiftKey: boolean }): MapAction | undefined {
  const direction = DIRECTIONS.get(key);
  if (direction !== undefined) {
    const [dx, dy] = PANS[direction];
    return shiftKey ? { kind: 'move', dx, dy } : { kind: 'next', direction };
  }
  if (key === 'Enter' && shiftKey) return { kind: 'ask' };
  return ACTIONS.get(key);
}
