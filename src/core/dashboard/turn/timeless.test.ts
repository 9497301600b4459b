/** Trees, conditions and number ranges: what they keep, what they offer, and switching them off. */
import { designOf } from '../wiring/design';
import { cubeSource } from '../../cube/source';
import { testCube, type TestRow } from '../../cube/testing';
import { boundsCondition, choiceCondition, groupsCondition, readCondition } from '../reader/conditions';
import { pathText } from '../reader/treePath';
import type { Control, DashboardDocument } from '../document/document';
import { VALUE_DEFAULTS } from '../document/kinds/value';
import { NUMBERS_DEFAULTS } from '../document/kinds/numbers';
import type { ReaderState } from '../reader/state';
import { bar, line, slicer, table } from '../document/testing';
import { documentOf } from '../wiring/testing';
import { TEST_MODEL } from '../../model/testing';
import { answerTurn } from './turn';
import { crosspoint } from '../wiring/crosspoint';

const row = (day: number, route: string | null, channel: string, seats: number): TestRow => ({
  day,
  other: null,
  route,
  channel,
  seats,
  cents: 1,
});
const ROWS = [
  row(10, 'Veldry', 'web', 1),
  row(11, 'Veldry', 'desk', 2),
  row(12, 'Tamsel', 'web', 4),
  row(13, null, 'web', 8),
];
const source = cubeSource([testCube(ROWS)]);
const tree = {
  ...slicer('tree'),
  face: 'tree',
  below: [{ dataset: 'trips', column: 'channel' }],
} as Control;
const common = { title: '', hold: false, accent: null, reveal: null };
const condition = (
  entries: { id: string; sql: string; definition?: string }[],
  more: object = {},
): Control => ({
  ...common,
  id: 'which',
  kind: 'condition',
  dataset: 'trips',
  join: 'all',
  open: true,
  groups: [
    {
      join: 'any',
      entries: entries.map((entry) => ({ name: '', on: true, definition: null, ...entry })),
    },
  ],
  ...more,
});
const totals = {
  ...NUMBERS_DEFAULTS,
  id: 'sums',
  kind: 'numbers',
  of: { dataset: 'trips', measure: 'seats' },
} as const;

async function turn(document: DashboardDocument, state: Partial<ReaderState> = {}, model = TEST_MODEL) {
  return answerTurn(
    { design: designOf(document, model), state: { periods: {}, choices: {}, ...state }, today: 45 },
    source,
  );
}
const rowsIn = async (document: DashboardDocument, state: Partial<ReaderState> = {}, model = TEST_MODEL) => {
  const answer = (await turn(document, state, model)).visuals.log!;
  return 'rows' in answer ? answer.rows : answer.kind;
};

describe('a tree', () => {
  const document = documentOf(table('log'), tree);
  const chosen = (...paths: (string | null)[][]) => ({ choices: { tree: paths.map(pathText) } });

  test('offers its nodes, each limited by the one above, with their rows', async () => {
    const answer = (await turn(document)).controls.tree!;
    if (answer.kind !== 'slicer') throw new Error('No slicer');
    expect(answer.nodes!.map((node) => [node.path, node.rows])).toEqual([
      [['Tamsel'], 1],
      [['Tamsel', 'web'], 1],
      [['Veldry'], 2],
      [['Veldry', 'desk'], 1],
      [['Veldry', 'web'], 1],
      [[null], 1],
      [[null, 'web'], 1],
    ]);
  });

  test.each<[(string | null)[][], number]>([
    [[['Veldry']], 2],
    [[['Veldry', 'web']], 1],
    [[['Veldry', 'web'], ['Tamsel']], 2],
    [[[null]], 1],
    [
      [
        [null, 'web'],
        ['Veldry', 'desk'],
      ],
      2,
    ],
  ])('%j keeps %d rows, and leaves out as many', async (paths, kept) => {
    expect(await rowsIn(document, chosen(...paths))).toBe(kept);
    const excluding = { ...document, controls: [{ ...tree, exclude: true } as Control] };
    expect(await rowsIn(excluding, chosen(...paths))).toBe(4 - kept);
  });
});

