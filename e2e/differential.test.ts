/**
 * Every aggregation through every role, at several grains, under row conditions and missing rules: what the browser's
 * engine, the server's and the database answer is what straight SQL over the table of days gives, to the last digit.
 */
import { designOf } from '../src/core/dashboard/wiring/design';
import type { Connection } from 'mysql2/promise';
import { api, factTableOf, load, openDatabase } from './support/application';

const ROUTES = ['Veldry–Osk Head', 'Tamsel', 'veldry–osk head', ''];
const DAYS = 420;
const isoAt = (i: number) => new Date(Date.UTC(2024, 10, 20 + i)).toISOString().slice(0, 10);

/** Rows with holes (some weeks without any), blanks in every column, and spellings. */
function rowsText(): string {
  let seed = 9;
  const random = (most: number) => {
    seed = (seed * 1103515245 + 12345) % 2147483648;
    return Math.floor((seed / 2147483648) * most);
  };
  const lines = ['day,other,route,who,people,fare'];
  for (let i = 0; i < 3000; i++) {
    const day = random(DAYS);
    const hole = (day > 100 && day < 121) || day % 17 === 0;
    lines.push(
      [
        hole || random(12) === 0 ? '' : isoAt(day),
        random(4) === 0 ? '' : isoAt(Math.max(0, day - random(40))),
        ROUTES[random(ROUTES.length)],
        `guest ${random(60)}`,
        random(9) === 0 ? '' : String(random(50) - 5),
        random(7) === 0 ? '' : (random(200_000) / 100 - 300).toFixed(2),
      ].join(','),
    );
  }
  return `${lines.join('\n')}\n`;
}

const CONDITIONS = {
  none: { condition: null, sql: 'TRUE' },
  route: {
    condition: { column: 'route', operator: 'is none of', values: ['Tamsel'] },
    sql: "COALESCE(c3 <> 'Tamsel', TRUE)",
  },
  people: {
    condition: { column: 'people', operator: 'between', values: ['3', '30'] },
    sql: 'c5 BETWEEN 3 AND 30',
  },
  date: {
    condition: { column: 'other', operator: 'at least', values: ['2025-03-01'] },
    sql: "c2 >= '2025-03-01'",
  },
} as const;
type ConditionName = keyof typeof CONDITIONS;

const AGGREGATIONS = [
  ['sum', 'fare'],
  ['average', 'fare'],
  ['count', 'fare'],
  ['count', null],
  ['count distinct', 'who'],
  ['minimum', 'fare'],
  ['maximum', 'people'],
  ['closing', 'people'],
] as const;
const COLUMN_SQL: Record<string, string> = { fare: 'c6', people: 'c5', who: 'c4' };

const keyOf = (condition: ConditionName, i: number) => `${condition}_${i}`;
const measure = (key: string, more: object) => ({
  key,
  name: key,
  unit: '',
  decimals: 2,
  role: 'day',
  ...more,
});
const measures = [
  ...Object.entries(CONDITIONS).flatMap(([name, { condition }]) =>
    AGGREGATIONS.map(([aggregation, column], i) =>
      measure(keyOf(name as ConditionName, i), { aggregation, column, condition }),
    ),
  ),
  measure('zeros', { aggregation: 'sum', column: 'fare', missing: 'zero' }),
  measure('before', { aggregation: 'sum', column: 'fare', missing: 'previous' }),
  measure('per_row', {
    aggregation: 'ratio',
    column: null,
    ratio: {
      over: { dataset: 'differ', measure: 'none_0' },
      under: { dataset: 'differ', measure: 'people_3' },
    },
  }),
];

const GRAINS = {
  week: 'week_number',
  month: 'month_number',
  quarter: 'quarter_number',
  year: 'year',
} as const;
type GrainName = keyof typeof GRAINS;
const ROLES = { day: 'c1', other: 'c2' } as const;
type RoleName = keyof typeof ROLES;

const shown = (key: string, role: RoleName) => ({
  dataset: 'differ',
  measure: key,
  role: role === 'day' ? null : role,
});
const id = (...words: string[]) => words.join('').replace(/[^a-z0-9]/g, '');
const visuals = (Object.keys(ROLES) as RoleName[]).flatMap((role) => [
  ...(Object.keys(CONDITIONS) as ConditionName[]).flatMap((condition) => {
    const list = AGGREGATIONS.map((_, i) => shown(keyOf(condition, i), role));
    return [
      ...(Object.keys(GRAINS) as GrainName[]).map((grain) => ({
        id: id('l', condition, role, grain),
        kind: 'line',
        title: '',
        measures: list,
        grain,
      })),
      {
        id: id('b', condition, role),
        kind: 'bar',
        title: '',
        measures: list,
        across: { dataset: 'differ', column: 'route' },
        limit: 50,
      },
      {
        id: id('w', condition, role),
        kind: 'bar',
        title: '',
        measures: list,
        across: { attribute: 'weekday' },
        order: 'natural',
        limit: 50,
      },
    ];
  }),
  {
    id: id('m', role),
    kind: 'line',
    title: '',
    measures: ['zeros', 'before', 'per_row'].map((key) => shown(key, role)),
    grain: 'week',
  },
]);
const wires = visuals.flatMap((visual) => [
  { control: 'span', target: visual.id, on: true, roles: {} },
  { control: 'routes', target: visual.id, on: true, roles: {} },
  { control: 'weekend', target: visual.id, on: true, roles: {} },
]);
const slicer = { kind: 'slicer', title: '', default: [], several: true, unavailable: 'struck' };
const document = {
  version: 2,
  title: 'Differential',
  timeZone: 'UTC',
  visuals,
  controls: [
    {
      id: 'span',
      kind: 'timeline',
      title: '',
      default: 'all',
      level: 'month',
      levelFixed: false,
      size: 'words',
    },
    { ...slicer, id: 'routes', dimension: { dataset: 'differ', column: 'route' } },
    { ...slicer, id: 'weekend', dimension: { attribute: 'weekend' } },
  ],
  wires,
  layout: [],
};

