/** Marks that are chosen on a visual, and what they do to others; zones. */
import { designOf } from '../wiring/design';
import fc from 'fast-check';
import { isoDay } from '../../calendar/day';
import { cubeSource } from '../../cube/source';
import { testCube, type TestRow } from '../../cube/testing';
import { checkDashboard } from './check';
import { readDocument, type DashboardDocument, type Visual } from '../document/document';
import { isPickedKey, pickSchema, toggledKeys, type Pick } from '../reader/pick';
import { settle } from '../turn/settle';
import { bar, line, slicer, table, timeline } from '../document/testing';
import { documentOf } from '../wiring/testing';
import { TEST_MODEL } from '../../model/testing';
import { traceOf } from './trace';
import { answerTurn } from '../turn/turn';
import { MEASURED_DEFAULTS, shownMeasure } from '../document/kinds/measured';
import { crosspoint } from '../wiring/crosspoint';
import { wiredLike, wiresForNewItem } from '../wiring/wires';
import { movedZone, withZone, zoneFrame, zoneOf } from '../document/zones';

const row = (day: number, route: string, seats: number, other: number | null = null): TestRow => ({
  day,
  other,
  route,
  channel: day % 2 ? 'web' : 'desk',
  seats,
  cents: 1,
});
const ROWS = [row(10, 'Veldry', 1), row(11, 'Tamsel', 2), row(12, 'Veldry', 4), row(30, 'Tamsel', 8, 12)];
const TODAY = 45;
const source = cubeSource([testCube(ROWS)]);

const crosstab: Visual = {
  ...MEASURED_DEFAULTS,
  id: 'cross',
  kind: 'crosstab',
  measures: [shownMeasure('trips', 'seats')],
  rows: [
    { dataset: 'trips', column: 'route' },
    { dataset: 'trips', column: 'channel' },
  ],
  columns: { kind: 'grain' },
  subtotals: true,
  grain: 'day',
};
const DOCUMENT = documentOf(
  { ...line('sea'), picks: true } as Visual,
  { ...bar('routes'), picks: true } as Visual,
  { ...crosstab, picks: true },
  table('log'),
  timeline('span'),
  slicer('route'),
);

const turn = (picks: Record<string, Pick>, document: DashboardDocument = DOCUMENT) =>
  answerTurn(
    { design: designOf(document, TEST_MODEL), state: { periods: {}, choices: {}, picks }, today: TODAY },
    source,
  );
const days = (first: number, last: number): Pick => ({
  days: `${isoDay(first)}/${isoDay(last)}`,
  keys: [],
  exclude: false,
});
const keys = (...list: (string | null)[][]): Pick => ({ days: null, keys: list, exclude: false });

async function rowsOf(picks: Record<string, Pick>, document = DOCUMENT) {
  const { visuals } = await turn(picks, document);
  return Object.fromEntries(
    Object.entries(visuals).map(([id, answer]) => [id, 'rows' in answer ? answer.rows : answer.kind]),
  );
}

