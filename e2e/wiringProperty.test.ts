/**
 * Random dashboards and states: the rows that a trace counts are those of straight SQL, and a switched wire changes the
 * visual that it leads to and no other.
 */
import fc from 'fast-check';
import type { Connection } from 'mysql2/promise';
import { api, factTableOf, load, openDatabase } from './support/application';

const FIRST = 20_000;
const isoAt = (day: number) => new Date(day * 86_400_000).toISOString().slice(0, 10);
const ROUTES = ['North', 'South', 'East'];

let seed = 3;
const random = (most: number) => {
  seed = (seed * 1103515245 + 12345) % 2147483648;
  return Math.floor((seed / 2147483648) * most);
};
const lines = ['day,other,route,seats'];
for (let i = 0; i < 1500; i++) {
  const day = FIRST + random(120);
  lines.push(
    [
      day % 11 === 0 ? '' : isoAt(day),
      random(5) === 0 ? '' : isoAt(day - random(30)),
      random(8) === 0 ? '' : ROUTES[random(ROUTES.length)],
      String(random(9)),
    ].join(','),
  );
}

const rows = (role: string | null) => [{ dataset: 'wired', measure: 'rows', role }];
const route = { dataset: 'wired', column: 'route' };
const VISUALS = [
  { id: 'byday', kind: 'figure', title: 'A', measures: rows(null) },
  { id: 'byother', kind: 'figure', title: 'B', measures: rows('other') },
  { id: 'routes', kind: 'bar', title: 'C', measures: rows(null), across: route, picks: true },
  { id: 'weeks', kind: 'line', title: 'D', measures: rows('other'), grain: 'week', picks: true },
  { id: 'log', kind: 'table', title: 'E', dataset: 'wired', role: 'day', columns: ['day'] },
];
const ROLE: Record<string, string> = {
  byday: 'day',
  byother: 'other',
  routes: 'day',
  weeks: 'other',
  log: 'day',
};
const timeline = { kind: 'timeline', level: 'month', levelFixed: false, size: 'words', default: 'all' };
const slicer = { kind: 'slicer', default: [], several: true, unavailable: 'struck' };
const CONTROLS = [
  { ...timeline, id: 'span', title: 'F' },
  { ...timeline, id: 'extra', title: 'G' },
  { ...slicer, id: 'choice', title: 'H', dimension: route },
  { ...slicer, id: 'weekday', title: 'I', dimension: { attribute: 'weekday' }, exclude: true },
  { id: 'which', kind: 'condition', title: 'J', dataset: 'wired', groups: [] },
];
const ACTORS = [...CONTROLS.map((control) => control.id), 'routes', 'weeks'];
const COLUMN: Record<string, string> = { day: 'c1', other: 'c2' };

interface Span {
  readonly from: number;
  readonly to: number;
}
const span = fc
  .tuple(fc.integer({ min: 0, max: 110 }), fc.integer({ min: 0, max: 60 }))
  .map(([from, length]): Span => ({ from: FIRST + from, to: FIRST + from + length }));
const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
const CONDITIONS = [
  "route = 'North' OR seats > 4",
  'route IS NULL',
  'EXTRACT(MONTH FROM day) IN (10, 11)',
  '',
];
const CONDITION_SQL = ["c3 = 'North' OR c4 > 4", 'c3 IS NULL', 'MONTH(c1) IN (10, 11)', 'TRUE'];

const wire = fc.record({
  control: fc.constantFrom(...ACTORS),
  target: fc.constantFrom(...VISUALS.map((visual) => visual.id)),
  on: fc.boolean(),
  role: fc.constantFrom(null, 'day', 'other'),
});
const scenario = fc.record({
  wires: fc.uniqueArray(wire, {
    minLength: 4,
    maxLength: 25,
    selector: (entry) => `${entry.control} ${entry.target}`,
  }),
  span: fc.option(span, { nil: null }),
  extra: fc.option(span, { nil: null }),
  choice: fc.subarray<string | null>([...ROUTES, null]),
  weekdays: fc.subarray(DAYS, { maxLength: 5 }),
  condition: fc.integer({ min: 0, max: CONDITIONS.length - 1 }),
  picked: fc.subarray<string | null>([...ROUTES, null]),
  swept: fc.option(span, { nil: null }),
  exclude: fc.boolean(),
});
type Scenario = Parameters<Parameters<typeof scenario.map>[0]>[0];

const textOf = ({ from, to }: Span) => `${isoAt(from)}/${isoAt(to)}`;

function documentOf(chosen: Scenario, switched?: { control: string; target: string }) {
  const wires = chosen.wires
    .filter((entry) => entry.control !== entry.target)
    .map(({ control, target, on, role }) => ({
      control,
      target,
      on: switched?.control === control && switched.target === target ? !on : on,
      roles: role === null ? {} : { wired: role },
    }));
  return {
    version: 2,
    title: 'Random',
    timeZone: 'UTC',
    visuals: VISUALS,
    controls: CONTROLS,
    wires,
    layout: [],
  };
}