let database: Connection;
let dashboard: number;
beforeAll(async () => {
  database = await openDatabase();
  await load(rowsText(), {
    name: 'Differ',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'other', type: 'day', role: 'other' },
      { name: 'route', type: 'text', category: true },
      { name: 'who', type: 'text' },
      { name: 'people', type: 'whole' },
      { name: 'fare', type: 'decimal', scale: 2 },
    ],
  });
  const edited = await api<{ error?: { message: string } }>('PATCH', '/datasets/differ', { measures });
  if (edited.status !== 200) throw new Error(edited.body.error?.message);
  await api('POST', '/shared', {
    name: 'Differ route',
    members: [{ dataset: 'differ', column: 'route' }],
    spellings: { 'veldry–osk head': 'Veldry–Osk Head' },
  });
  const made = await api<{ id: number }>('POST', '/dashboards', document);
  dashboard = made.body.id;
});
afterAll(() => database.end());

interface Datum {
  readonly start?: string;
  readonly category?: string | null;
  readonly values: readonly (number | null)[];
}
interface Answers {
  readonly visuals: Record<string, { kind: string; layout: string; data: readonly Datum[] }>;
}

const STATES = [
  ['everything', {}, 'TRUE'],
  ['a window', { periods: { span: '2025-01-15/2025-07-20' } }, "$day BETWEEN '2025-01-15' AND '2025-07-20'"],
  [
    'a choice of a merged value and of weekends',
    { choices: { routes: ['Veldry–Osk Head', null], weekend: ['Weekend'] } },
    "(c3 IN ('Veldry–Osk Head', 'veldry–osk head') OR c3 IS NULL) AND WEEKDAY($day) >= 5",
  ],
] as const;

/** Rows of a grouping by SQL: for each key the figures of every aggregation. */
async function expected(role: RoleName, condition: ConditionName, state: string, key: string) {
  const fact = await factTableOf(database, 'differ');
  const day = ROLES[role];
  const where = `${day} IS NOT NULL AND ${state.replaceAll('$day', day)} AND ${CONDITIONS[condition].sql}`;
  const list = AGGREGATIONS.map(([aggregation, column]) => {
    const name = column === null ? '*' : COLUMN_SQL[column]!;
    switch (aggregation) {
      case 'sum':
        return `SUM(${name})`;
      case 'average':
        return `CONCAT(SUM(${name}), '/', COUNT(${name}))`;
      case 'count':
        return `NULLIF(COUNT(${name}), 0)`;
      case 'count distinct':
        return `NULLIF(COUNT(DISTINCT ${name}), 0)`;
      case 'minimum':
        return `MIN(${name})`;
      case 'maximum':
        return `MAX(${name})`;
      case 'closing':
        return 'NULL';
    }
  });
  const from = `FROM ${fact} JOIN almanac_day ON almanac_day.day = ${day} WHERE ${where}`;
  const [rows] = (await database.query({
    sql: `SELECT ${key}, ${list.join(', ')} ${from} GROUP BY 1`,
    rowsAsArray: true,
  })) as unknown as [(string | number | null)[][]];
  const [closing] = (await database.query({
    sql: `SELECT ${key}, ${day}, SUM(c5) ${from} AND c5 IS NOT NULL GROUP BY 1, 2 ORDER BY 2`,
    rowsAsArray: true,
  })) as unknown as [(string | number | null)[][]];
  const last = new Map(closing.map((row) => [row[0], Number(row[2])]));
  const valueOf = (text: string | number | null) => {
    if (text === null) return null;
    const [over, under] = String(text).split('/');
    return under === undefined ? Number(over) : Number(over) / Number(under);
  };
  return new Map(
    rows.map(([group, ...values]) => [
      group,
      values.map((value, i) =>
        AGGREGATIONS[i]![0] === 'closing' ? (last.get(group) ?? null) : valueOf(value),
      ),
    ]),
  );
}

const ROUTE = "CASE c3 WHEN 'veldry–osk head' THEN 'Veldry–Osk Head' ELSE c3 END";