describe('chosen marks', () => {
  test('are laid to other visuals, not to what controls offer, nor to the visual itself', () => {
    expect(designOf(DOCUMENT, TEST_MODEL).wire('routes', 'log')?.on).toBe(true);
    expect(designOf(DOCUMENT, TEST_MODEL).wire('routes', 'route')).toBeUndefined();
    const [routes] = DOCUMENT.visuals.filter((visual) => visual.id === 'routes');
    expect(crosspoint(designOf(DOCUMENT, TEST_MODEL), routes as never, routes!)).toMatchObject({
      state: 'no route',
    });
    expect(crosspoint(designOf(DOCUMENT, TEST_MODEL), routes as never, DOCUMENT.visuals[3]!).words).toBe(
      'Route: Trips by route.',
    );
  });

  test('nothing chosen keeps everything', async () => {
    expect(await rowsOf({})).toEqual({ sea: 4, routes: 4, cross: 4, log: 4 });
  });

  test('days keep the rows of those days elsewhere; all but them, the others', async () => {
    expect(await rowsOf({ sea: days(10, 11) })).toEqual({ sea: 4, routes: 2, cross: 2, log: 2 });
    expect(await rowsOf({ sea: { ...days(10, 11), exclude: true } })).toMatchObject({ sea: 4, log: 2 });
    expect(await rowsOf({ sea: { ...days(11, 11), exclude: true } })).toMatchObject({ log: 3 });
  });

  test('categories keep their rows; two sources narrow each other', async () => {
    expect(await rowsOf({ routes: keys(['Veldry']) })).toEqual({ sea: 2, routes: 4, cross: 2, log: 2 });
    expect(await rowsOf({ routes: keys(['Veldry']), sea: days(12, 40) })).toEqual({
      sea: 2,
      routes: 2,
      cross: 1,
      log: 1,
    });
    expect(await rowsOf({ routes: { ...keys(['Veldry']), exclude: true } })).toMatchObject({ log: 2 });
  });

  test('a cell of a crosstab keeps its row and its period', async () => {
    const cell = { ...keys(['Veldry', 'desk']), days: isoDay(10) };
    expect(await rowsOf({ cross: cell })).toEqual({ sea: 1, routes: 1, cross: 4, log: 1 });
    expect(await rowsOf({ cross: keys(['Veldry']) })).toMatchObject({ log: 2 });
  });

  test('groups of several dimensions keep their rows by path, also of mixed depth, also left out', async () => {
    const logged = async (pick: Pick) => (await rowsOf({ cross: pick })).log;
    // Values of each dimension by themselves would keep all four rows.
    expect(await logged(keys(['Veldry', 'desk'], ['Tamsel', 'web']))).toBe(3);
    expect(await logged(keys(['Veldry'], ['Tamsel', 'desk']))).toBe(3);
    expect(await logged({ ...keys(['Veldry', 'desk'], ['Tamsel', 'web']), exclude: true })).toBe(1);
    expect(await logged({ ...keys(['Veldry'], ['Tamsel', 'desk']), exclude: true })).toBe(1);
    expect(await logged({ ...keys(['Nowhere', 'desk']), exclude: true })).toBe(4);
  });

  test('so do groups by weekday and category', async () => {
    const byWeekday = {
      ...crosstab,
      picks: true,
      rows: [{ attribute: 'weekday' }, { dataset: 'trips', column: 'route' }],
    } as Visual;
    const document = documentOf(byWeekday, table('log'));
    // Days 10, 11, 12 and 30 are a Sunday, a Monday, a Tuesday and a Saturday.
    const logged = async (pick: Pick) => (await rowsOf({ cross: pick }, document)).log;
    expect(await logged(keys(['Sunday', 'Veldry'], ['Monday', 'Veldry']))).toBe(1);
    expect(await logged(keys(['Sunday'], ['Monday', 'Tamsel']))).toBe(2);
    expect(await logged({ ...keys(['Sunday'], ['Monday', 'Tamsel']), exclude: true })).toBe(2);
  });

  test('what a source is drilled into acts like chosen days, until others are chosen', async () => {
    const state = { periods: {}, choices: {}, drills: { sea: '1970-01' } };
    const shown = async (picks: Record<string, Pick>) => {
      const input = { design: designOf(DOCUMENT, TEST_MODEL), state: { ...state, picks }, today: TODAY };
      const { visuals } = await answerTurn(input, cubeSource([testCube([...ROWS, row(40, 'Veldry', 1)])]));
      return ['sea', 'log'].map((id) => {
        const answer = visuals[id]!;
        return 'rows' in answer ? answer.rows : answer.kind;
      });
    };
    expect(await shown({})).toEqual([4, 4]);
    expect(await shown({ sea: days(11, 11) })).toEqual([4, 1]);
  });

  test('act through the date role chosen on the wire', async () => {
    const wires = DOCUMENT.wires.map((wire) =>
      wire.control === 'sea' && wire.target === 'log' ? { ...wire, roles: { trips: 'other' } } : wire,
    );
    const document = { ...DOCUMENT, wires };
    const other = cubeSource([testCube(ROWS)]);
    const { visuals } = await answerTurn(
      {
        design: designOf(document, TEST_MODEL),
        state: { periods: {}, choices: {}, picks: { sea: days(12, 12) } },
        today: TODAY,
      },
      other,
    );
    expect(visuals.log).toMatchObject({ rows: 1 });
  });

  test('where a wire pales, rows stay and the kept part is told beside them', async () => {
    const wires = DOCUMENT.wires.map((wire) =>
      wire.control === 'routes' ? { ...wire, effect: 'pale' as const } : wire,
    );
    const { visuals } = await turn({ routes: keys(['Veldry']) }, { ...DOCUMENT, wires });
    const { sea, log, cross } = visuals;
    if (sea?.kind !== 'chart' || cross?.kind !== 'crosstab') throw new Error('No answer');
    expect(sea.rows).toBe(4);
    expect(sea.lit![0]!.filter((value) => value !== null)).toEqual([1, 4]);
    expect(sea.lit![0]!.length).toBe(sea.series[0]!.values.length);
    expect(cross.table.map((entry, i) => [entry.key[0], cross.lit![i]![0]!.whole])).toEqual(
      expect.arrayContaining([
        ['Veldry', 5],
        ['Tamsel', null],
      ]),
    );
    // A table of rows has no marks to pale: there the rows go.
    expect(log).toMatchObject({ rows: 2 });
  });

  test('are told by the trace, with the rows left', async () => {
    const state = { periods: {}, choices: {}, picks: { routes: keys(['Veldry']) } };
    const settings = await settle(designOf(DOCUMENT, TEST_MODEL), state, TODAY, source);
    const context = {
      design: designOf(DOCUMENT, TEST_MODEL),
      settings,
      source,
      today: TODAY,
      realToday: TODAY,
      state,
    };
    const trace = (await traceOf(context, 'log'))!;
    const step = trace.parts[0]!.steps.find((entry) => entry.control === 'routes');
    expect(step).toMatchObject({ rows: 2, days: 2 });
    expect(step!.words).toMatch(/^Chosen on .*: Veldry\.$/);
  });

  test('what cannot be left out as a whole is refused', () => {
    const both = { days: '2025', keys: [['a']], exclude: true };
    expect(pickSchema.safeParse(both).success).toBe(false);
    expect(pickSchema.safeParse({ ...both, days: null }).success).toBe(true);
    expect(pickSchema.safeParse({ ...both, days: null, keys: [['a', 'b'], ['c']] }).success).toBe(true);
  });

  test('a second click lets go; with Ctrl, groups of any depth are chosen together, but none inside another', () => {
    expect(toggledKeys([], ['a'], false)).toEqual([['a']]);
    expect(toggledKeys([['a']], ['a'], false)).toEqual([]);
    expect(toggledKeys([['a']], ['b'], true)).toEqual([['a'], ['b']]);
    expect(toggledKeys([['a'], ['b']], ['b'], true)).toEqual([['a']]);
    expect(toggledKeys([['a', 'x']], ['b', 'x'], true)).toEqual([
      ['a', 'x'],
      ['b', 'x'],
    ]);
    expect(
      toggledKeys(
        [
          ['a', 'x'],
          ['a', 'y'],
          ['b', 'x'],
        ],
        ['a'],
        true,
      ),
    ).toEqual([['b', 'x'], ['a']]);
    expect(toggledKeys([['a'], ['b']], ['a', 'x'], true)).toEqual([['b'], ['a', 'x']]);
    expect(isPickedKey(keys(['a']), ['a', 'x'])).toBe(true);
    expect(isPickedKey(keys(['a', 'x']), ['a'])).toBe(false);
  });

  test('a source that is wired to nothing is found by the wiring check', async () => {
    const wires = DOCUMENT.wires.filter((wire) => wire.control !== 'sea');
    const check = (document: DashboardDocument) =>
      checkDashboard({ design: designOf(document, TEST_MODEL), source, today: TODAY, year: false });
    const findings = await check({ ...DOCUMENT, wires });
    const dead = findings.filter((finding) => finding.code === 'dead-control');
    expect(dead.map((finding) => finding.items)).toEqual([['sea']]);
    expect(await check(dead[0]!.mend!.mended())).not.toContainEqual(
      expect.objectContaining({ code: 'dead-control' }),
    );
  });

  test('a row of the board can be set like a control’s', () => {
    const wires = wiredLike(DOCUMENT, TEST_MODEL, 'routes', 'sea', 'row');
    expect(wires.filter((wire) => wire.control === 'routes' && wire.on).map((wire) => wire.target)).toEqual(
      expect.arrayContaining(['cross', 'log']),
    );
  });
});

