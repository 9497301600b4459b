/**
 * What people whose groups have rules see: for random rules, visuals, states and marks nothing but the rows that SQL
 * written here by itself lets through, and nowhere a value that is kept from them.
 */
import fc from 'fast-check';
import type { RowDataPacket } from 'mysql2/promise';
import { gunzipSync } from 'node:zlib';
import { isoDay, parseIsoDay } from '../../core/calendar/day';
import type { TestRow } from '../../core/cube/testing';
import { documentSchema, type DashboardDocument, type Visual } from '../../core/dashboard/document/document';
import { slicer, table as tableOn } from '../../core/dashboard/document/testing';
import { DEFAULT_STATE, type ReaderState } from '../../core/dashboard/reader/state';
import { WHOLE_MARK } from '../../core/dashboard/turn/behind';
import { cubeShapesFor } from '../../core/dashboard/turn/shapes';
import { answerJson } from '../../core/dashboard/turn/answerJson';
import { designOf } from '../../core/dashboard/wiring/design';
import type { RowRule } from '../../contract/rowRules';
import { answerOnServer } from '../answers/answer';
import { packedCube } from '../answers/cubes';
import { readRowPage, readRowsBehind, rowsToTake } from '../answers/rows';
import { takenAway } from '../answers/takeAway';
import { traceFor } from '../wiring/wiring';
import { ALONE, forCaller, forOurselves, type Caller } from '../caller';
import { pool } from '../database/connection';
import { factTable } from '../datasets/definition';
import { editDataset } from '../datasets/edit';
import { findDataset, type StoredDataset } from '../datasets/repository';
import { rowsCsv } from '../files/rowsCsv';
import { readModel } from '../model/model';
import { removeShared, saveShared } from '../model/shared';
import { loadText, tableOf, withDatabase } from '../testing';
import { removeGroup, saveGroup } from './groups';
import { listRules, removeRule, saveRule } from './rowRules';
import { sightOf } from './sight';

const at = withDatabase();
const SECRET = 'Hidden Sound';
const ROUTES = ['Veldry', 'Osk Head', 'Tamsel', 'Quern', SECRET, null] as const;
const FIRST = parseIsoDay('2025-01-01')!;

const ROWS: readonly TestRow[] = Array.from({ length: 800 }, (_, i) => {
  const mixed = (i * 7919) % 10_007;
  return {
    day: mixed % 50 === 0 ? null : FIRST + (mixed % 500),
    other: null,
    route: ROUTES[mixed % 6]!,
    channel: ['web', 'desk', null][(mixed >> 3) % 3]!,
    seats: mixed % 9 === 0 ? null : mixed % 23,
    cents: (mixed * 31) % 30_000,
  };
});

let stored: StoredDataset;
let shared = '';
let group = 0;
beforeAll(async () => {
  const { dataset } = await loadText(at.folder, 'trips', tableOf(ROWS));
  stored = await editDataset(await findDataset(dataset), { categories: ['route', 'channel'] });
  ({ key: shared } = await saveShared(null, {
    name: 'Route',
    members: [{ dataset: 'trips', column: 'route' }],
    // Quern is shown as Veldry; what is hidden has another spelling, too.
    spellings: { Quern: 'Veldry', 'Hidden Snd': SECRET },
  }));
  group = await saveGroup(null, { name: 'Crew', members: [] });
}, 60_000);

/** A reader of the group, as a request makes one. */
const reader = (groups: readonly number[] = [group]): Caller => ({
  kind: 'person',
  person: 'p1',
  name: 'reader@example.org',
  role: 'reader',
  groups,
  scope: null,
  dashboard: null,
});
const asReader = <T>(work: () => Promise<T>) => forCaller(undefined, reader(), work);

async function withRules<T>(rules: readonly Omit<RowRule, 'group'>[], work: () => Promise<T>): Promise<T> {
  const ids: number[] = [];
  try {
    for (const rule of rules) ids.push(await saveRule(null, { ...rule, group }));
    return await work();
  } finally {
    for (const id of ids) await removeRule(id);
  }
}

const DAYS: Readonly<Record<string, string>> = {
  '2025': "c1 BETWEEN '2025-01-01' AND '2025-12-31'",
  'from 2025-06-10': "c1 >= '2025-06-10'",
  // Today is 3 June 2026 for these tests.
  'last 3 full months': "c1 BETWEEN '2026-03-01' AND '2026-05-31'",
};

const anyRule = fc.oneof(
  fc.record({
    dimension: fc.constant('shared'),
    values: fc.subarray(['Veldry', 'Osk Head', 'Tamsel', null]),
    phrase: fc.option(fc.constantFrom(...Object.keys(DAYS))),
  }),
  fc.record({
    dimension: fc.constant(null),
    values: fc.constant(null),
    phrase: fc.constantFrom(...Object.keys(DAYS)),
  }),
);
type AnyRule = { dimension: string | null; values: (string | null)[] | null; phrase: string | null };