/** The condition for the rows before a window; none where there is no window. */
const beforeWindow = (sql: string) => {
  const found = /\$day BETWEEN ('[^']+') AND '[^']+'/.exec(sql);
  return found ? sql.replace(found[0], `$day < ${found[1]}`) : 'FALSE';
};

describe.each(STATES)('under %s', (_, state, sql) => {
  let answers: Answers['visuals'];
  beforeAll(async () => {
    answers = (await api<Answers>('POST', `/dashboards/${dashboard}/answers`, state)).body.visuals;
  });

  test.each(
    (Object.keys(ROLES) as RoleName[]).flatMap((role) =>
      (Object.keys(CONDITIONS) as ConditionName[]).map((condition) => [role, condition] as const),
    ),
  )('by %s where the condition is “%s”, every aggregation is SQL’s', async (role, condition) => {
    for (const [grain, column] of Object.entries(GRAINS)) {
      const byBucket = await expected(role, condition, sql, `almanac_day.${column}`);
      const [numbers] = (await database.query(`SELECT day, ${column} AS n FROM almanac_day`)) as unknown as [
        { day: string; n: number }[],
      ];
      const numberOf = new Map(numbers.map((row) => [row.day, row.n]));
      const { data } = answers[id('l', condition, role, grain)]!;
      expect(data.length).toBeGreaterThan(0);
      let filled = 0;
      for (const { start, values } of data) {
        const found = byBucket.get(numberOf.get(start!));
        if (found) filled++;
        expect([start, values]).toEqual([start, found ?? AGGREGATIONS.map(() => null)]);
      }
      expect(filled).toBe(byBucket.size);
    }
    for (const [letter, key] of [
      ['b', ROUTE],
      ['w', 'weekday_name'],
    ] as const) {
      const groups = await expected(role, condition, sql, key);
      const { data } = answers[id(letter, condition, role)]!;
      expect(data).toHaveLength(groups.size);
      for (const { category, values } of data)
        expect([category, values]).toEqual([category, groups.get(category)]);
    }
  });

  test.each(Object.keys(ROLES) as RoleName[])(
    'by %s, missing buckets read as their rule says',
    async (role) => {
      const sums = await expected(role, 'none', sql, 'almanac_day.week_start');
      const counts = await expected(role, 'people', sql, 'almanac_day.week_start');
      const { data } = answers[id('m', role)]!;
      // The last week with a value before the window; of a week that the window cuts, the days before it.
      const earlier = await expected(role, 'none', beforeWindow(sql), 'almanac_day.week_start');
      const weeks = [...earlier].filter(([, values]) => values[0] !== null);
      weeks.sort(([a], [b]) => (String(a) < String(b) ? -1 : 1));
      let previous: number | null = weeks.at(-1)?.[1][0] ?? null;
      for (const { start, values } of data) {
        const sum = sums.get(start)?.[0] ?? null;
        const rows = counts.get(start)?.[3] ?? null;
        if (sum !== null) previous = sum;
        expect([start, values]).toEqual([
          start,
          [sum ?? 0, previous, sum === null || rows === null ? null : sum / rows],
        ]);
      }
    },
  );
});

test('browser engine, server engine and database alone give the same answers', async () => {
  const { sqlSource } = await import('../src/server/answers/sqlSource');
  const { heldCube } = await import('../src/server/answers/cubes');
  const { readModel } = await import('../src/server/model/model');
  const { cubeFromArrow, cubeToArrow } = await import('../src/core/cube/arrow');
  const { cubeSource } = await import('../src/core/cube/source');
  const { cubeShapesFor } = await import('../src/core/dashboard/turn/shapes');
  const { answerTurn } = await import('../src/core/dashboard/turn/turn');
  const { readDocument } = await import('../src/core/dashboard/document/document');
  const { closeDatabase } = await import('../src/server/database/connection');
  const { model, stored } = await readModel();
  const read = readDocument({
    ...document,
    // Distinct values are counted by the database alone.
    visuals: visuals.map((visual) => ({
      ...visual,
      measures: visual.measures.filter((entry) => !entry.measure.endsWith('_4')),
    })),
  });
  if (!read.ok) throw new Error(read.problems.join());
  const shapes = cubeShapesFor(designOf(read.document, model));
  const owner = stored.find((entry) => entry.key === 'differ')!;
  const cubes = await Promise.all(shapes.map((shape) => heldCube(owner, shape)));
  // As the browser gets them: through their Arrow form.
  const browser = cubeSource(cubes.map((cube) => cubeFromArrow(cubeToArrow(cube!))));
  const server = cubeSource(cubes.map((cube) => cube!));
  const plain = (answer: unknown) =>
    JSON.parse(
      JSON.stringify(answer, (key, value: unknown) => (key === 'layout' ? undefined : value)),
    ) as unknown;
  for (const [, state] of STATES) {
    const input = {
      design: designOf(read.document, model),
      today: 20_300,
      state: { periods: {}, choices: {}, ...state },
    };
    const answer = await answerTurn(input, browser);
    expect(Object.values(answer.visuals).every((visual) => visual.kind === 'chart')).toBe(true);
    expect(plain(answer)).toEqual(plain(await answerTurn(input, server)));
    expect(plain(answer)).toEqual(plain(await answerTurn(input, sqlSource(stored, model))));
  }
  await closeDatabase();
});