describe('zones', () => {
  const zoned = withZone(documentOf(line('a'), line('b'), timeline('t')), ['a', 't'], 'Sea');

  test('an item is in one zone at most; empty zones go', () => {
    expect(zoneOf(zoned, 'a')?.name).toBe('Sea');
    const moved = withZone(zoned, ['a', 't'], 'Land');
    expect(moved.zones.map((zone) => [zone.name, zone.items])).toEqual([['Land', ['a', 't']]]);
    expect(withZone(moved, ['a', 't'], null).zones).toEqual([]);
    const twice = { ...zoned, zones: [...zoned.zones, { id: 'z', name: 'Z', items: ['a'] }] };
    expect(readDocument(twice)).toMatchObject({
      ok: false,
      problems: [expect.stringContaining('in two zones')],
    });
  });

  test('a control of a zone wires itself inside it, one outside to everything', () => {
    const before = withZone(documentOf(line('a'), line('b')), ['a'], 'Sea');
    const add = (document: DashboardDocument, inside: boolean) => {
      const control = timeline('t');
      const added = { ...document, controls: [control] };
      return inside ? withZone(added, ['t'], 'Sea') : added;
    };
    const targets = (document: DashboardDocument) =>
      wiresForNewItem(document, TEST_MODEL, timeline('t')).map((wire) => wire.target);
    expect(targets(add(before, true))).toEqual(['a']);
    expect(targets(add(before, false))).toEqual(['a', 'b']);
  });

  test('is moved as a whole and stays on the grid', () => {
    fc.assert(
      fc.property(fc.integer({ min: -40, max: 40 }), fc.integer({ min: -40, max: 40 }), (dx, dy) => {
        const layout = [
          { item: 'a', x: 2, y: 3, w: 6, h: 4 },
          { item: 't', x: 10, y: 5, w: 4, h: 4 },
          { item: 'b', x: 20, y: 0, w: 4, h: 4 },
        ];
        const zone = zoned.zones[0]!;
        const moved = movedZone(layout, zone, { dx, dy }, 24);
        const frame = zoneFrame(moved, zone)!;
        expect(frame).toMatchObject({ w: 12, h: 6 });
        expect(frame.x).toBeGreaterThanOrEqual(0);
        expect(frame.x + frame.w).toBeLessThanOrEqual(24);
        expect(frame.y).toBeGreaterThanOrEqual(0);
        expect(moved[1]!.x - moved[0]!.x).toBe(8);
      }),
    );
  });
});