/** The rows that rules let through, as SQL that shares nothing with the server's. */
function allowedBySql(rules: readonly AnyRule[]): string {
  const one = ({ values, phrase }: AnyRule) => {
    const parts = phrase === null ? ['TRUE'] : [`COALESCE(${DAYS[phrase]}, FALSE)`];
    if (values) {
      const named = values.flatMap((value) =>
        value === null ? [] : value === 'Veldry' ? ["'Veldry'", "'Quern'"] : [`'${value}'`],
      );
      const any = [
        ...(named.length > 0 ? [`COALESCE(c3 IN (${named.join()}), FALSE)`] : []),
        ...(values.includes(null) ? ['c3 IS NULL'] : []),
      ];
      parts.push(any.length === 0 ? 'FALSE' : `(${any.join(' OR ')})`);
    }
    return `(${parts.join(' AND ')})`;
  };
  const by = (dimension: string | null) => rules.filter((rule) => rule.dimension === dimension);
  return ['shared', null]
    .map(by)
    .filter((list) => list.length > 0)
    .map((list) => `(${list.map(one).join(' OR ')})`)
    .join(' AND ');
}

async function bySql(select: string, ...conditions: string[]): Promise<RowDataPacket[]> {
  const [rows] = await pool().query<RowDataPacket[]>(
    `SELECT ${select} FROM ${factTable(stored.id, stored.currentLoad!)} WHERE ${conditions.join(' AND ')}`,
  );
  return rows;
}

const trips = { dataset: 'trips', column: 'route' };
const document: DashboardDocument = documentSchema.parse({
  version: 3,
  title: 'Seen',
  timeZone: 'UTC',
  baselines: [{ id: 'b1', name: '', text: 'previous span' }],
  visuals: [
    { id: 'all', kind: 'figure', title: '', measures: [{ dataset: 'trips', measure: 'rows' }] },
    {
      id: 'bars',
      kind: 'bar',
      title: '',
      measures: [{ dataset: 'trips', measure: 'rows' }],
      across: trips,
      limit: 20,
    },
    { ...tableOn('log'), columns: ['day', 'route', 'seats'] },
  ],
  controls: [{ id: 'span', kind: 'phrase', title: '', default: 'all' }, slicer('route')],
  wires: ['span', 'route'].flatMap((control) =>
    ['all', 'bars', 'log'].map((target) => ({ control, target, on: true, roles: {} })),
  ),
  layout: [],
});
const table = document.visuals.find(
  (visual): visual is Extract<Visual, { kind: 'table' }> => visual.kind === 'table',
)!;

/** Everything that a reader's browser can be sent for a state, as text. */
async function everything(state: ReaderState): Promise<string> {
  const { model } = await readModel();
  const { answer } = await answerOnServer(document, state);
  const page = await readRowPage(document, state, table, { offset: 0, limit: 500, sort: null });
  const behind = await readRowsBehind(
    document,
    state,
    { visual: 'bars', ...WHOLE_MARK },
    { offset: 0, limit: 500, sort: null, columns: null },
  );
  const taken = await takenAway(document, state, { visual: null, page: null });
  const trace = await traceFor(document, state, 'bars');
  const csv = await rowsCsv(await rowsToTake(document, state, { table: 'log' }), null);
  const lines = [];
  for await (const stretch of csv) lines.push(stretch);
  const cubes = [];
  for (const shape of cubeShapesFor(designOf(document, model))) {
    const packed = await packedCube(stored, shape);
    if (packed.ok) cubes.push(gunzipSync(packed.bytes).toString('latin1'));
  }
  return JSON.stringify([model, answerJson(answer), page, behind, taken, trace, lines, cubes]);
}

