/** Days with data are those of the measures: with their row conditions, and whole units where a row stands for one. */
import { isoDay } from '../../calendar/day';
import { d } from '../../calendar/testing';
import { cubeSource } from '../../cube/source';
import { testCube, type TestRow } from '../../cube/testing';
import { testMeasure, TEST_MODEL } from '../../model/testing';
import type { Model } from '../../model/model';
import type { Control, DashboardDocument, Visual } from '../document/document';
import { shownMeasure } from '../document/kinds/measured';
import { line, slicer, timeline } from '../document/testing';
import { DEFAULT_STATE, type ReaderState } from '../reader/state';
import { designOf } from '../wiring/design';
import { documentOf } from '../wiring/testing';
import type { PeriodAnswer } from './controlAnswer';
import { answerTurn } from './turn';

const row = (day: number, seats: number | null, more: Partial<TestRow> = {}): TestRow => ({
  day,
  other: null,
  route: 'Veldry',
  channel: 'web',
  seats,
  cents: 1,
  ...more,
});
// "busy" counts rows with ten seats and more: days 10 and 12 only.
const ROWS = [row(8, 1), row(10, 12), row(12, 20), row(40, 2)];

const MONTHLY: Model = {
  ...TEST_MODEL,
  datasets: TEST_MODEL.datasets.map((dataset) =>
    dataset.key === 'trips'
      ? {
          ...dataset,
          measures: [
            ...dataset.measures,
            testMeasure('goal', 'sum', 'seats', { grain: 'month' }),
            testMeasure('daily', 'sum', 'seats', { grain: 'month', spread: true }),
          ],
        }
      : dataset,
  ),
};

const turnOf = (
  items: (Visual | Control)[],
  rows = ROWS,
  model = TEST_MODEL,
  state: ReaderState = DEFAULT_STATE,
) =>
  answerTurn(
    { design: designOf(wired(documentOf(...items)), model), state, today: 45 },
    cubeSource([testCube(rows)]),
  );
/** Measures that only one of the models here has do not wire themselves. */
const wired = (document: DashboardDocument): DashboardDocument => ({
  ...document,
  wires: document.controls.flatMap((control) =>
    document.visuals.map((visual) => ({ control: control.id, target: visual.id, on: true, roles: {} })),
  ),
});
const windowOf = async (items: (Visual | Control)[], rows = ROWS, model = TEST_MODEL) =>
  (await turnOf(items, rows, model)).controls.span as PeriodAnswer;
const counted = (phrase: string): Control => ({ ...timeline('span', phrase), anchor: 'latest' }) as Control;

describe('the days that a control offers', () => {
  test('are those of the measures that it moves, with their row conditions', async () => {
    const offer = await windowOf([line('sea', 'busy'), counted('last 3 days')]);
    expect(offer.covered).toEqual([
      { start: 10, end: 10 },
      { start: 12, end: 12 },
    ]);
    expect(offer.asked).toEqual([{ start: 10, end: 12 }]);
    // Beside a measure of all rows the offer is that of either.
    const both = await windowOf([line('sea', 'busy'), line('all', 'seats'), counted('last 3 days')]);
    expect(both.asked).toEqual([{ start: 38, end: 40 }]);
    const common = { ...counted('all'), offer: 'intersection' } as Control;
    expect((await windowOf([line('sea', 'busy'), line('all', 'seats'), common])).covered).toEqual([
      { start: 10, end: 10 },
      { start: 12, end: 12 },
    ]);
  });

  test('so are those that an own period counts from', async () => {
    const own = {
      ...line('sea', 'busy'),
      ownPeriod: { phrase: 'last 3 days', mode: 'replace', anchor: 'latest' },
    } as Visual;
    const { visuals } = await turnOf([own]);
    expect(visuals.sea).toMatchObject({ window: { asked: [{ start: 10, end: 12 }] }, rows: 2 });
  });

  test('a row of a monthly measure covers its whole month, for controls, visuals and lanes alike', async () => {
    const rows = [row(d('1970-01-01'), 5), row(d('1970-02-01'), 7), row(d('1970-04-01'), 9)];
    const whole = [
      { start: d('1970-01-01'), end: d('1970-02-28') },
      { start: d('1970-04-01'), end: d('1970-04-30') },
    ];
    for (const measure of ['goal', 'daily']) {
      const { controls, visuals, lanes } = await turnOf(
        [line('sea', measure), counted('from earliest to latest')],
        rows,
        MONTHLY,
      );
      const span = controls.span as PeriodAnswer;
      expect(span.covered).toEqual(whole);
      expect(span.asked).toEqual([{ start: d('1970-01-01'), end: d('1970-04-30') }]);
      expect(Object.values(lanes)[0]!.runs).toEqual(whole);
      const sea = visuals.sea!;
      if (sea.kind !== 'chart') throw new Error(sea.kind);
      const total = sea.series[0]!.values.reduce<number>((sum, value) => sum + (value ?? 0), 0);
      expect(total).toBeCloseTo(21, 9);
      expect(sea.latest).toBe(d('1970-04-30'));
    }
  });

  test('lanes follow conditions and trees, not only choices of one value', async () => {
    const ask = async (control: Control, state: Partial<ReaderState>) => {
      const { lanes } = await turnOf([line('sea'), control], ROWS_BY_CHANNEL, TEST_MODEL, {
        ...DEFAULT_STATE,
        ...state,
      });
      return Object.values(lanes)[0]!.runs;
    };
    const tree = {
      ...slicer('tree'),
      face: 'tree',
      below: [{ dataset: 'trips', column: 'channel' }],
    } as Control;
    expect(await ask(tree, { choices: { tree: [JSON.stringify(['Veldry', 'desk'])] } })).toEqual([
      { start: 9, end: 9 },
    ]);
    const condition = {
      id: 'which',
      title: '',
      hold: false,
      accent: null,
      reveal: null,
      kind: 'condition',
      dataset: 'trips',
      join: 'all',
      open: true,
      groups: [],
    } as Control;
    expect(await ask(condition, { conditions: { which: { on: [], own: "channel = 'desk'" } } })).toEqual([
      { start: 9, end: 9 },
    ]);
  });
});