describe('conditions', () => {
  const document = documentOf(
    table('log'),
    condition([
      { id: 'a', sql: "route = 'Veldry'" },
      { id: 'b', sql: "channel = 'web' AND day >= DATE '1970-01-14'" },
    ]),
  );

  test('are joined by any, each can be switched off, and a reader’s own joins them by all', async () => {
    const on = (ids: string[], own = '') => ({ conditions: { which: { on: ids, own } } });
    expect(await rowsIn(document)).toBe(3);
    expect(await rowsIn(document, on(['a']))).toBe(2);
    expect(await rowsIn(document, on([]))).toBe(4);
    expect(await rowsIn(document, on(['a'], "channel = 'desk'"))).toBe(1);
    expect(await rowsIn(document, on([], 'route IS NULL'))).toBe(1);
    expect(await rowsIn(document, { off: ['which'] })).toBe(4);
  });

  test('on numbers are left to the database', async () => {
    const { visuals } = await turn(document, { conditions: { which: { on: [], own: 'seats > 3' } } });
    expect(visuals.log).toEqual({ kind: 'elsewhere' });
  });

  test('that cannot be read have no effect, and say why', async () => {
    const broken = documentOf(table('log'), condition([{ id: 'a', sql: "rout = 'x'" }]));
    const answer = await turn(broken);
    expect(answer.controls.which).toEqual({
      kind: 'condition',
      problems: [{ entry: 'a', message: 'There is no column “rout” here. Did you mean route?' }],
    });
    expect(answer.visuals.log).toMatchObject({ rows: 4 });
  });

  test('come from definitions, which can be gone', async () => {
    const defined = documentOf(table('log'), condition([{ id: 'a', sql: '', definition: 'veldry' }]));
    const model = {
      ...TEST_MODEL,
      definitions: [{ key: 'veldry', name: 'Veldry', dataset: 'trips', sql: "route = 'Veldry'" }],
    };
    expect(await rowsIn(defined, {}, model)).toBe(2);
    expect(await rowsIn(defined)).toBe(4);
    expect((await turn(defined)).controls.which).toMatchObject({ problems: [{ entry: 'a' }] });
  });

  test('move with the as-of day', async () => {
    const recent = documentOf(
      table('log'),
      condition([{ id: 'a', sql: "day > CURRENT_DATE - INTERVAL '3' DAY" }]),
    );
    expect(await rowsIn(recent, { asOf: '1970-01-14' })).toBe(3);
    expect(await rowsIn(recent)).toBe('empty');
  });

  test('have a route to their own dataset only', () => {
    const other = condition([], { dataset: 'fuel' });
    const point = crosspoint(designOf(document, TEST_MODEL), other, document.visuals[0]!);
    expect(point.state).toBe('no route');
    expect(point.words).toMatch(/columns of Fuel/);
  });
});

describe('parameters of conditions', () => {
  const value = (more: object = {}) =>
    ({ ...VALUE_DEFAULTS, id: 'port', kind: 'value', name: 'port', type: 'text', ...more }) as Control;
  const asked = (...controls: Control[]) =>
    documentOf(table('log'), condition([{ id: 'a', sql: 'route = :port' }]), ...controls);
  const problems = async (document: DashboardDocument, state: Partial<ReaderState> = {}) => {
    const answer = (await turn(document, state)).controls.which;
    return answer?.kind === 'condition' ? answer.problems : answer;
  };

  test('take the value of their control; a blank one switches the condition off', async () => {
    const veldry = asked(value({ default: 'Veldry' }));
    expect(await rowsIn(veldry)).toBe(2);
    expect(await rowsIn(veldry, { values: { port: 'Tamsel' } })).toBe(1);
    expect(await rowsIn(veldry, { values: { port: '' } })).toBe(4);
    expect(await rowsIn(asked(value()))).toBe(4);
    expect(await problems(asked(value()))).toEqual([]);
  });

  test('that are required keep no row while they are blank', async () => {
    const document = asked(value({ required: true }));
    expect(await rowsIn(document)).toBe('empty');
    expect(await problems(document)).toEqual([{ entry: 'a', message: ':port has no value yet.' }]);
    expect(await rowsIn(document, { values: { port: 'Tamsel' } })).toBe(1);
  });

  test('whose control is hidden are blank', async () => {
    const hidden = value({ default: 'Tamsel', reveal: { control: 'route', values: ['Nowhere'] } });
    const document = asked(hidden, slicer('route'));
    expect(await rowsIn(document)).toBe(4);
    expect((await turn(document)).controls.port).toEqual({ kind: 'hidden' });
  });

  test('without a control, or with a value that does not fit, have no effect and say so', async () => {
    expect(await rowsIn(asked())).toBe(4);
    expect(await problems(asked())).toMatchObject([{ message: 'There is no value control for :port.' }]);
    const listed = asked(value({ allowed: ['Veldry', 'Tamsel'] }));
    const odd = { values: { port: 'Nowhere' } };
    expect(await rowsIn(listed, odd)).toBe(4);
    expect(await problems(listed, odd)).toEqual([{ entry: 'a', message: ':port: One of Veldry, Tamsel.' }]);
    expect((await turn(listed, odd)).controls.port).toEqual({
      kind: 'value',
      value: 'Nowhere',
      problem: 'One of Veldry, Tamsel.',
    });
  });
});

