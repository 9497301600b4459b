/** A timeline as readers use it: tiles by pointer, the window by keys, coarser and finer levels. */
import { fireEvent, screen } from '@testing-library/react';
import { press, withNumbersOf } from '../../ui/testing';
import { fresh } from '../testing';

// Rows lie from 11 January to 19 February 1970; today is 2 March.
withNumbersOf('en-GB');

const timeline = (change: object = {}) =>
  fresh('timeline', { title: 'Days', level: 'month', levelFixed: false, ...change });
type Open = Awaited<ReturnType<typeof timeline>>;
const period = ({ dashboard, id }: Open) => dashboard.held.state.periods[id];
const part = (name: string) => screen.getByRole('slider', { name });
const tiles = () =>
  [...document.querySelectorAll('g[role=button][aria-pressed]')].map((tile) =>
    tile.getAttribute('aria-label'),
  );
const pressed = () =>
  [...document.querySelectorAll('g[role=button][aria-pressed=true]')].map((tile) =>
    tile.getAttribute('aria-label'),
  );
const ribbon = () => screen.getByRole('group', { name: /^Days, / });
const level = () => ribbon().getAttribute('aria-label');
async function key(open: Open, on: string, name: string, more: object = {}) {
  press(part(on), name, more);
  await open.dashboard.answer();
}
async function clickTile(open: Open, index: number) {
  const tile = document.querySelectorAll('g[role=button][aria-pressed]')[index]!;
  const [rect] = tile.querySelectorAll('rect');
  const x = Number(rect!.getAttribute('x')) + Number(rect!.getAttribute('width')) / 2;
  jest
    .spyOn(SVGElement.prototype, 'getBoundingClientRect')
    .mockReturnValue({ left: 0, top: 0, width: 640, height: 240 } as DOMRect);
  fireEvent.pointerDown(ribbon(), { clientX: x, clientY: 100, buttons: 1, button: 0 });
  fireEvent.pointerUp(ribbon(), { clientX: x, clientY: 100, button: 0 });
  await open.dashboard.answer();
}
afterEach(() => jest.restoreAllMocks());

test('tiles say their unit and how much of it has data; at first all of them are inside', async () => {
  await timeline();
  expect(tiles()).toEqual(['January 1970, data on 21 of 31 days', 'February 1970, data on 19 of 28 days']);
  expect(pressed()).toHaveLength(2);
  expect(part('Window of Days').getAttribute('aria-valuetext')).toMatch(/January 1970 to .*February 1970/);
});

test('a press on a tile is that unit alone', async () => {
  const open = await timeline();
  await clickTile(open, 1);
  expect(pressed()).toEqual(['February 1970, data on 19 of 28 days']);
  expect(period(open)).toMatch(/^1970-02/);
});

test('its end is moved by keys, not beyond what there is, and it is cleared', async () => {
  const open = await timeline();
  await key(open, 'End of Days', 'ArrowLeft');
  expect(pressed()).toHaveLength(1);
  await key(open, 'End of Days', 'ArrowRight');
  await key(open, 'End of Days', 'ArrowRight');
  expect(pressed()).toHaveLength(2);
  await key(open, 'Start of Days', 'End');
  expect(pressed()).toEqual(['February 1970, data on 19 of 28 days']);
  await key(open, 'Window of Days', 'Delete');
  expect(pressed()).toHaveLength(2);
});

test('the window moves as a whole; brackets move it by its own length', async () => {
  const open = await timeline({ level: 'week', default: '1970-01-19/1970-02-01' });
  const inside = () => part('Window of Days').getAttribute('aria-valuetext');
  await key(open, 'Window of Days', 'ArrowRight');
  expect(period(open)).toBe('1970-W05/1970-W06');
  await key(open, 'Window of Days', '[');
  expect(period(open)).toBe('1970-W03/1970-W04');
  await key(open, 'Window of Days', '}');
  expect(period(open)).toBe('1970-W03/1970-W05');
  expect(inside()).toMatch(/12 January 1970 to .*1 February 1970/);
});

test('keys and buttons make tiles coarser and finer, down to days', async () => {
  const open = await timeline();
  expect(level()).toBe('Days, month level');
  await key(open, 'Window of Days', '-');
  expect(level()).toBe('Days, quarter level');
  fireEvent.click(screen.getByRole('button', { name: 'Finer level' }));
  await key(open, 'Window of Days', '+');
  expect(level()).not.toBe('Days, month level');
  for (let i = 0; i < 6; i++) await key(open, 'Window of Days', '+');
  expect(level()).toBe('Days, day level');
  expect(screen.getByRole('button', { name: 'Finer level' })).toHaveProperty('disabled', true);
});

test('a level that is fixed cannot be changed', async () => {
  const open = await timeline({ levelFixed: true });
  expect(screen.queryByRole('button', { name: 'Coarser level' })).toBeNull();
  await key(open, 'Window of Days', '-');
  expect(level()).toBe('Days, month level');
});
