/** Random dashboards and states: what their visuals answer, against SQL that is written here by itself. */
import fc from 'fast-check';
import { isoDay } from '../../core/calendar/day';
import type { TestRow } from '../../core/cube/testing';
import { conditionStateSchema } from '../../core/dashboard/reader/conditionState';
import { SLICER_DEFAULTS } from '../../core/dashboard/document/kinds/slicer';
import { documentSchema, type DashboardDocument } from '../../core/dashboard/document/document';
import type { ReaderState } from '../../core/dashboard/reader/state';
import type { TurnAnswer, VisualAnswer } from '../../core/dashboard/turn/answer';
import { answerTurn } from '../../core/dashboard/turn/turn';
import { designOf } from '../../core/dashboard/wiring/design';
import type { Measure, Model } from '../../core/model/model';
import { TEST_MODEL, testMeasure } from '../../core/model/testing';
import { factTable } from '../datasets/definition';
import { editDataset } from '../datasets/edit';
import { findDataset, type StoredDataset } from '../datasets/repository';
import { askedOnce, loadText, tableOf, withDatabase } from '../testing';
import { sourceFor } from './answer';
import { sqlSource } from './sqlSource';

const at = withDatabase();
const ask = askedOnce<string | number | null>();
const QUESTIONS = Number(process.env.DATHEN_QUESTIONS ?? 300);
const TODAY = 80;

/** Rows of all kinds, the same in every run: days 5 to 94 with gaps, blanks in every column. */
const ROWS: readonly TestRow[] = Array.from({ length: 260 }, (_, i) => {
  const mixed = (i * 7919) % 1009;
  const day = 5 + (mixed % 90);
  return {
    day: day % 11 === 0 ? day + 1 : day,
    other: mixed % 5 === 0 ? null : 2 + ((mixed * 3) % 95),
    route: ['Veldry', 'Osk Head', 'Tamsel', 'Quern', 'Sollay', null][mixed % 6]!,
    channel: ['web', 'desk', null][(mixed >> 2) % 3]!,
    seats: mixed % 7 === 0 ? null : (mixed % 23) - 2,
    cents: mixed % 9 === 0 ? null : ((mixed * 137) % 20_000) - 3000,
  };
});

const MEASURES: readonly Measure[] = [
  ...TEST_MODEL.datasets[0]!.measures,
  testMeasure('kinds', 'count distinct', 'channel'),
];
const KEYS = MEASURES.map((measure) => measure.key);
const COLUMN: Readonly<Record<string, string>> = {
  day: 'c1',
  other: 'c2',
  route: 'c3',
  channel: 'c4',
  seats: 'c5',
  cents: 'c6',
};

// --- What is asked: plain choices, from which both a document and SQL are made.

type Run = readonly [number, number];
interface Wired {
  /** Index of the visuals that it is wired to. */
  readonly targets: readonly boolean[];
}
type ControlSpec =
  | (Wired & { readonly kind: 'window'; readonly run: Run; readonly role: 'day' | 'other' | null })
  | (Wired & { readonly kind: 'lately'; readonly days: number; readonly role: 'day' | 'other' | null })
  | (Wired & {
      readonly kind: 'choice';
      readonly column: 'route' | 'channel';
      readonly values: readonly (string | null)[];
      readonly exclude: boolean;
    })
  | (Wired & { readonly kind: 'condition'; readonly sql: string })
  | (Wired & {
      readonly kind: 'numbers';
      readonly low: number | null;
      readonly high: number | null;
      readonly also: Run | null;
    });
interface VisualSpec {
  readonly kind: 'figure' | 'bar' | 'line' | 'crosstab' | 'table';
  readonly measure: string;
  readonly role: 'day' | 'other' | null;
  readonly own: { readonly run: Run; readonly mode: 'replace' | 'narrow' } | null;
  readonly grain: 'day' | 'month';
  readonly split: boolean;
  readonly limit: number;
  readonly order: 'value' | 'natural';
  readonly rest: 'others' | 'drop';
}
interface Question {
  readonly visuals: readonly VisualSpec[];
  readonly controls: readonly ControlSpec[];
  readonly asOf: { readonly day: number; readonly later: readonly ('day' | 'other')[] } | null;
  /** The value of the parameter of conditions; null is blank. */
  readonly pier: string | null;
}

