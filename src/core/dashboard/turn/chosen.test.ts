/** Measures and grain that choosers put into visuals. */
import { CONTROL_DEFAULTS } from '../document/kinds/entry';
import { shownMeasure } from '../document/kinds/measured';
import { line } from '../document/testing';
import { documentSchema, type Control, type DashboardDocument, type Visual } from '../document/document';
import type { Chart } from '../document/visuals';
import { TEST_MODEL } from '../../model/testing';
import { cubeShapesFor } from './shapes';
import { designOf } from '../wiring/design';
import { documentOf } from '../wiring/testing';
import { chosenDocument } from '../reader/chosen';
import { addressOf, stateFromAddress } from '../reader/address';
import { checkState } from '../reader/checkState';
import { DEFAULT_STATE } from '../reader/state';

const ref = (measure: string) => ({ dataset: 'trips', measure });
const measures = {
  ...CONTROL_DEFAULTS,
  id: 'what',
  title: '',
  kind: 'measures',
  offer: [ref('seats'), ref('fare'), ref('booked')],
  several: true,
  default: [0],
} as Control;
const grain = {
  ...CONTROL_DEFAULTS,
  id: 'by',
  title: '',
  kind: 'grain',
  offer: ['auto', 'month'],
  default: 'auto',
} as Control;
const sea: Visual = {
  ...(line('sea') as Chart),
  grain: 'auto',
  measures: [shownMeasure('trips', 'seats', { axis: 'right', role: 'other' }), shownMeasure('trips', 'rows')],
};
const DOCUMENT = documentOf(sea, measures, grain);

const chosen = (places: readonly number[], slot?: number): Chart => {
  const wires = DOCUMENT.wires.map((wire) =>
    wire.control === 'what' && slot !== undefined ? { ...wire, slot } : wire,
  );
  const document: DashboardDocument = { ...DOCUMENT, wires };
  return chosenDocument(document, { ...DEFAULT_STATE, measures: { what: places } }).visuals[0] as Chart;
};

test('the first choice takes the first slot, with its mark and axis, and the measure’s own role', () => {
  expect(chosen([1]).measures.map(({ measure, axis, role }) => [measure, axis, role])).toEqual([
    ['fare', 'right', null],
    ['rows', 'auto', null],
  ]);
});

test('several choices fill the slots from the one that the wire names, and go on after the last', () => {
  expect(chosen([1, 2, 0], 1).measures.map(({ measure }) => measure)).toEqual([
    'seats',
    'fare',
    'booked',
    'seats',
  ]);
});

test('the very measure that stands there keeps its role, and nothing changes', () => {
  expect(chosenDocument(DOCUMENT, DEFAULT_STATE)).toBe(DOCUMENT);
  expect(chosen([]).measures).toEqual(sea.measures);
});

test('the grain is that of the chooser, for visuals along time only', () => {
  const state = { ...DEFAULT_STATE, grains: { by: 'month' as const } };
  expect((chosenDocument(DOCUMENT, state).visuals[0] as Chart).grain).toBe('month');
  const bars = documentOf(
    { ...(line('sea') as Chart), across: { dataset: 'trips', column: 'route' } },
    grain,
  );
  expect(bars.wires).toEqual([]);
});

test('a design is made once for one choice', () => {
  const design = designOf(DOCUMENT, TEST_MODEL);
  const state = { ...DEFAULT_STATE, measures: { what: [1] } };
  expect(design.chosen(state)).toBe(design.chosen({ ...state }));
  expect(design.chosen(DEFAULT_STATE)).toBe(design);
});

test('cubes hold what every offered measure needs', () => {
  const shapes = cubeShapesFor(designOf(DOCUMENT, TEST_MODEL));
  expect(shapes.flatMap((shape) => shape.numbers.map((number) => `${shape.day} ${number.column}`))).toEqual(
    expect.arrayContaining(['day cents', 'other seats']),
  );
});

test('a new chooser is wired only to visuals that show what it offers', () => {
  const rows = { ...(line('log') as Chart), measures: [shownMeasure('trips', 'rows')] };
  expect(documentOf(rows, measures).wires).toEqual([]);
});

test('what choosers hold goes into the address and comes back', () => {
  const state = {
    ...DEFAULT_STATE,
    measures: { what: [2, 0] },
    grains: { by: 'month' as const },
    compare: { sea: [{ text: 'previous span' }, { text: 'a; b' }] },
  };
  const parts = addressOf(DOCUMENT, state);
  expect(parts).toMatchObject({ 'm.what': '2,0', 'g.by': 'month' });
  expect(stateFromAddress(DOCUMENT, parts)).toEqual(state);
  expect(stateFromAddress(DOCUMENT, { 'm.what': '1,x', 'g.by': 'fortnight' })).toEqual(DEFAULT_STATE);
});

test('states that ask for what is not offered are told so', () => {
  const problems = checkState(DOCUMENT, TEST_MODEL, {
    ...DEFAULT_STATE,
    measures: { what: [7] },
    grains: { by: 'week' },
    baselines: { by: ['b1'] },
    compare: { nowhere: [{ text: 'previous span' }] },
  });
  expect(problems.map((problem) => problem.place)).toEqual([
    'baselines.by',
    'measures.what',
    'grains.by',
    'compare.nowhere',
  ]);
});

test('a document with choosers and slots is a good one', () => {
  expect(documentSchema.safeParse(DOCUMENT).success).toBe(true);
});
