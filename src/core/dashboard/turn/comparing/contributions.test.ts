/** Where a change comes from: what values add is the whole change, for what adds up. */
import fc from 'fast-check';
import { d } from '../../../calendar/testing';
import { cubeSource } from '../../../cube/source';
import { testCube, testRow, testRows, type TestRow } from '../../../cube/testing';
import { TEST_MODEL } from '../../../model/testing';
import type { DashboardDocument } from '../../document/document';
import { MEASURED_DEFAULTS, shownMeasure } from '../../document/kinds/measured';
import type { MeasuredVisual } from '../../document/visuals';
import { DEFAULT_STATE } from '../../reader/state';
import { designOf } from '../../wiring/design';
import { documentOf } from '../../wiring/testing';
import { settle } from '../settle';
import { contributionsTo, type ChangeAsked } from './contributions';
import { figureOver } from './testing';

const ROUTE = { dataset: 'trips', column: 'route' };

async function askedOf(
  visual: MeasuredVisual,
  baselines: DashboardDocument['baselines'],
  rows: readonly TestRow[],
  more: Partial<ChangeAsked>,
) {
  const design = designOf({ ...documentOf(visual), baselines }, TEST_MODEL);
  const source = cubeSource([testCube(rows)]);
  const today = d('1970-03-01');
  const settings = await settle(design, DEFAULT_STATE, today, source);
  const context = { design, state: DEFAULT_STATE, settings, source, today };
  return contributionsTo(context, visual, { measure: 0, baseline: 'b1', bucket: null, within: [], ...more });
}

function asked(rows: readonly TestRow[], measure: string, more: Partial<ChangeAsked> = {}) {
  const texts = ['previous span'];
  const figure = figureOver('1970-02', texts, { shown: shownMeasure('trips', measure) });
  return askedOf(figure, [{ id: 'b1', name: '', text: texts[0]! }], rows, more);
}

const FEBRUARY = 31;
const row = (day: number, route: string, seats: number, channel = 'web') =>
  testRow(day, { route, seats, channel });

test('a sum: what values add, new and vanished ones named, the greatest first', async () => {
  const found = await asked(
    [row(5, 'A', 10), row(6, 'B', 5), row(FEBRUARY, 'A', 4), row(FEBRUARY + 1, 'C', 3)],
    'seats',
  );
  const by = found!.by.find((entry) => entry.name === 'route')!;
  expect([found!.now, found!.then, found!.apart]).toEqual([7, 15, null]);
  expect(by.entries.map(({ value, adds, kind }) => [value, adds, kind])).toEqual([
    ['A', -6, 'both'],
    ['B', -5, 'gone'],
    ['C', 3, 'new'],
  ]);
});

test('a rate and a share: both add up to the change of a ratio', async () => {
  // Busy trips have ten seats and more. Then: A 1 of 2, B 0 of 2. Now: A 1 of 1, B 1 of 3.
  const then = [row(1, 'A', 10), row(2, 'A', 1), row(3, 'B', 1), row(4, 'B', 1)];
  const now = [row(FEBRUARY, 'A', 12), row(FEBRUARY, 'B', 10), row(FEBRUARY, 'B', 1), row(FEBRUARY, 'B', 1)];
  const found = await asked([...then, ...now], 'share');
  expect([found!.now, found!.then]).toEqual([50, 25]);
  const by = found!.by.find((entry) => entry.name === 'route')!;
  const a = by.entries.find((entry) => entry.value === 'A')!;
  expect(a.rate).toBeCloseTo(0.25 * (100 - 50), 9);
  expect(a.weight).toBeCloseTo((0.25 - 0.5) * (50 - 25), 9);
  expect(by.entries.reduce((sum, entry) => sum + entry.adds!, 0)).toBeCloseTo(25, 9);
});

test('one value deeper: its own change, by the other dimensions', async () => {
  const rows = [
    row(5, 'A', 10, 'web'),
    row(6, 'A', 2, 'desk'),
    row(7, 'B', 9),
    row(FEBRUARY, 'A', 4, 'desk'),
  ];
  const found = await asked(rows, 'seats', { within: [{ dimension: ROUTE, value: 'A' }] });
  expect([found!.now, found!.then]).toEqual([4, 12]);
  expect(found!.by.map((entry) => entry.name)).not.toContain('route');
  expect(
    found!.by.find((entry) => entry.name === 'channel')!.entries.map(({ value, adds }) => [value, adds]),
  ).toEqual([
    ['web', -10],
    ['desk', 2],
  ]);
});

