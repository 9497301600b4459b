import { GRID_COLUMNS } from '../../../core/dashboard/document/grid';
import { bar, line, slicer, timeline } from '../../../core/dashboard/document/testing';
import { designOf } from '../../../core/dashboard/wiring/design';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { TEST_MODEL } from '../../../core/model/testing';
import { GAP, ROW_HEIGHT } from '../StaticGrid';
import { cablesOf, gridPixels } from './cableGround';

const document = documentOf(timeline('span'), slicer('routes'), line('sea'), bar('piers'));
const places = document.layout;
const design = designOf(document, TEST_MODEL);
/** A grid whose columns are 100 pixels wide, gaps with them. */
const grid = gridPixels(places, GRID_COLUMNS * 100 - GAP);
const ROW = ROW_HEIGHT + GAP;

test('a control has a cable to each visual that it is wired to, a visual one to each of its controls', () => {
  const ofSpan = cablesOf(design, places, { control: 'span', target: undefined });
  expect(ofSpan.map(({ target }) => target)).toEqual(['sea', 'piers']);
  expect(ofSpan.every(({ half, way }) => !half && way.length > 1)).toBe(true);
  const ofSea = cablesOf(design, places, { control: undefined, target: 'sea' });
  expect(ofSea.map(({ control }) => control)).toEqual(['span', 'routes']);
  expect(new Set(ofSea.map(({ colour }) => colour)).size).toBe(2);
});

test('a wire that is off has none, nor has one to what has no place', () => {
  const off = {
    ...document,
    wires: document.wires.map((wire) => (wire.target === 'sea' ? { ...wire, on: false } : wire)),
  };
  const asked = { control: 'span', target: undefined };
  expect(cablesOf(designOf(off, TEST_MODEL), places, asked).map(({ target }) => target)).toEqual(['piers']);
  const some = places.filter(({ item }) => item !== 'piers');
  expect(cablesOf(design, some, asked).map(({ target }) => target)).toEqual(['sea']);
});

test('cables run in the middle of gutters', () => {
  expect(grid.at({ x: 0, y: 0 })).toEqual({ x: -GAP / 2, y: -GAP / 2 });
  expect(grid.at({ x: 3, y: 2 })).toEqual({ x: 300 - GAP / 2, y: 2 * ROW - GAP / 2 });
  expect(grid.height).toBe(16 * ROW);
});

test('the item under a point', () => {
  // Each is 6 columns wide and 4 rows high, one below the other.
  expect(grid.under({ x: 10, y: 10 })).toBe('span');
  expect(grid.under({ x: 590, y: 4 * ROW + 5 })).toBe('routes');
  expect(grid.under({ x: 610, y: 10 })).toBeUndefined();
  expect(grid.under({ x: 10, y: 17 * ROW })).toBeUndefined();
});

test('ends of several cables at one item lie apart', () => {
  const cables = cablesOf(design, places, { control: undefined, target: 'sea' });
  const [one, two] = grid.ways(cables).map((way) => way.at(-1)!);
  expect(Math.hypot(one!.x - two!.x, one!.y - two!.y)).toBeGreaterThanOrEqual(20);
});