const day = fc.integer({ min: 0, max: 100 });
const run: fc.Arbitrary<Run> = fc.tuple(day, day).map(([a, b]) => [Math.min(a, b), Math.max(a, b)]);
const role = fc.constantFrom('day' as const, 'other' as const, null, null);
const targets = fc.array(fc.boolean(), { minLength: 3, maxLength: 3 });
const CONDITIONS = [
  'seats >= 5',
  "channel = 'web' OR route IS NULL",
  'seats IS NULL',
  'cents < 50',
  "NOT route = 'Quern'",
  'route = :pier OR seats > 14',
  'route LIKE :pier',
];
const control: fc.Arbitrary<ControlSpec> = fc.oneof(
  fc.record({ kind: fc.constant('window' as const), run, role, targets }),
  fc.record({ kind: fc.constant('lately' as const), days: fc.integer({ min: 1, max: 60 }), role, targets }),
  fc.record({
    kind: fc.constant('choice' as const),
    column: fc.constantFrom('route' as const, 'channel' as const),
    values: fc.uniqueArray(fc.constantFrom('Veldry', 'Tamsel', 'Quern', 'web', null), {
      minLength: 1,
      maxLength: 3,
    }),
    exclude: fc.boolean(),
    targets,
  }),
  fc.record({ kind: fc.constant('condition' as const), sql: fc.constantFrom(...CONDITIONS), targets }),
  fc.record({
    kind: fc.constant('numbers' as const),
    low: fc.option(fc.integer({ min: -2, max: 10 })),
    high: fc.option(fc.integer({ min: 10, max: 20 })),
    also: fc.option(
      fc.integer({ min: 22, max: 26 }).map((at): Run => [at, at + 2]),
      { freq: 3 },
    ),
    targets,
  }),
);
const visual: fc.Arbitrary<VisualSpec> = fc.record({
  kind: fc.constantFrom(
    'figure' as const,
    'bar' as const,
    'line' as const,
    'crosstab' as const,
    'table' as const,
  ),
  measure: fc.constantFrom(...KEYS),
  role,
  own: fc.option(fc.record({ run, mode: fc.constantFrom('replace' as const, 'narrow' as const) }), {
    freq: 4,
  }),
  grain: fc.constantFrom('day' as const, 'month' as const),
  split: fc.boolean(),
  limit: fc.integer({ min: 1, max: 6 }),
  order: fc.constantFrom('value' as const, 'natural' as const),
  rest: fc.constantFrom('others' as const, 'drop' as const),
});
const question: fc.Arbitrary<Question> = fc.record({
  visuals: fc.array(visual, { minLength: 1, maxLength: 3 }),
  controls: fc.array(control, { maxLength: 4 }),
  asOf: fc.option(fc.record({ day, later: fc.subarray(['day' as const, 'other' as const]) }), { freq: 4 }),
  pier: fc.option(fc.constantFrom('Veldry', 'Quern', '%e%', "it's")),
});

// --- The document and the state.

const phraseOf = ([first, last]: Run) => `${isoDay(first)}/${isoDay(last)}`;
const column = (key: string) => ({ dataset: 'trips', column: key });
const time = {
  title: '',
  anchor: null,
  offer: 'union',
  lost: 'keep',
  allowUncovered: false,
  hold: false,
  reveal: null,
};

function visualOf(spec: VisualSpec, i: number): object {
  const ownPeriod = spec.own && { phrase: phraseOf(spec.own.run), mode: spec.own.mode, anchor: null };
  const common = { id: `v${i}`, title: '', ownPeriod };
  const measured = {
    ...common,
    measures: [{ dataset: 'trips', measure: spec.measure, role: spec.role }],
    grain: spec.grain,
  };
  switch (spec.kind) {
    case 'figure':
      return { ...measured, kind: 'figure' };
    case 'line':
      return { ...measured, kind: 'line' };
    case 'crosstab': {
      const rows = [column('route'), ...(spec.split ? [column('channel')] : [])];
      return { ...measured, kind: 'crosstab', rows, columns: null, subtotals: true };
    }
    case 'bar': {
      const { limit, order, rest } = spec;
      const split = spec.split ? column('channel') : null;
      return { ...measured, kind: 'bar', across: column('route'), split, limit, order, rest };
    }
    case 'table':
      return { ...common, kind: 'table', dataset: 'trips', role: spec.role ?? 'day', columns: ['day'] };
  }
}

