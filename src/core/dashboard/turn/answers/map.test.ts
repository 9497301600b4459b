/** A map shows the figures of a bar chart along the same dimension: all of them, whatever there are. */
import { d } from '../../../calendar/testing';
import { cubeSource } from '../../../cube/source';
import { testCube, type TestRow } from '../../../cube/testing';
import { TEST_MODEL } from '../../../model/testing';
import type { Visual } from '../../document/document';
import { compareWith } from '../../document/kinds/compare';
import { MEASURED_DEFAULTS, shownMeasure } from '../../document/kinds/measured';
import { bar, slicer, timeline } from '../../document/testing';
import type { MapVisual } from '../../document/visuals';
import { withMeasures } from '../../document/refit';
import { DEFAULT_STATE, type ReaderState } from '../../reader/state';
import { designOf } from '../../wiring/design';
import { documentOf } from '../../wiring/testing';
import { visualData } from '../data/visualData';
import { isShown } from '../answer';
import { answerTurn } from '../turn';
import { asChart } from './map';

const MAP: MapVisual = {
  ...MEASURED_DEFAULTS,
  id: 'isles',
  kind: 'map',
  measures: [shownMeasure('trips', 'seats')],
  across: { dataset: 'trips', column: 'route' },
  picks: true,
  layers: [{ kind: 'areas', name: '', place: { geometry: 'isles', property: 'port' }, tint: 0 }],
};
const ROUTES = Array.from({ length: 40 }, (_, i) => `Route ${String(i).padStart(2, '0')}`);
const ROWS = Array.from({ length: 400 }, (_, i): TestRow => ({
  day: d('2026-01-01') + (i % 60),
  other: null,
  route: ROUTES[i % ROUTES.length]!,
  channel: 'web',
  seats: 1 + (i % 7),
  cents: 100,
}));
const BESIDE: Visual = { ...bar('bars'), limit: 100 } as Visual;
const DESIGN = designOf(documentOf(MAP, BESIDE, timeline('span'), slicer('route')), TEST_MODEL);

async function answers(state: Partial<ReaderState> = {}, design = DESIGN) {
  const input = { design, state: { ...DEFAULT_STATE, ...state }, today: d('2026-03-10') };
  const { visuals } = await answerTurn(input, cubeSource([testCube(ROWS)]));
  const [isles, bars] = [visuals.isles, visuals.bars];
  if (!isShown(isles) || !isShown(bars) || isles.kind !== 'chart' || bars.kind !== 'chart')
    throw new Error('Not shown');
  const byName = (answer: typeof isles) =>
    Object.fromEntries(
      answer.categories!.map((category, i) => [
        typeof category === 'string' ? category : 'none',
        answer.series[0]!.values[i],
      ]),
    );
  return { isles, isle: byName(isles), bar: byName(bars) };
}

test.each<[string, Partial<ReaderState>]>([
  ['everything', {}],
  ['a window', { periods: { span: '2026-02' } }],
  ['some values', { choices: { route: ['Route 03', 'Route 17'] } }],
])('%s: every value there is, as the bars have it', async (_, state) => {
  const { isle, bar: bars } = await answers(state);
  expect(isle).toEqual(bars);
  expect(Object.keys(isle).length).toBeGreaterThan(1);
});

test('it can be compared, and taken away as a table with the baseline', async () => {
  const compared = { ...MAP, compare: compareWith(['b1']) };
  const design = designOf(documentOf(compared, BESIDE, timeline('span', '2026-02')), TEST_MODEL);
  const { isles } = await answers({}, design);
  expect(isles.against).toHaveLength(1);
  const data = visualData(compared, isles, TEST_MODEL)!;
  expect(data.rows).toHaveLength(isles.categories!.length);
  expect(data.columns.length).toBeGreaterThan(2);
});

test('what is chosen on it acts on others by its dimension', async () => {
  const pick = { days: null, keys: [['Route 05'], ['Route 06']], exclude: false };
  const { bar: bars } = await answers({ picks: { isles: pick } });
  expect(Object.keys(bars)).toEqual(expect.arrayContaining(['Route 05', 'Route 06']));
  expect(Object.keys(bars)).toHaveLength(2);
});

test('its chart stands by itself: settings of the map do not come along', () => {
  expect(asChart(MAP)).not.toHaveProperty('layers');
  expect(asChart(MAP)).toMatchObject({ kind: 'bar', order: 'natural', split: null });
});

test('with measures of another dataset it goes along a dimension that these have', () => {
  const other = withMeasures(MAP, [shownMeasure('trips', 'rows')], TEST_MODEL);
  expect(other.across).toEqual(MAP.across);
});
