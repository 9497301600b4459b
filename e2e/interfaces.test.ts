/** The interfaces for scripts: imports that are cut off, documents that meet, answers against SQL. */
import { designOf } from '../src/core/dashboard/wiring/design';
import type { Connection } from 'mysql2/promise';
import { parseIsoDay } from '../src/core/calendar/day';
import { eventually } from './support/page';
import { api, factTableOf, jobEnd, load, numberFrom, openDatabase, upload } from './support/application';

let database: Connection;
beforeAll(async () => {
  database = await openDatabase();
});
afterAll(() => database.end());

const COLUMNS = [
  { name: 'day', type: 'day', role: 'day' },
  { name: 'other', type: 'day', role: 'other' },
  { name: 'route', type: 'text', category: true },
  { name: 'seats', type: 'whole' },
  { name: 'fare', type: 'decimal', scale: 2 },
];

/** Rows with holes, blanks and negative numbers, the same every time. */
function rowsText(count: number, firstDay = 0): string {
  let seed = 7;
  const next = (below: number) => (seed = (seed * 48271) % 2147483647) % below;
  const iso = (day: number) => new Date((19_000 + day) * 86_400_000).toISOString().slice(0, 10);
  const lines = ['day,other,route,seats,fare'];
  for (let i = 0; i < count; i++) {
    const day = next(40) === 0 ? '' : iso(firstDay + next(200) * 2);
    const other = next(3) === 0 ? '' : iso(firstDay + next(400));
    const route = ['Veldry–Osk Head', 'Tamsel', 'O’Quern, "north"', ''][next(4)]!;
    const fare = next(9) === 0 ? '' : ((next(200_000) - 100_000) / 100).toFixed(2);
    lines.push(
      `${day},${other},"${route.replaceAll('"', '""')}",${next(7) === 0 ? '' : next(60) - 10},${fare}`,
    );
  }
  return `${lines.join('\n')}\n`;
}

interface Summary {
  readonly key: string;
  readonly rows: number;
  readonly load: number;
  readonly coverage: Record<string, { first: string; last: string; days: number; blank: number }>;
}
const summary = async (key: string) => (await api<Summary>('GET', `/datasets/${key}`)).body;