function controlOf(spec: ControlSpec, i: number): object {
  const common = { id: `c${i}`, title: '', hold: false, reveal: null };
  switch (spec.kind) {
    case 'window':
    case 'lately':
      return {
        ...time,
        id: `c${i}`,
        kind: 'phrase',
        default: spec.kind === 'window' ? 'all' : `last ${spec.days} days`,
      };
    case 'choice':
      return {
        ...SLICER_DEFAULTS,
        ...common,
        kind: 'slicer',
        dimension: column(spec.column),
        exclude: spec.exclude,
      };
    case 'condition':
      return { ...common, kind: 'condition', dataset: 'trips', join: 'all', open: true, groups: [] };
    case 'numbers':
      return { ...common, kind: 'numbers', of: column('seats'), default: { low: null, high: null } };
  }
}

function documentFor({ visuals, controls, asOf }: Omit<Question, 'pier'>): DashboardDocument {
  return documentSchema.parse({
    version: 3,
    title: 'Asked',
    timeZone: 'UTC',
    visuals: visuals.map(visualOf),
    controls: [
      ...controls.map(controlOf),
      { id: 'pier', kind: 'value', title: '', name: 'pier', type: 'text', default: '' },
      ...(asOf
        ? [
            {
              id: 'asof',
              kind: 'asof',
              title: '',
              later: asOf.later.map((key) => ({ dataset: 'trips', role: key })),
            },
          ]
        : []),
    ],
    wires: controls.flatMap((spec, c) =>
      visuals.map((_, v) => ({
        control: `c${c}`,
        target: `v${v}`,
        on: spec.targets[v]!,
        roles: 'role' in spec && spec.role ? { trips: spec.role } : {},
      })),
    ),
    layout: [],
  });
}

type NumbersSpec = Extract<ControlSpec, { kind: 'numbers' }>;
const boundsOf = ({ low, high, also }: NumbersSpec) => ({
  low,
  high,
  ...(also ? { also: [{ low: also[0], high: also[1] }] } : {}),
});

function stateFor({ controls, asOf, pier }: Question): ReaderState {
  const state = {
    periods: {} as Record<string, string>,
    choices: {} as Record<string, (string | null)[]>,
    conditions: {} as NonNullable<ReaderState['conditions']>,
    ranges: {} as NonNullable<ReaderState['ranges']>,
  };
  controls.forEach((spec, i) => {
    const id = `c${i}`;
    if (spec.kind === 'window') state.periods[id] = phraseOf(spec.run);
    if (spec.kind === 'choice') state.choices[id] = [...spec.values];
    if (spec.kind === 'condition')
      state.conditions[id] = conditionStateSchema.parse({ on: [], own: spec.sql });
    if (spec.kind === 'numbers') state.ranges[id] = boundsOf(spec);
  });
  return { ...state, values: { pier: pier ?? '' }, ...(asOf ? { asOf: isoDay(asOf.day) } : {}) };
}

// --- The SQL.

const between = (key: string, [first, last]: Run) =>
  `${COLUMN[key]} BETWEEN '${isoDay(first)}' AND '${isoDay(last)}'`;
const physical = (sql: string) => sql.replace(/\b(route|channel|seats|cents)\b/g, (key) => COLUMN[key]!);
const isOneOf = (key: string, values: readonly (string | null)[]) =>
  `(${COLUMN[key]} <=> NULL AND ${values.includes(null)}) OR COALESCE(${COLUMN[key]} IN (${values
    .map((value) => (value === null ? 'NULL' : `'${value}'`))
    .join(', ')}), FALSE)`;