test('one bucket with its partner', async () => {
  const rows = [row(5, 'A', 10), row(6, 'A', 3), row(FEBRUARY, 'A', 4), row(FEBRUARY + 2, 'B', 8)];
  const bucket = { now: { start: FEBRUARY, end: FEBRUARY }, then: { start: 5, end: 5 } };
  const found = await asked(rows, 'seats', { bucket });
  expect([found!.now, found!.then]).toEqual([4, 10]);
});

test('extremes do not add up, and that is said', async () => {
  const found = await asked(
    [row(5, 'A', 10), row(6, 'B', 5), row(FEBRUARY, 'A', 4), row(FEBRUARY, 'B', 4)],
    'least',
  );
  expect(found!.apart).toMatch(/not the sum of its parts/);
  expect(found!.by[0]!.entries.every((entry) => entry.adds === null)).toBe(true);
});

test('there is none without a baseline', async () => {
  expect(await asked([row(FEBRUARY, 'A', 4)], 'seats', { baseline: 'b9' })).toBeUndefined();
});

test('what every dimension adds is the change, for sums, counts, averages and ratios', async () => {
  await fc.assert(
    fc.asyncProperty(testRows, fc.constantFrom('seats', 'rows', 'fare', 'share'), async (rows, measure) => {
      const found = await asked(rows, measure);
      if (!found || found.now === null || found.then === null) return;
      expect(found.apart).toBeNull();
      const change = found.now - found.then;
      for (const { entries } of found.by) {
        const total = entries.reduce((sum, entry) => sum + entry.adds!, 0);
        const size = entries.reduce((sum, entry) => sum + Math.abs(entry.adds!), 1);
        expect(Math.abs(total - change)).toBeLessThanOrEqual(1e-9 * size);
      }
    }),
    { numRuns: 200 },
  );
});

test('a dimension in which one value makes the whole change comes after those that tell more', async () => {
  const desk = [row(7, 'A', 2, 'desk'), row(FEBRUARY + 2, 'A', 2, 'desk')];
  const then = [row(5, 'A', 10), row(6, 'B', 5), row(8, 'C', 4)];
  const found = await asked([...desk, ...then, row(FEBRUARY, 'A', 4), row(FEBRUARY + 1, 'C', 3)], 'seats');
  expect(found!.by.map(({ name, entries }) => [name, entries.length])).toEqual([
    ['route', 3],
    ['channel', 2],
    ['Weekday', 6],
  ]);
});

test('a change between two period columns comes from the days of these periods', async () => {
  const grid: MeasuredVisual = {
    ...MEASURED_DEFAULTS,
    id: 'grid',
    kind: 'crosstab',
    measures: [shownMeasure('trips', 'seats')],
    rows: [ROUTE],
    subtotals: true,
    columns: {
      kind: 'periods',
      mode: 'alone',
      periods: [
        { id: 'p1', name: '', phrase: '1970-02' },
        { id: 'p2', name: '', of: 'p1', baseline: 'previous span' },
      ],
      changes: [{ id: 'd1', of: 'p1', against: 'p2' }],
    },
  };
  const rows = [
    row(5, 'A', 10),
    row(6, 'B', 5),
    row(FEBRUARY, 'A', 4),
    row(FEBRUARY + 1, 'C', 3),
    row(90, 'C', 99),
  ];
  const found = await askedOf(grid, [], rows, { baseline: 'd1' });
  expect([found!.now, found!.then]).toEqual([7, 15]);
  expect(found!.by[0]!.entries.map(({ value, adds }) => [value, adds])).toEqual([
    ['A', -6],
    ['B', -5],
    ['C', 3],
  ]);
  const ofA = await askedOf(grid, [], rows, {
    baseline: 'd1',
    within: [{ dimension: ROUTE, value: 'A' }],
  });
  expect([ofA!.now, ofA!.then]).toEqual([4, 10]);
  expect(await askedOf(grid, [], rows, { baseline: 'd2' })).toBeUndefined();
});