test('random rules: figures, bars, slicer values, rows, coverage and counts are those of the rows let through', async () => {
  let narrowed = 0;
  await fc.assert(
    fc.asyncProperty(
      fc.array(anyRule, { minLength: 1, maxLength: 3 }),
      fc.constantFrom('all', '2025', '2026-04'),
      (rules, span) =>
        withRules(
          rules.map((rule) => ({ ...rule, dimension: rule.dimension === null ? null : shared })),
          async () => {
            const allowed = allowedBySql(rules);
            const state: ReaderState = { ...DEFAULT_STATE, periods: { span } };
            const inSpan = {
              all: 'c1 IS NOT NULL',
              '2025': DAYS['2025']!,
              '2026-04': "c1 BETWEEN '2026-04-01' AND '2026-04-30'",
            }[span];
            const [count] = await bySql('COUNT(*) AS n', allowed, inSpan);
            const groups = await bySql(
              "IF(c3 = 'Quern', 'Veldry', c3) AS route, COUNT(*) AS n",
              allowed,
              `${inSpan} GROUP BY 1`,
            );
            const { answer } = await asReader(() => answerOnServer(document, state));
            const { bars, all: figure } = answerJson(answer).visuals as unknown as Record<
              string,
              { kind: string; rows?: number; data?: { category: string | null; values: number[] }[] }
            >;
            expect(figure!.rows ?? 0).toBe(Number(count!.n));
            expect(figure!.kind === 'empty').toBe(Number(count!.n) === 0);
            const inOrder = (list: [string | null, number][]) =>
              Object.fromEntries(list.map(([name, n]) => [String(name), n]));
            expect(inOrder((bars!.data ?? []).map(({ category, values }) => [category, values[0]!]))).toEqual(
              inOrder(groups.map((row) => [row.route as string | null, Number(row.n)])),
            );
            const page = await asReader(() =>
              readRowPage(document, state, table, { offset: 0, limit: 10, sort: null }),
            );
            expect(page.total).toBe(Number(count!.n));
            const { model } = await asReader(readModel);
            const [all] = await bySql('COUNT(*) AS n', allowed);
            expect(model.datasets.find(({ key }) => key === 'trips')!.rows).toBe(Number(all!.n));
            if (Number(all!.n) < ROWS.length) narrowed++;
            if (rules.some((rule) => rule.values !== null))
              expect(await asReader(() => everything(state))).not.toContain(SECRET);
          },
        ),
    ),
    { numRuns: 25 },
  );
  expect(narrowed).toBeGreaterThan(5);
}, 300_000);

test('who is in no group with rules, and who loads the data, sees everything', async () => {
  await withRules([{ dimension: shared, values: ['Tamsel'], phrase: null }], async () => {
    const rowsOf = async (caller: Caller) =>
      (await forCaller(undefined, caller, readModel)).model.datasets.find(({ key }) => key === 'trips')!.rows;
    const [tamsel] = await bySql('COUNT(*) AS n', "c3 = 'Tamsel'");
    expect(await rowsOf(reader())).toBe(Number(tamsel!.n));
    expect(await rowsOf(reader([]))).toBe(ROWS.length);
    expect(await rowsOf({ ...reader(), role: 'keeper' })).toBe(ROWS.length);
    expect(await rowsOf(ALONE)).toBe(ROWS.length);
    expect(await sightOf({ ...reader(), role: 'designer' })).not.toBeNull();
  });
});

test('a changed rule holds at once, and cubes made before are not given out', async () => {
  const state = DEFAULT_STATE;
  const routes = async () => {
    const { answer } = await asReader(() => answerOnServer(document, state));
    return JSON.stringify(answerJson(answer).visuals.bars);
  };
  const id = await saveRule(null, { group, dimension: shared, values: ['Tamsel'], phrase: null });
  expect(await routes()).toContain('Tamsel');
  await saveRule(id, { group, dimension: shared, values: ['Osk Head'], phrase: null });
  expect(await routes()).not.toContain('Tamsel');
  expect(await routes()).toContain('Osk Head');
  await removeRule(id);
  expect(await routes()).toContain(SECRET);
});

test('a dimension, and a group, that rules hold for cannot go', async () => {
  const id = await saveRule(null, { group, dimension: shared, values: ['Tamsel'], phrase: 'last month' });
  expect(await listRules()).toMatchObject([{ id, group, dimension: shared, phrase: 'last month' }]);
  await expect(removeShared(shared)).rejects.toMatchObject({ code: 'dimension-has-rules' });
  await expect(removeGroup(group)).rejects.toMatchObject({ code: 'group-has-rules' });
  await removeRule(id);
  await expect(removeRule(id)).rejects.toMatchObject({ status: 404 });
  await expect(
    saveRule(null, { group: 4711, dimension: null, values: null, phrase: 'today' }),
  ).rejects.toMatchObject({
    code: 'no-such-group',
  });
  await expect(
    saveRule(null, { group, dimension: null, values: null, phrase: 'now and then' }),
  ).rejects.toMatchObject({
    code: 'bad-phrase',
  });
});

test('where people have accounts, work on nobody’s behalf is refused', async () => {
  process.env.DATHEN_TEAM = '1';
  try {
    await expect(
      (async () => readRowPage(document, DEFAULT_STATE, table, { offset: 0, limit: 1, sort: null }))(),
    ).rejects.toThrow('nobody’s behalf');
    expect(await forOurselves(() => sightOf(ALONE))).toBeNull();
  } finally {
    delete process.env.DATHEN_TEAM;
  }
});

test('days of a rule roll on with the day', async () => {
  await withRules([{ dimension: null, values: null, phrase: 'yesterday' }], async () => {
    const page = await asReader(() =>
      readRowPage(document, DEFAULT_STATE, table, { offset: 0, limit: 500, sort: null }),
    );
    const [count] = await bySql('COUNT(*) AS n', `c1 = '${isoDay(parseIsoDay('2026-06-02')!)}'`);
    expect(page.total).toBe(Number(count!.n));
  });
});