describe('loading', () => {
  test('replaces, appends, and knows the days of each role', async () => {
    expect(await load(rowsText(2000), { name: 'Loads', columns: COLUMNS })).toMatchObject({
      state: 'done',
      result: { loaded: 2000, refused: 0 },
    });
    const first = await summary('loads');
    const fact = await factTableOf(database, 'loads');
    expect(first.coverage.day!.days).toBe(
      await numberFrom(database, `SELECT COUNT(DISTINCT c1) FROM ${fact}`),
    );
    expect(first.coverage.other!.blank).toBe(
      await numberFrom(database, `SELECT COUNT(*) FROM ${fact} WHERE c2 IS NULL`),
    );
    await load(rowsText(500, 600), { name: 'Loads', mode: 'append', columns: COLUMNS }, 'loads');
    const more = await summary('loads');
    expect(more.rows).toBe(2500);
    expect(more.coverage.day!.last > first.coverage.day!.last).toBe(true);
    await load(rowsText(10), { name: 'Loads', columns: COLUMNS }, 'loads');
    expect((await summary('loads')).rows).toBe(10);
    const tables = await numberFrom(
      database,
      "SELECT COUNT(*) FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name LIKE 'fact\\_%'",
    );
    expect(tables).toBe(
      await numberFrom(
        database,
        "SELECT COUNT(*) FROM dataset WHERE COALESCE(JSON_VALUE(origin, '$.mode'), '') <> 'live'",
      ),
    );
  });

  test('a cancelled load leaves the earlier rows whole and nothing behind', async () => {
    const before = await summary('loads');
    // At once, and when some rows are under way: wherever it is, it ends, and its file goes.
    for (const rows of [0, 1, 60_000, 150_000]) {
      const body = {
        upload: await upload(rowsText(300_000)),
        source: 'big.csv',
        into: 'loads',
        plan: { name: 'Loads', delimiter: ',', columns: COLUMNS },
      };
      const { body: job } = await api<{ id: string }>('POST', '/datasets', body);
      await eventually('rows under way', async () => {
        const { body: now } = await api<{ rows: number; state: string }>('GET', `/jobs/${job.id}`);
        return now.rows >= rows || now.state !== 'running';
      });
      await api('DELETE', `/jobs/${job.id}`);
      expect((await jobEnd(job.id)).state).toBe('cancelled');
      expect(await summary('loads')).toEqual(before);
      expect((await api('POST', '/datasets', body)).status).toBe(404);
    }
    const fact = await factTableOf(database, 'loads');
    expect(await numberFrom(database, `SELECT COUNT(*) FROM ${fact}`)).toBe(10);
  });

  test('a load whose database connection is killed leaves the earlier rows whole', async () => {
    const before = await summary('loads');
    const body = {
      upload: await upload(rowsText(300_000)),
      source: 'big.csv',
      into: 'loads',
      plan: { name: 'Loads', delimiter: ',', columns: COLUMNS },
    };
    const { body: job } = await api<{ id: string }>('POST', '/datasets', body);
    for (;;) {
      const [rows] = (await database.query(
        "SELECT id FROM information_schema.processlist WHERE info LIKE 'LOAD DATA%'",
      )) as unknown as [{ id: number }[]];
      if (rows[0]) {
        await database.query(`KILL ${rows[0].id}`);
        break;
      }
    }
    expect((await jobEnd(job.id)).state).toBe('failed');
    expect(await summary('loads')).toEqual(before);
  });

  test('two loads into one dataset do not meet', async () => {
    const body = async () => ({
      upload: await upload(rowsText(100_000)),
      source: 'a.csv',
      into: 'loads',
      plan: { name: 'Loads', delimiter: ',', columns: COLUMNS },
    });
    const bodies = [await body(), await body()];
    const jobs = await Promise.all(bodies.map((entry) => api<{ id: string }>('POST', '/datasets', entry)));
    const ends = await Promise.all(jobs.map((job) => jobEnd(job.body.id)));
    expect(ends.map((end) => end.error?.code ?? end.state).sort()).toEqual(['done', 'load-running']);
  });

  test('refused rows are kept with their reasons and come as a file', async () => {
    await load('day,seats\n2025-01-01,4\n2025-02-30,5\n2025-01-03,"=many"\n', {
      name: 'Refused',
      columns: [
        { name: 'day', type: 'day', role: 'day' },
        { name: 'seats', type: 'whole' },
      ],
    });
    const { body } = await api('GET', '/datasets/refused/refusals');
    expect(body).toEqual([
      { line: 3, column: 'day', value: '2025-02-30', reason: 'There is no such day' },
      { line: 4, column: 'seats', value: '=many', reason: 'Not a number' },
    ]);
    const text = await (
      await fetch(`${process.env.DATHEN_URL}/api/datasets/refused/refusals?format=csv`)
    ).text();
    expect(text).toMatch(/^4,seats,"?'=many"?,Not a number/m);
  });

  test('the almanac covers the years of the data, a row a day', async () => {
    const [[span]] = (await database.query(
      'SELECT MIN(day) AS first, MAX(day) AS last, COUNT(*) AS days FROM almanac_day',
    )) as unknown as [{ first: string; last: string; days: number }[]];
    expect(span!.first).toMatch(/-01-01$/);
    expect(span!.last).toMatch(/-12-31$/);
    expect(span!.days).toBe(parseIsoDay(span!.last)! - parseIsoDay(span!.first)! + 1);
    const [[row]] = (await database.query(
      "SELECT * FROM almanac_day WHERE day = '2024-12-30'",
    )) as unknown as [Record<string, unknown>[]];
    expect(row).toMatchObject({
      iso_year: 2025,
      iso_week: 1,
      weekday_name: 'Monday',
      month_name: 'December',
      quarter: 4,
      days_left_in_month: 1,
      day_of_year: 365,
    });
  });
});

