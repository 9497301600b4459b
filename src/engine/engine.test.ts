import { isoDay } from '../core/calendar/day';
import { buildCube } from '../core/cube/build';
import type { Cube, CubeShape } from '../core/cube/cube';
import { groupRows, type TestRow } from '../core/cube/testing';
import { bar, line, table, timeline } from '../core/dashboard/document/testing';
import { DEFAULT_STATE, type ReaderState } from '../core/dashboard/reader/state';
import type { LaneAnswer, TurnAnswer } from '../core/dashboard/turn/answer';
import { documentOf } from '../core/dashboard/wiring/testing';
import type { Model } from '../core/model/model';
import { TEST_MODEL } from '../core/model/testing';
import { Engine, type EngineWorld } from './engine';

const TODAY = 59;

const DOCUMENT = documentOf(line('sea'), bar('ports'), timeline('span'));

const rowsOf = (days: readonly number[], seats = 2): TestRow[] =>
  days.map((day) => ({ day, other: null, route: 'Veldry', channel: 'web', seats, cents: 5 }));

function cubeOf(shape: CubeShape, rows: readonly TestRow[]): Cube {
  const all = groupRows([...rows]);
  const groups = all.map((group) => ({
    ...group,
    otherDays: [],
    categories: shape.categories.map(() => 'Veldry'),
    conditions: [],
    numbers: group.numbers.slice(0, shape.numbers.length),
  }));
  const built = buildCube(shape, groups);
  if (!built.ok) throw new Error(built.reason);
  return built.cube;
}

const modelOfLoad = (load: number): Model => ({
  ...TEST_MODEL,
  datasets: TEST_MODEL.datasets.map((dataset) => (dataset.key === 'trips' ? { ...dataset, load } : dataset)),
});

function world(part: Partial<EngineWorld> = {}) {
  const asked: { state: ReaderState; only: readonly string[]; signal: AbortSignal }[] = [];
  const fetched: CubeShape[] = [];
  const warnings: string[] = [];
  const whole: EngineWorld = {
    fetchCube: (shape) => {
      fetched.push(shape);
      return Promise.resolve(cubeOf(shape, rowsOf([10, 11, 12])));
    },
    askServer: (_, state, only, signal) => {
      asked.push({ state, only, signal });
      const visuals: TurnAnswer['visuals'] = Object.fromEntries(
        only.map((id) => [id, { kind: 'broken', message: 'from the database' }]),
      );
      return Promise.resolve({ controls: {}, visuals, lanes: {} });
    },
    warn: (message) => warnings.push(message),
    ...part,
  };
  return { engine: new Engine(whole), asked, fetched, warnings };
}

const stateOf = (from: number, to: number): ReaderState => ({
  ...DEFAULT_STATE,
  periods: { span: `${isoDay(from)}/${isoDay(to)}` },
});