const ROWS_BY_CHANNEL = [row(8, 1), row(9, 1, { channel: 'desk' }), row(11, 1)];

describe('an empty visual', () => {
  test('names the nearest day of all its measures, each from the edges of its own window', async () => {
    const both = {
      ...line('sea'),
      measures: ['busy', 'seats'].map((key) => shownMeasure('trips', key)),
    } as Visual;
    const span = timeline('span', `${isoDay(36)}/${isoDay(38)}`);
    // Busy days end on day 12, but there are seats on day 40.
    expect((await turnOf([both, span])).visuals.sea).toMatchObject({ kind: 'empty', nearest: 40 });
    // Of two equally near the later one.
    const between = timeline('span', `${isoDay(11)}/${isoDay(11)}`);
    expect((await turnOf([line('sea'), between])).visuals.sea).toMatchObject({ kind: 'empty', nearest: 12 });
  });
});

describe('the value before a window', () => {
  const LEVELS: Model = {
    ...TEST_MODEL,
    datasets: TEST_MODEL.datasets.map((dataset) => ({
      ...dataset,
      measures: dataset.measures.map((measure) =>
        measure.key === 'last' ? { ...measure, missing: 'previous' as const } : measure,
      ),
    })),
  };
  const stock = [row(2, 5, { route: 'a' }), row(3, 7, { route: 'b' }), row(9, 8, { route: 'a' }), row(20, 1)];
  const valuesOf = async (visual: Visual, phrase: string, state: ReaderState = DEFAULT_STATE) => {
    const { visuals } = await turnOf(
      [visual, timeline('span', phrase), slicer('route')],
      stock,
      LEVELS,
      state,
    );
    const answer = visuals[visual.id]!;
    if (answer.kind !== 'chart') throw new Error(answer.kind);
    return answer.series.map(({ name, values }) => [name, values]);
  };

  test('fills a stock that begins in a gap', async () =>
    expect(await valuesOf(line('sea', 'last'), `${isoDay(6)}/${isoDay(10)}`)).toEqual([
      ['Last', [7, 7, 7, 8, 8]],
    ]));

  test('is that of each series, under the choices that are made', async () => {
    const split = { ...line('sea', 'last'), split: { dataset: 'trips', column: 'route' } } as Visual;
    expect(await valuesOf(split, `${isoDay(6)}/${isoDay(10)}`)).toEqual([['a', [5, 5, 5, 8, 8]]]);
    const chosen = { ...DEFAULT_STATE, choices: { route: ['a'] } };
    expect(await valuesOf(line('sea', 'last'), `${isoDay(6)}/${isoDay(9)}`, chosen)).toEqual([
      ['Last', [5, 5, 5, 8]],
    ]);
  });

  test('the days of the first bucket before the window count as a bucket of their own', async () => {
    // The week from 5 to 11 January 1970 (days 4 to 10) holds day 9 before the window, which begins on day 10.
    const weekly = { ...line('sea', 'last'), grain: 'week' } as Visual;
    expect(await valuesOf(weekly, `${isoDay(10)}/${isoDay(20)}`)).toEqual([['Last', [8, 8, 1]]]);
  });
});