describe('answers', () => {
  const measures = ['sum', 'average', 'count', 'minimum', 'maximum'].map((aggregation) => ({
    key: aggregation,
    name: aggregation,
    aggregation,
    column: 'fare',
    unit: '',
    decimals: 2,
    role: 'day',
  }));
  const bars = measures.map((measure) => ({
    id: measure.key,
    kind: 'bar',
    title: '',
    measure: { dataset: 'answers', measure: measure.key },
    category: 'route',
    order: 'name',
    limit: 50,
  }));
  const lines = measures.map((measure) => ({
    id: `l${measure.key}`,
    kind: 'line',
    title: '',
    measure: { dataset: 'answers', measure: measure.key },
    grain: 'month',
  }));
  const visuals = [
    ...bars,
    ...lines,
    { id: 'log', kind: 'table', title: '', dataset: 'answers', role: 'day', columns: ['day', 'fare'] },
  ];
  const controls = [
    {
      id: 'span',
      kind: 'timeline',
      title: '',
      default: 'all',
      level: 'month',
      levelFixed: false,
      size: 'words',
      allowUncovered: false,
    },
    {
      id: 'booked',
      kind: 'timeline',
      title: '',
      default: 'all',
      level: 'month',
      levelFixed: false,
      size: 'words',
      allowUncovered: false,
    },
    {
      id: 'route',
      kind: 'slicer',
      title: '',
      dataset: 'answers',
      column: 'route',
      default: [],
      several: true,
      unavailable: 'struck',
    },
  ];
  const wires = visuals.flatMap((visual) => [
    { control: 'span', target: visual.id, on: true, roles: {} },
    { control: 'booked', target: visual.id, on: true, roles: { answers: 'other' } },
    { control: 'route', target: visual.id, on: true, roles: {} },
  ]);
  const document = { version: 1, title: 'Answers', timeZone: 'UTC', visuals, controls, wires, layout: [] };
  let id: number;
  beforeAll(async () => {
    await load(rowsText(5000), { name: 'Answers', columns: COLUMNS });
    await api('PATCH', '/datasets/answers', { measures });
    id = (await api<{ id: number }>('POST', '/dashboards', document)).body.id;
  });

  interface VisualJson {
    readonly rows: number;
    readonly layout: string;
    readonly data: readonly {
      category?: string | null;
      start?: string;
      end?: string;
      values: readonly (number | null)[];
    }[];
    readonly window: {
      readonly shown: readonly [string, string][];
      readonly days: number;
      readonly daysWithData: number;
    };
  }
  interface Answers {
    readonly visuals: Record<string, VisualJson>;
  }

  test.each([
    ['everything', {}, 'TRUE', 'running totals'],
    [
      'a window',
      { periods: { span: '2022-03-05/2022-09-17' } },
      "c1 BETWEEN '2022-03-05' AND '2022-09-17'",
      'running totals',
    ],
    ['a choice', { choices: { route: ['Tamsel', null] } }, "(c3 = 'Tamsel' OR c3 IS NULL)", 'running totals'],
    [
      'windows on two roles and a choice',
      {
        periods: { span: '2022-03/2022-10', booked: '2022-05-02/..' },
        choices: { route: ['O’Quern, "north"', 'Veldry–Osk Head'] },
      },
      "c1 BETWEEN '2022-03-01' AND '2022-10-31' AND c2 >= '2022-05-02' AND c3 IN ('O’Quern, \"north\"', 'Veldry–Osk Head')",
      'sparse by day',
    ],
  ] as const)('under %s are those of SQL, to the last digit', async (_, state, condition, layout) => {
    const { body } = await api<Answers>('POST', `/dashboards/${id}/answers`, state);
    const fact = await factTableOf(database, 'answers');
    const where = `WHERE c1 IS NOT NULL AND ${condition}`;
    const figures: Record<string, string> = {
      sum: 'SUM(c5)',
      average: 'SUM(c5), COUNT(c5)',
      count: 'COUNT(c5)',
      minimum: 'MIN(c5)',
      maximum: 'MAX(c5)',
    };
    const rows = await numberFrom(database, `SELECT COUNT(*) FROM ${fact} ${where}`);
    expect(body.visuals.log!.rows).toBe(rows);
    for (const [measure, expression] of Object.entries(figures)) {
      const value = (row: readonly (string | null)[]) => {
        if (row[1] === null || (measure === 'count' && Number(row[1]) === 0)) return null;
        return measure === 'average' ? Number(row[1]) / Number(row[2]) : Number(row[1]);
      };
      const grouped = async (key: string) => {
        const sql = `SELECT ${key}, ${expression} FROM ${fact} ${where} GROUP BY 1`;
        const [found] = (await database.query({ sql, rowsAsArray: true })) as unknown as [
          (string | null)[][],
        ];
        return new Map(found.map((row) => [row[0], value(row)]));
      };
      const bar = body.visuals[measure]!;
      expect(bar.layout).toBe(layout);
      const byRoute = await grouped('c3');
      expect(bar.data).toHaveLength(byRoute.size);
      for (const entry of bar.data) expect(entry.values[0]).toBe(byRoute.get(entry.category));
      const byMonth = await grouped("DATE_FORMAT(c1, '%Y-%m-01')");
      for (const entry of body.visuals[`l${measure}`]!.data)
        expect(entry.values[0]).toBe(byMonth.get(entry.start) ?? null);
    }
  });

  test('of the cube and of the database alone are the same', async () => {
    const { sqlSource } = await import('../src/server/answers/sqlSource');
    const { heldCube } = await import('../src/server/answers/cubes');
    const { readModel } = await import('../src/server/model/model');
    const { cubeSource } = await import('../src/core/cube/source');
    const { cubeShapesFor } = await import('../src/core/dashboard/turn/shapes');
    const { answerTurn } = await import('../src/core/dashboard/turn/turn');
    const { readDocument } = await import('../src/core/dashboard/document/document');
    const { closeDatabase } = await import('../src/server/database/connection');
    const { model, stored } = await readModel();
    const read = readDocument(document);
    if (!read.ok) throw new Error(read.problems.join());
    const own = read.document;
    const shapes = cubeShapesFor(designOf(own, model));
    const cubes = await Promise.all(
      shapes.map((shape) =>
        heldCube(
          stored.find((entry) => entry.key === shape.dataset)!,
          shape,
        ),
      ),
    );
    const fromCubes = cubeSource(cubes.map((cube) => cube!));
    const plain = (answer: unknown) =>
      JSON.parse(
        JSON.stringify(answer, (key, value: unknown) => (key === 'layout' ? undefined : value)),
      ) as unknown;
    for (const periods of [
      {},
      { span: '2022-04' },
      { span: '2022-02-03/2022-12-01', booked: '2022-06' },
      { span: '2030' },
    ] as Record<string, string>[]) {
      for (const choices of [{}, { route: ['Tamsel'] }, { route: [null, 'nowhere'] }] as Record<
        string,
        (string | null)[]
      >[]) {
        const input = { design: designOf(own, model), today: 20_000, state: { periods, choices } };
        expect(plain(await answerTurn(input, sqlSource(stored, model)))).toEqual(
          plain(await answerTurn(input, fromCubes)),
        );
      }
    }
    await closeDatabase();
  });
});