/** The condition for the rows that a part of a visual sees. */
function whereOf(asked: Question, v: number, key: string): string {
  const spec = asked.visuals[v]!;
  const measure = MEASURES.find((entry) => entry.key === key);
  const own = spec.role ?? (spec.kind === 'table' ? 'day' : (measure?.role ?? 'day'));
  const today = asked.asOf?.day ?? TODAY;
  const conditions = [`${COLUMN[own]} IS NOT NULL`];
  if (spec.own) conditions.push(between(own, spec.own.run));
  for (const control of asked.controls) {
    if (!control.targets[v]) continue;
    if (control.kind === 'window' || control.kind === 'lately') {
      if (spec.own?.mode === 'replace') continue;
      const days: Run = control.kind === 'window' ? control.run : [today - control.days + 1, today];
      conditions.push(between(control.role ?? own, days));
    } else if (control.kind === 'choice') {
      const any = isOneOf(control.column, control.values);
      conditions.push(control.exclude ? `NOT (${any})` : any);
    } else if (control.kind === 'condition') {
      // A blank parameter switches off the condition that asks for it.
      if (control.sql.includes(':pier') && asked.pier === null) continue;
      const filled = control.sql.replace(':pier', `'${(asked.pier ?? '').replaceAll("'", "''")}'`);
      conditions.push(`COALESCE((${physical(filled)}), FALSE)`);
    } else {
      const { low, high, also } = control;
      const ends = [...(low === null ? [] : [`c5 >= ${low}`]), ...(high === null ? [] : [`c5 <= ${high}`])];
      // A range that is open at both ends lets every row be, whatever others there are.
      const first = ends.join(' AND ');
      const all =
        ends.length === 0 ? 'TRUE' : also ? `(${first}) OR c5 BETWEEN ${also[0]} AND ${also[1]}` : first;
      conditions.push(`COALESCE((${all}), FALSE)`);
    }
  }
  for (const later of asked.asOf?.later ?? [])
    conditions.push(`${COLUMN[later]} <= '${isoDay(asked.asOf!.day)}' OR ${COLUMN[later]} IS NULL`);
  if (measure?.key === 'busy') conditions.push('COALESCE(c5 >= 10, FALSE)');
  return conditions.map((condition) => `(${condition})`).join(' AND ');
}

class Oracle {
  constructor(
    private readonly table: string,
    private readonly asked: Question,
    private readonly v: number,
  ) {}

  private async one(sql: string): Promise<string | number | null> {
    return (await ask(sql))[0]?.[0] ?? null;
  }

  async rows(key: string, more = 'TRUE'): Promise<number> {
    const where = whereOf(this.asked, this.v, key);
    return Number(await this.one(`SELECT COUNT(*) FROM ${this.table} WHERE ${where} AND (${more})`));
  }

  /** The value of a measure over the rows that keep a condition too; null where there is nothing to show. */
  async value(key: string, more = 'TRUE'): Promise<number | null> {
    const measure = MEASURES.find((entry) => entry.key === key)!;
    if (measure.aggregation === 'ratio') {
      const over = await this.value('busy', more);
      const under = await this.value('rows', more);
      return over === null || !under ? null : (over / under) * 100;
    }
    const where = `${whereOf(this.asked, this.v, key)} AND (${more})`;
    const name = measure.column === null ? '*' : COLUMN[measure.column]!;
    const own = COLUMN[this.asked.visuals[this.v]!.role ?? measure.role]!;
    const from = `FROM ${this.table} WHERE ${where}`;
    const filled = `${from} AND ${name} IS NOT NULL`;
    const sql = {
      sum: `SELECT SUM(${name}) ${from}`,
      average: `SELECT SUM(${name}) / COUNT(${name}) ${from}`,
      count: `SELECT NULLIF(COUNT(${name}), 0) ${from}`,
      'count distinct': `SELECT NULLIF(COUNT(DISTINCT ${name}), 0) ${from}`,
      minimum: `SELECT MIN(${name}) ${from}`,
      maximum: `SELECT MAX(${name}) ${from}`,
      closing: `SELECT SUM(${name}) ${filled} AND ${own} = (SELECT MAX(${own}) ${filled})`,
    }[measure.aggregation];
    const found = await this.one(sql);
    if (measure.aggregation !== 'average' || found === null) return found === null ? null : Number(found);
    // The database rounds its quotients.
    return (
      Number(await this.one(`SELECT SUM(${name}) ${from}`)) /
      Number(await this.one(`SELECT COUNT(${name}) ${from}`))
    );
  }