describe('number ranges', () => {
  test('on totals keep categories whose total lies inside, after the rows are put together', async () => {
    const document = documentOf(bar('routes'), line('sea'), totals);
    const shown = async (low: number | null, high: number | null) => {
      const answer = (await turn(document, { ranges: { sums: { low, high } } })).visuals.routes!;
      return answer.kind === 'chart' ? answer.categories : answer.kind;
    };
    expect(await shown(null, null)).toEqual([null, 'Tamsel', 'Veldry']);
    expect(await shown(4, null)).toEqual([null, 'Tamsel']);
    expect(await shown(3, 4)).toEqual(['Tamsel', 'Veldry']);
    const point = crosspoint(designOf(document, TEST_MODEL), totals, document.visuals[1]!);
    expect(point).toMatchObject({
      state: 'no route',
      words: expect.stringContaining('this visual has none') as string,
    });
  });

  test('on totals are joined: all of them, or any of those that are joined so', async () => {
    const another = (join: 'all' | 'any') =>
      ({ ...totals, id: 'days', of: { dataset: 'trips', measure: 'rows' }, join }) as Control;
    const shown = async (join: 'all' | 'any', sums: object, days: object) => {
      const document = documentOf(bar('routes'), { ...totals, join }, another(join));
      const ranges = { sums, days } as Record<string, { low: number; high: number }>;
      const answer = (await turn(document, { ranges })).visuals.routes!;
      return answer.kind === 'chart' ? answer.categories : answer.kind;
    };
    // Seats: blank 8, Tamsel 4, Veldry 3. Rows: blank 1, Tamsel 1, Veldry 2.
    const [eight, two] = [
      { low: 8, high: null },
      { low: 2, high: 2 },
    ];
    expect(await shown('all', eight, two)).toEqual([]);
    expect(await shown('any', eight, two)).toEqual([null, 'Veldry']);
    expect(await shown('any', eight, { low: null, high: null })).toEqual([null]);
    expect(await shown('all', { low: 8, high: 8, also: [{ low: 3, high: 3 }] }, two)).toEqual(['Veldry']);
  });

  test('on rows are conditions on their number', () => {
    expect(boundsCondition('seats', { low: 1, high: 2, also: [{ low: 8, high: null }] })).toBe(
      '(seats >= 1 AND seats <= 2) OR (seats >= 8)',
    );
    expect(boundsCondition('seats', { low: null, high: null })).toBeNull();
    expect(boundsCondition('seats', { low: -1.5, high: 1e6 })).toBe('seats >= -1.5 AND seats <= 1000000');
  });
});

test('a slicer reaches a dataset by the column that its wire names', async () => {
  const document = documentOf(table('log'), slicer('route'));
  const wires = [{ control: 'route', target: 'log', on: true, roles: {}, columns: { trips: 'channel' } }];
  const other = { ...document, wires };
  const [log] = other.visuals;
  expect(crosspoint(designOf(other, TEST_MODEL), slicer('route') as never, log!)).toMatchObject({
    state: 'wired',
    words: 'Route: Trips by channel, chosen on this wire.',
  });
  expect(await rowsIn(other, { choices: { route: ['web'] } })).toBe(3);
  expect(await rowsIn(document, { choices: { route: ['web'] } })).toBe('empty');
  // Even where nothing is shared: the wire itself says what means the same.
  const foreign = slicer('port', 'port', 'fuel');
  const bridged = {
    ...documentOf(table('log'), foreign),
    wires: [{ control: 'port', target: 'log', on: true, roles: {}, columns: { trips: 'route' } }],
  };
  expect(await rowsIn(bridged, { choices: { port: ['Veldry'] } })).toBe(2);
});

test('conditions made from choices can be read, whatever the values', () => {
  for (const text of [
    choiceCondition('route', ["O'Osk", null, '"x"'], false),
    choiceCondition('route', ['a'], true),
    choiceCondition('route', [null], true),
    groupsCondition(['route', 'channel'], [["O'Osk", null], ['a']], true),
  ])
    expect(readCondition(TEST_MODEL, 'trips', text)).toMatchObject({ ok: true });
});
