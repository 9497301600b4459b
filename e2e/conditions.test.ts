/** Generated conditions: what a row-by-row reading, the cube and the database keep is the same. */
import fc from 'fast-check';
import { compileCondition } from '../src/core/condition/evaluate';
import { columnsIn, printCondition } from '../src/core/condition/print';
import { conditionArbitrary } from '../src/core/condition/testing';
import { api, load } from './support/application';

const STATUSES = ['sailed', 'late', "it's", 'Ä', 'ä', 'x_y', '50%', '', 'SAILED', 'a|b'];
const FIRST = 20_400;
const isoAt = (day: number) => new Date(day * 86_400_000).toISOString().slice(0, 10);

interface Row {
  readonly status: string | null;
  readonly seats: number | null;
  readonly sailed: number | null;
}
let seed = 5;
const random = (most: number) => {
  seed = (seed * 1103515245 + 12345) % 2147483648;
  return Math.floor((seed / 2147483648) * most);
};
const ROWS: readonly Row[] = Array.from({ length: 900 }, () => {
  // A blank text is read as no value.
  const status = STATUSES[random(STATUSES.length)]!;
  return {
    status: status === '' ? null : status,
    seats: random(9) === 0 ? null : [0.5, 2.25, -1, 0, 1, 2, 3, 7, 9][random(9)]!,
    sailed: random(15) === 0 ? null : FIRST + random(420),
  };
});
const quoted = (text: string) => `"${text.replaceAll('"', '""')}"`;
const TODAY = FIRST + 200;

beforeAll(async () => {
  const lines = ROWS.map(
    (row) =>
      `${isoAt(FIRST)},${row.sailed === null ? '' : isoAt(row.sailed)},${row.status === null ? '' : quoted(row.status)},${row.seats ?? ''}`,
  );
  await load(`booked,sailed,status,seats\n${lines.join('\n')}\n`, {
    name: 'Conditioned',
    columns: [
      { name: 'booked', type: 'day', role: 'booked' },
      { name: 'sailed', type: 'day', role: 'sailed' },
      { name: 'status', type: 'text', category: true },
      { name: 'seats', type: 'decimal', scale: 2 },
    ],
  });
});

test('is kept by the same rows everywhere', async () => {
  const { readModel } = await import('../src/server/model/model');
  const { heldCube } = await import('../src/server/answers/cubes');
  const { sqlSource } = await import('../src/server/answers/sqlSource');
  const { cubeSource } = await import('../src/core/cube/source');
  const { TOTAL } = await import('../src/core/cube/query');
  const { ALL_DAYS } = await import('../src/core/calendar/runs');
  const { readCondition } = await import('../src/core/dashboard/reader/conditions');
  const { closeDatabase } = await import('../src/server/database/connection');
  const { model, stored } = await readModel();
  const owner = stored.find((entry) => entry.key === 'conditioned')!;
  const cube = await heldCube(owner, {
    dataset: 'conditioned',
    load: owner.currentLoad!,
    day: 'booked',
    otherDays: ['sailed'],
    categories: ['status'],
    conditions: [],
    numbers: [],
    spellings: {},
  });
  const cubes = cubeSource([cube!]);
  const database = sqlSource(stored, model);
  // A status that is blank stands for no value, so an unquoted empty text is kept by none.
  const texts = fc.sample(conditionArbitrary, { numRuns: 300, seed: 11 });
  let byCube = 0;
  let some = 0;
  for (const text of texts) {
    const read = readCondition(model, 'conditioned', text);
    if (!read.ok) throw new Error(`${text}: ${read.error.message}`);
    const test = compileCondition(read.value, TODAY);
    const kept = ROWS.filter((row) => test((column) => row[column as keyof Row]) === true).length;
    const sql = printCondition(read.value, TODAY);
    const query = {
      dataset: 'conditioned',
      day: 'booked',
      filters: [],
      otherDays: [],
      conditions: [{ sql }],
      window: ALL_DAYS,
      by: TOTAL,
      numbers: [],
    };
    const answered = await database.aggregate(query);
    expect([text, answered?.rows[0] ?? 0]).toEqual([text, kept]);
    const fromCube = await cubes.aggregate(query);
    if (columnsIn(read.value).includes('seats')) expect(fromCube).toBeUndefined();
    else {
      byCube++;
      expect([text, fromCube?.rows[0] ?? 0]).toEqual([text, kept]);
    }
    if (kept > 0 && kept < ROWS.length) some++;
  }
  // The sample is of use only where conditions tell rows apart, and cubes are asked too.
  expect(some).toBeGreaterThan(80);
  expect(byCube).toBeGreaterThan(60);
  await closeDatabase();
});

