import { act, fireEvent, screen } from '@testing-library/react';
import { testRow } from '../../core/cube/testing';
import { line, timeline } from '../../core/dashboard/document/testing';
import { documentOf } from '../../core/dashboard/wiring/testing';
import { openDashboard, showIn } from '../workspace/testing';
import { AlmanacStrip } from './AlmanacStrip';
import { LANE, NAMES } from './stripView';

/** Data on days 0 to 9 and 20 to 29 of 1970. */
const ROWS = Array.from({ length: 20 }, (_, i) => testRow(i < 10 ? i : i + 10));
/** Pixels of the page of which jsdom says that it is wide. */
const INNER = 640 - NAMES - 28;

async function strip() {
  const dashboard = await openDashboard(documentOf(timeline('span'), line('sea')), ROWS);
  showIn(dashboard, <AlmanacStrip />);
  return screen.getByRole('img', { name: /^Coverage of/ });
}
const seen = () => /measures?, (.*)\. Arrows/.exec(screen.getByRole('img').getAttribute('aria-label')!)![1]!;
/** Clicks the place of a day in the first lane. */
function press(element: Element, day: number, more = {}) {
  const at = { clientX: NAMES + ((day + 0.5) / 30) * INNER, clientY: 16 + LANE / 2, ...more };
  fireEvent.pointerDown(element, at);
  fireEvent.pointerUp(element, at);
}

test('all days with data are in view at first', async () => {
  await strip();
  expect(seen()).toBe('1–30 Jan 1970');
});

test('a day is told: with data, in a hole, and under the names nothing', async () => {
  const element = await strip();
  press(element, 3);
  expect(screen.getByRole('status').textContent).toContain('Sun 4 Jan 1970 has data');
  press(element, 14);
  expect(screen.getByRole('status').textContent).toContain('No data 11–20 Jan 1970 (10 days)');
  press(element, 14, { clientX: NAMES - 5 });
  expect(screen.queryByRole('status')).toBeNull();
});

test('what is told goes by its button and by Escape', async () => {
  const element = await strip();
  press(element, 3);
  fireEvent.click(screen.getByRole('button', { name: 'Close' }));
  expect(screen.queryByRole('status')).toBeNull();
  press(element, 3);
  fireEvent.keyDown(element, { key: 'Escape' });
  expect(screen.queryByRole('status')).toBeNull();
});

test('keys zoom, move within the days, and show everything again', async () => {
  const element = await strip();
  fireEvent.keyDown(element, { key: '+' });
  const near = seen();
  expect(near).not.toBe('1–30 Jan 1970');
  fireEvent.keyDown(element, { key: 'ArrowLeft' });
  fireEvent.keyDown(element, { key: 'ArrowLeft' });
  expect(seen()).toMatch(/^1–/);
  fireEvent.keyDown(element, { key: 'ArrowRight' });
  expect(seen()).not.toMatch(/^1–/);
  fireEvent.keyDown(element, { key: '-' });
  fireEvent.keyDown(element, { key: '-' });
  expect(seen()).toBe('1–30 Jan 1970');
  fireEvent.keyDown(element, { key: '=' });
  fireEvent.keyDown(element, { key: 'Home' });
  expect(seen()).toBe('1–30 Jan 1970');
});

test('a drag moves a zoomed view and tells nothing; a double click zooms where it is', async () => {
  const element = await strip();
  fireEvent.doubleClick(element, { clientX: NAMES });
  expect(seen()).toMatch(/^1–1[56] Jan/);
  fireEvent.pointerDown(element, { clientX: 400, clientY: 20 });
  fireEvent.pointerMove(element, { clientX: 300, clientY: 20 });
  fireEvent.pointerUp(element, { clientX: 300, clientY: 20 });
  expect(seen()).not.toMatch(/^1–/);
  expect(screen.queryByRole('status')).toBeNull();
  fireEvent.doubleClick(element, { clientX: NAMES, shiftKey: true });
  expect(seen()).toBe('1–30 Jan 1970');
});

test('a wheel with Ctrl zooms, sideways it moves, up and down it is left to the page', async () => {
  const element = await strip();
  expect(fireEvent.wheel(element, { deltaY: 100 })).toBe(true);
  expect(seen()).toBe('1–30 Jan 1970');
  act(() => void fireEvent.wheel(element, { deltaY: -400, ctrlKey: true, clientX: NAMES }));
  expect(seen()).toMatch(/^1–(?!30)/);
  expect(fireEvent.wheel(element, { deltaX: 300 })).toBe(false);
  expect(seen()).not.toMatch(/^1–/);
});

test('it folds away and comes back', async () => {
  await strip();
  fireEvent.click(screen.getByRole('button', { name: 'Fold the almanac strip' }));
  expect(screen.queryByRole('img')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Unfold the almanac strip' }));
  expect(screen.getByRole('img')).toBeTruthy();
});