const stateOf = (chosen: Scenario) => ({
  periods: {
    ...(chosen.span ? { span: textOf(chosen.span) } : {}),
    ...(chosen.extra ? { extra: textOf(chosen.extra) } : {}),
  },
  choices: { choice: chosen.choice, weekday: chosen.weekdays },
  conditions: { which: { on: [], own: CONDITIONS[chosen.condition] } },
  picks: {
    routes: { days: null, keys: chosen.picked.map((value) => [value]), exclude: chosen.exclude },
    ...(chosen.swept ? { weeks: { days: textOf(chosen.swept), keys: [], exclude: chosen.exclude } } : {}),
  },
});

const within = (column: string, { from, to }: Span) =>
  `${column} BETWEEN '${isoAt(from)}' AND '${isoAt(to)}'`;
const inRoutes = (values: readonly (string | null)[]) =>
  values.map((value) => (value === null ? 'c3 IS NULL' : `COALESCE(c3 = '${value}', FALSE)`)).join(' OR ');

/** The rows that a visual sees, by SQL written for this test alone. */
function whereOf(chosen: Scenario, target: string): string {
  const own = ROLE[target]!;
  const parts = [`${COLUMN[own]} IS NOT NULL`];
  for (const { control, role, ...entry } of chosen.wires) {
    if (entry.target !== target || !entry.on || control === target) continue;
    const column = COLUMN[role ?? own]!;
    const limited = control === 'span' ? chosen.span : control === 'extra' ? chosen.extra : null;
    if (limited) parts.push(within(column, limited));
    if (control === 'choice' && chosen.choice.length > 0) parts.push(inRoutes(chosen.choice));
    if (control === 'weekday' && chosen.weekdays.length > 0) {
      const numbers = chosen.weekdays.map((name) => DAYS.indexOf(name)).join(', ');
      parts.push(`WEEKDAY(${column}) NOT IN (${numbers})`);
    }
    if (control === 'which') parts.push(CONDITION_SQL[chosen.condition]!);
    if (control === 'routes' && chosen.picked.length > 0)
      parts.push(`${chosen.exclude ? 'NOT ' : ''}(${inRoutes(chosen.picked)})`);
    if (control === 'weeks' && chosen.swept)
      parts.push(`${chosen.exclude ? 'NOT ' : ''}(${within(column, chosen.swept)})`);
  }
  return parts.map((part) => `(${part})`).join(' AND ');
}

interface Trace {
  readonly parts: readonly { readonly steps: readonly { readonly rows?: number | null }[] }[];
}
interface Turn {
  readonly visuals: Record<string, object>;
}

let database: Connection;
let fact = '';
beforeAll(async () => {
  database = await openDatabase();
  await load(`${lines.join('\n')}\n`, {
    name: 'Wired',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'other', type: 'day', role: 'other' },
      { name: 'route', type: 'text', category: true },
      { name: 'seats', type: 'whole' },
    ],
  });
  fact = await factTableOf(database, 'wired');
});
afterAll(() => database.end());

const SCENARIOS = fc.sample(scenario, { numRuns: 40, seed: 21 });

test('the rows that a trace counts are those of SQL', async () => {
  let some = 0;
  for (const chosen of SCENARIOS) {
    const body = { document: documentOf(chosen), state: stateOf(chosen) };
    for (const { id } of VISUALS) {
      const traced = await api<Trace>('POST', '/trace', { ...body, item: id });
      const counts = traced.body.parts[0]!.steps.flatMap((step) =>
        step.rows === undefined ? [] : [step.rows],
      );
      const [found] = (await database.query(
        `SELECT COUNT(*) AS n FROM ${fact} WHERE ${whereOf(chosen, id)}`,
      )) as unknown as [{ n: number }[]];
      const expected = Number(found[0]!.n);
      expect([id, chosen, counts.at(-1)]).toEqual([id, chosen, expected]);
      if (expected > 0 && expected < 1200) some++;
    }
  }
  expect(some).toBeGreaterThan(60);
});

test('a switched wire changes the visual that it leads to, and no other', async () => {
  let changed = 0;
  for (const chosen of SCENARIOS.slice(0, 25)) {
    const [entry] = chosen.wires.filter((wired) => wired.control !== wired.target);
    if (!entry) continue;
    const state = stateOf(chosen);
    const only = VISUALS.map((visual) => visual.id);
    const before = await api<Turn>('POST', '/turns', { document: documentOf(chosen), state, only });
    const after = await api<Turn>('POST', '/turns', { document: documentOf(chosen, entry), state, only });
    const different = VISUALS.map((visual) => visual.id).filter(
      (id) => JSON.stringify(before.body.visuals[id]) !== JSON.stringify(after.body.visuals[id]),
    );
    // Where the wire says nothing now, not even its target changes but for being told that it acts.
    expect([entry.target]).toEqual(expect.arrayContaining(different));
    changed += different.length;
  }
  expect(changed).toBeGreaterThan(10);
});