test('is counted before it is used, and refused with its place', async () => {
  const count = (sql: string) =>
    api<{ kept: number; rows: number; error?: { code: string; message: string; details: object } }>(
      'POST',
      '/conditions/check',
      { dataset: 'conditioned', sql },
    );
  const late = ROWS.filter((row) => row.status === 'late').length;
  expect((await count("status = 'late'")).body).toEqual({ kept: late, rows: ROWS.length });
  const refused = await count("status = 'late' AND seat > 3");
  expect(refused.status).toBe(400);
  expect(refused.body.error).toMatchObject({
    code: 'bad-condition',
    message: 'There is no column “seat” here. Did you mean seats?',
    details: { code: 'no-such-column', from: 20, to: 24 },
  });
});

test('has a name of its own on every dashboard, and is deleted only when that is said', async () => {
  const definition = { name: 'Late ones', dataset: 'conditioned', sql: "status = 'late'" };
  const made = await api<{ key: string }>('POST', '/definitions', definition);
  expect(made.status).toBe(201);
  expect((await api('POST', '/definitions', definition)).status).toBe(400);
  const { key } = made.body;
  const shown = [{ dataset: 'conditioned', measure: 'rows' }];
  const dashboard = await api<{ id: number }>('POST', '/dashboards', {
    version: 2,
    title: 'Late',
    timeZone: 'UTC',
    visuals: [{ id: 'count', kind: 'figure', title: '', measures: shown }],
    controls: [
      {
        id: 'which',
        kind: 'condition',
        title: '',
        dataset: 'conditioned',
        groups: [{ entries: [{ id: 'late', name: '', sql: '', definition: key }] }],
      },
    ],
    wires: [{ control: 'which', target: 'count', on: true, roles: {} }],
    layout: [],
  });
  const rows = async (state: object = {}) =>
    (
      await api<{ visuals: { count: { rows?: number } } }>(
        'POST',
        `/dashboards/${dashboard.body.id}/answers`,
        state,
      )
    ).body.visuals.count.rows;
  const withStatus = (wanted: string) => ROWS.filter((row) => row.status === wanted).length;
  expect(await rows()).toBe(withStatus('late'));
  expect(await rows({ off: ['which'] })).toBe(ROWS.length);
  expect(await rows({ conditions: { which: { on: [], own: "status = 'x_y'" } } })).toBe(withStatus('x_y'));
  await api('PUT', `/definitions/${key}`, { ...definition, sql: "status = 'sailed'" });
  expect(await rows()).toBe(withStatus('sailed'));
  const listed = await api<{ key: string; dashboards: { title: string }[] }[]>('GET', '/definitions');
  expect(listed.body.find((entry) => entry.key === key)!.dashboards).toEqual([
    { id: dashboard.body.id, title: 'Late' },
  ]);
  expect((await api('DELETE', `/definitions/${key}`)).status).toBe(409);
  expect((await api('DELETE', `/definitions/${key}?used=yes`)).status).toBe(200);
  // Without its definition the entry has no effect, and says so.
  expect(await rows()).toBe(ROWS.length);
});