describe('dashboards', () => {
  const empty = (title: string) => ({
    version: 3,
    title,
    timeZone: 'UTC',
    anchor: 'today',
    hold: false,
    visuals: [],
    controls: [],
    wires: [],
    zones: [],
    layout: [],
  });

  test('a save over a newer revision is refused, and both versions are kept', async () => {
    const { body: made } = await api<{ id: number }>('POST', '/dashboards', empty('First'));
    expect(
      (await api('PUT', `/dashboards/${made.id}`, { basedOn: 1, document: empty('Second') })).body,
    ).toMatchObject({ saved: true, revision: 2 });
    const refused = await api('PUT', `/dashboards/${made.id}`, { basedOn: 1, document: empty('Other') });
    expect(refused).toMatchObject({
      status: 409,
      body: {
        error: {
          code: 'newer-revision',
          details: { theirs: { revision: 2, document: { title: 'Second' } } },
        },
      },
    });
    const [kept] = (await database.query('SELECT document FROM dashboard_revision WHERE dashboard_id = ?', [
      made.id,
    ])) as unknown as [{ document: string }[]];
    expect(kept.map((row) => (JSON.parse(row.document) as { title: string }).title).sort()).toEqual([
      'First',
      'Other',
      'Second',
    ]);
  });

  test('can be deleted and brought back, duplicated and downloaded', async () => {
    const { body: made } = await api<{ id: number }>('POST', '/dashboards', empty('Garden'));
    const copy = await api<{ document: { title: string } }>('POST', `/dashboards/${made.id}/duplicate`);
    expect(copy.body.document.title).toBe('Garden (copy)');
    await api('DELETE', `/dashboards/${made.id}`);
    expect((await api('GET', `/dashboards/${made.id}`)).status).toBe(404);
    await api('POST', `/dashboards/${made.id}/restore`);
    expect(
      await (await fetch(`${process.env.DATHEN_URL}/api/dashboards/${made.id}?download`)).json(),
    ).toMatchObject(empty('Garden'));
  });

  test.each([
    ['GET', '/dashboards/999999', undefined, 404, 'no-such-dashboard'],
    ['GET', '/dashboards/x', undefined, 400, 'bad-request'],
    ['POST', '/dashboards', { title: 'no version' }, 400, 'bad-request'],
    ['GET', '/datasets/none', undefined, 404, 'no-such-dataset'],
    ['GET', '/jobs/none', undefined, 404, 'no-such-job'],
    ['POST', '/datasets', { upload: 'x' }, 400, 'bad-request'],
    [
      'PATCH',
      '/datasets/loads',
      {
        measures: [
          { key: 'm', name: 'M', aggregation: 'sum', column: 'route', unit: '', decimals: 0, role: 'day' },
        ],
      },
      400,
      'not-a-number',
    ],
  ] as const)('%s %s is answered with a code and a sentence', async (method, route, body, status, code) => {
    const answer = await api<{ error: { code: string; message: string } }>(method, route, body);
    expect(answer).toMatchObject({ status, body: { error: { code } } });
    expect(answer.body.error.message.length).toBeGreaterThan(10);
  });

  test('writes from other pages and other host names are turned away', async () => {
    const response = await fetch(`${process.env.DATHEN_URL}/api/dashboards`, {
      method: 'POST',
      headers: { origin: 'http://elsewhere.example' },
      body: '{}',
    });
    expect(response.status).toBe(403);
  });

  test('health tells database and version; the schema of documents is published', async () => {
    expect((await api('GET', '/health')).body).toMatchObject({
      version: expect.any(String) as string,
      database: { ok: true },
    });
    expect((await api('GET', '/schema/dashboard')).body).toMatchObject({
      title: 'Dathen dashboard document',
    });
  });
});
