import { ZOOM_STEP } from './camera';
import { actionOf } from './mapKeys';

const pressed = (key: string, shiftKey = false) => actionOf({ key, shiftKey });

test('arrows go on to the next mark, with Shift they move the map under the eye', () => {
  expect(pressed('ArrowLeft')).toEqual({ kind: 'next', direction: 'left' });
  expect(pressed('ArrowDown')).toEqual({ kind: 'next', direction: 'down' });
  expect(pressed('ArrowLeft', true)).toEqual({ kind: 'move', dx: 60, dy: 0 });
  expect(pressed('ArrowRight', true)).toEqual({ kind: 'move', dx: -60, dy: 0 });
  expect(pressed('ArrowUp', true)).toEqual({ kind: 'move', dx: 0, dy: 60 });
  expect(pressed('ArrowDown', true)).toEqual({ kind: 'move', dx: 0, dy: -60 });
});

test('plus and minus zoom by the same step to and fro', () => {
  for (const key of ['+', '=']) expect(pressed(key)).toEqual({ kind: 'zoom', factor: ZOOM_STEP });
  expect(pressed('-')).toEqual({ kind: 'zoom', factor: 1 / ZOOM_STEP });
});

test('Enter and Space choose, Shift and Enter ask, Escape lets go, Home shows everything', () => {
  expect(pressed('Enter')).toEqual({ kind: 'choose' });
  expect(pressed(' ')).toEqual({ kind: 'choose' });
  expect(pressed('Enter', true)).toEqual({ kind: 'ask' });
  expect(pressed('Escape')).toEqual({ kind: 'let go' });
  expect(pressed('Home')).toEqual({ kind: 'whole' });
});

test('other keys are left to the page', () => {
  for (const key of ['a', 'Tab', 'PageDown', 'toString']) expect(pressed(key)).toBeUndefined();
});