describe('the engine', () => {
  test('answers from the cubes once they are there, and only what changed', async () => {
    const { engine, asked } = world();
    engine.configure(DOCUMENT, TEST_MODEL, TODAY);
    expect((await engine.turn(DEFAULT_STATE)).waiting).toEqual(['span', 'sea', 'ports']);
    await engine.ready();
    const first = await engine.turn(DEFAULT_STATE);
    expect(first.waiting).toEqual([]);
    expect(Object.keys(first.visuals)).toEqual(['sea', 'ports']);
    expect(first.visuals.sea).toMatchObject({ kind: 'chart', rows: 3 });
    expect(first.lanes).toBeDefined();
    expect(await engine.turn(DEFAULT_STATE)).toEqual({ controls: {}, visuals: {}, waiting: [] });
    const narrowed = await engine.turn(stateOf(10, 11));
    expect(narrowed.visuals.sea).toMatchObject({ rows: 2 });
    expect(narrowed.lanes).toBeUndefined();
    expect(asked).toHaveLength(0);
  });

  test('a reload whose new cube the database stands for is never answered from the earlier load', async () => {
    const { engine, asked } = world({
      fetchCube: (shape) =>
        Promise.resolve(shape.load === 1 ? cubeOf(shape, rowsOf([10, 11, 12])) : undefined),
    });
    engine.configure(DOCUMENT, modelOfLoad(1), TODAY);
    await engine.ready();
    expect((await engine.turn(DEFAULT_STATE)).waiting).toEqual([]);
    engine.configure(DOCUMENT, modelOfLoad(2), TODAY);
    expect((await engine.turn(DEFAULT_STATE)).waiting).toEqual(['span', 'sea', 'ports']);
    await engine.ready();
    const { waiting } = await engine.turn(DEFAULT_STATE);
    expect(waiting).toEqual(['span', 'sea', 'ports']);
    const answered = await engine.askDatabase(DEFAULT_STATE, waiting);
    expect(answered?.visuals.sea).toEqual({ kind: 'broken', message: 'from the database' });
    expect(asked).toHaveLength(1);
  });

  test('a cube that cannot be fetched is told, left to the database, and asked for again later', async () => {
    let isDown = true;
    const { engine, warnings } = world({
      fetchCube: (shape) =>
        isDown ? Promise.reject(new Error('500')) : Promise.resolve(cubeOf(shape, rowsOf([10]))),
    });
    engine.configure(DOCUMENT, TEST_MODEL, TODAY);
    await engine.ready();
    expect(warnings).toHaveLength(1);
    expect((await engine.turn(DEFAULT_STATE)).waiting).toContain('sea');
    isDown = false;
    engine.configure({ ...DOCUMENT }, TEST_MODEL, TODAY);
    await engine.ready();
    expect((await engine.turn(DEFAULT_STATE)).waiting).toEqual([]);
  });

  test('lanes that only the database can tell stand beside the others, and stay while it is asked again', async () => {
    const lane = (visual: string, measure: string): LaneAnswer => ({
      dataset: 'trips',
      role: 'day',
      measure,
      name: measure,
      runs: [{ start: 10, end: 12 }],
      provisionalFrom: null,
      visuals: [visual],
    });
    const told = { 'trips/seats/day': lane('sea', 'seats') };
    const { engine } = world({
      fetchCube: () => Promise.resolve(undefined),
      askServer: () => Promise.resolve({ controls: {}, visuals: {}, lanes: told }),
    });
    engine.configure(DOCUMENT, TEST_MODEL, TODAY);
    await engine.ready();
    const { waiting, lanes } = await engine.turn(DEFAULT_STATE);
    expect(lanes).toEqual({});
    expect((await engine.askDatabase(DEFAULT_STATE, waiting))?.lanes).toEqual(told);
    expect((await engine.turn(stateOf(10, 11))).lanes).toBeUndefined();
    engine.configure(DOCUMENT, modelOfLoad(2), TODAY);
    expect((await engine.turn(DEFAULT_STATE)).lanes).toEqual({});
  });

  test('cubes of the same load go on answering while a design asks for others', async () => {
    const { engine, fetched } = world();
    engine.configure(DOCUMENT, TEST_MODEL, TODAY);
    await engine.ready();
    const changed = documentOf(line('sea'), bar('ports'), timeline('span'), line('more', 'last'));
    engine.configure(changed, TEST_MODEL, TODAY);
    expect((await engine.turn(DEFAULT_STATE)).waiting).not.toContain('sea');
    await engine.ready();
    expect(fetched.length).toBeLessThanOrEqual(2);
  });

  test('an answer of the database is dropped when another turn has begun, and its request ended', async () => {
    let answer: ((value: TurnAnswer) => void) | undefined;
    let signal: AbortSignal | undefined;
    const { engine } = world({
      askServer: (_, __, ___, ended) => {
        signal = ended;
        return new Promise((resolve) => (answer = resolve));
      },
    });
    engine.configure(documentOf(table('log'), timeline('span')), TEST_MODEL, TODAY);
    await engine.ready();
    await engine.turn(DEFAULT_STATE);
    const asking = engine.askDatabase(DEFAULT_STATE, ['log']);
    await engine.turn(stateOf(10, 11));
    expect(signal?.aborted).toBe(true);
    answer!({ controls: {}, visuals: { log: { kind: 'broken', message: 'old' } }, lanes: {} });
    expect(await asking).toBeNull();
  });

  test('an item that left the design and comes back is told again', async () => {
    const { engine } = world();
    engine.configure(DOCUMENT, TEST_MODEL, TODAY);
    await engine.ready();
    await engine.turn(DEFAULT_STATE);
    engine.configure(documentOf(bar('ports'), timeline('span')), TEST_MODEL, TODAY);
    await engine.ready();
    await engine.turn(DEFAULT_STATE);
    engine.configure(DOCUMENT, TEST_MODEL, TODAY);
    await engine.ready();
    expect(Object.keys((await engine.turn(DEFAULT_STATE)).visuals)).toContain('sea');
  });
});