  async distinct(
    key: string,
    columns: readonly string[],
    more = 'TRUE',
  ): Promise<readonly (readonly (string | null)[])[]> {
    const where = whereOf(this.asked, this.v, key);
    const names = columns.map((one) => COLUMN[one]).join(', ');
    return ask(`SELECT DISTINCT ${names} FROM ${this.table} WHERE ${where} AND (${more})`) as Promise<
      readonly (readonly (string | null)[])[]
    >;
  }
}

const isValue = (key: string, value: string | null) =>
  value === null ? `${COLUMN[key]} IS NULL` : `COALESCE(${COLUMN[key]} = '${value}', FALSE)`;
const isNone = (key: string, values: readonly (string | null)[]) =>
  values.map((value) => `NOT (${isValue(key, value)})`).join(' AND ') || 'TRUE';
const byName = (a: string | null, b: string | null) =>
  a === b ? 0 : a === null ? 1 : b === null ? -1 : a < b ? -1 : 1;

function same(found: number | null | undefined, expected: number | null) {
  if (expected === null) expect(found ?? null).toBeNull();
  else
    expect(Math.abs((found ?? NaN) - expected)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(expected)));
}

/** Values in the order in which a limit takes them. */
async function ranked(values: (string | null)[], valueOf: (value: string | null) => Promise<number | null>) {
  const figures = new Map<string | null, number | null>();
  for (const value of values) figures.set(value, await valueOf(value));
  return values.sort((a, b) => {
    const [one, other] = [figures.get(a)!, figures.get(b)!];
    if (one === null || other === null) return one === other ? byName(a, b) : one === null ? 1 : -1;
    return other - one || byName(a, b);
  });
}

/** The parts of a measure whose rows a visual sees. */
const partsOf = (key: string) => (key === 'share' ? ['busy', 'rows'] : [key]);

async function checkBar(oracle: Oracle, spec: VisualSpec, answer: Extract<VisualAnswer, { kind: 'chart' }>) {
  const key = spec.measure;
  const under = partsOf(key).at(-1)!;
  const routes = (await oracle.distinct(under, ['route'])).map(([route]) => route!);
  const ofRoute = (route: string | null) => oracle.value(key, isValue('route', route));
  const all = spec.order === 'value' ? await ranked(routes, ofRoute) : routes.sort(byName);
  const listed = all.slice(0, spec.limit);
  const hasOthers = spec.rest === 'others' && all.length > spec.limit;
  expect(answer.categories).toEqual([...listed, ...(hasOthers ? [{ others: all.length - spec.limit }] : [])]);
  const places = [
    ...listed.map((route) => isValue('route', route)),
    ...(hasOthers ? [isNone('route', listed)] : []),
  ];
  const named = answer.series.flatMap((series) => (series.value === undefined ? [] : [series.value]));
  for (const series of answer.series) {
    const part = !spec.split
      ? 'TRUE'
      : series.others === undefined
        ? isValue('channel', series.value!)
        : isNone('channel', named);
    for (const [i, place] of places.entries())
      same(series.values[i], await oracle.value(key, `(${place}) AND (${part})`));
  }
  if (!spec.split) return;
  const onAxis = hasOthers ? 'TRUE' : listed.map((route) => `(${isValue('route', route)})`).join(' OR ');
  const channels = (await oracle.distinct(under, ['channel'], onAxis)).map(([channel]) => channel!);
  const kept =
    channels.length <= spec.limit
      ? channels
      : (await ranked(channels, (channel) => oracle.value(key, isValue('channel', channel)))).slice(
          0,
          spec.limit,
        );
  expect(named).toEqual(kept.sort(byName));
}

async function checkLine(oracle: Oracle, spec: VisualSpec, answer: Extract<VisualAnswer, { kind: 'chart' }>) {
  const measure = MEASURES.find((entry) => entry.key === spec.measure)!;
  const own = COLUMN[spec.role ?? measure.role]!;
  const { starts, end } = answer.buckets!;
  expect(answer.buckets!.unit).toBe(spec.grain);
  for (const [b, first] of starts.entries()) {
    const last = (starts[b + 1] ?? end + 1) - 1;
    const inside = `${own} BETWEEN '${isoDay(first)}' AND '${isoDay(last)}'`;
    for (const series of answer.series) same(series.values[b], await oracle.value(spec.measure, inside));
  }
  // No row lies outside of the buckets.
  const inAll = `${own} BETWEEN '${isoDay(starts[0]!)}' AND '${isoDay(end)}'`;
  for (const part of partsOf(spec.measure))
    expect(await oracle.rows(part, inAll)).toBe(await oracle.rows(part));
}

async function checkCrosstab(
  oracle: Oracle,
  spec: VisualSpec,
  answer: Extract<VisualAnswer, { kind: 'crosstab' }>,
) {
  const columns = spec.split ? ['route', 'channel'] : ['route'];
  for (const { key, cells } of answer.table) {
    const inside = key.map((value, i) => `(${isValue(columns[i]!, value)})`).join(' AND ') || 'TRUE';
    same(cells[0]!.whole, await oracle.value(spec.measure, inside));
  }
  const leaves = answer.table
    .filter((row) => row.key.length === columns.length)
    .map((row) => JSON.stringify(row.key));
  const expected = (await oracle.distinct(partsOf(spec.measure).at(-1)!, columns)).map((key) =>
    JSON.stringify(key),
  );
  expect(leaves.sort()).toEqual(expected.sort());
}

async function check(table: string, asked: Question, answers: TurnAnswer) {
  for (const [v, spec] of asked.visuals.entries()) {
    const oracle = new Oracle(table, asked, v);
    const answer = answers.visuals[`v${v}`]!;
    const parts = spec.kind === 'table' ? ['rows'] : partsOf(spec.measure);
    const counts: number[] = [];
    for (const part of parts) counts.push(await oracle.rows(part));
    const rows = counts.reduce((total, count) => total + count, 0);
    if (rows === 0) {
      expect(answer.kind).toBe('empty');
      continue;
    }
    if (answer.kind === 'empty' || answer.kind === 'elsewhere' || answer.kind === 'broken')
      throw new Error(`${spec.kind} is ${answer.kind}`);
    // A ratio of which one side is empty shows nothing.
    if (counts.includes(0)) continue;
    expect(answer.rows).toBe(rows);
    if (answer.kind === 'figure') same(answer.value, await oracle.value(spec.measure));
    if (answer.kind === 'crosstab') await checkCrosstab(oracle, spec, answer);
    if (answer.kind === 'chart' && spec.kind === 'bar') await checkBar(oracle, spec, answer);
    if (answer.kind === 'chart' && spec.kind === 'line') await checkLine(oracle, spec, answer);
  }
}

describe('random dashboards', () => {
  let stored: StoredDataset;
  let model: Model;
  beforeAll(async () => {
    const { dataset } = await loadText(at.folder, 'trips', tableOf(ROWS));
    stored = await editDataset(await findDataset(dataset), { categories: ['route', 'channel'] });
    model = {
      ...TEST_MODEL,
      datasets: TEST_MODEL.datasets.map((entry) =>
        entry.key === 'trips' ? { ...entry, load: stored.currentLoad!, measures: [...MEASURES] } : entry,
      ),
    };
  }, 60_000);

  test(
    `answer what SQL says, from cubes and from the database: ${QUESTIONS} questions`,
    async () => {
      const table = factTable(stored.id, stored.currentLoad!);
      await fc.assert(
        fc.asyncProperty(question, async (asked) => {
          const design = designOf(documentFor(asked), model);
          const input = { design, state: stateFor(asked), today: TODAY };
          const cubes = await answerTurn(input, await sourceFor(design, [stored]));
          await check(table, asked, cubes);
          const database = await answerTurn(input, sqlSource([stored], model));
          await check(table, asked, database);
        }),
        { numRuns: QUESTIONS },
      );
    },
    30 * 60_000,
  );
});
