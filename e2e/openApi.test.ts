/** The interface for programs is what its document says: every route answers as it is described, and nothing breaks one. */
import type { ToldFindings } from '../src/contract/answers';
import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import Ajv2020 from 'ajv/dist/2020';
import { MEASURED_DEFAULTS, shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import { CHART_DEFAULTS } from '../src/core/dashboard/document/kinds/chart';
import { TIME_DEFAULTS } from '../src/core/dashboard/document/kinds/time';
import { table } from '../src/core/dashboard/document/testing';
import { BASE, writeTestFile } from './support/application';
import { eventually } from './support/page';
import { comeIn, PASSWORD, startTeam, Visitor, type Team } from './support/team';
import { fuzzOperation, memoryOf } from './support/fuzz';
import { addressIn, type Described, type OpenApi } from './support/described';

jest.setTimeout(300_000);

let team: Team;
let owner: Visitor;
let document: OpenApi;
const ajv = new Ajv2020({ strict: false, validateFormats: false });
/** Answers met, by operation: successes and errors. */
const met = new Map<string, { successes: number; errors: number }>();
const wrong: unknown[] = [];

beforeAll(async () => {
  team = await startTeam();
  owner = await comeIn(team.url, team.firstLink, 'Ada Quay', 'owner@example.org');
  document = await owner.json<OpenApi>('GET', '/openapi');
  ajv.addSchema({ $id: 'dathen', components: document.components });
}, 300_000);
afterAll(() => team?.stop(), 60_000);

/** References of the document lead into it wherever a schema of it is compiled. */
const rooted = (schema: unknown): object =>
  JSON.parse(JSON.stringify(schema).replace(/"#\/components\//g, '"dathen#/components/')) as object;

/** Looks at an answer of an operation: whether it is one of those that are described. */
async function look(operation: string, response: Response) {
  const [method, path] = operation.split(' ') as [string, string];
  const described = document.paths[path]![method.toLowerCase()]!;
  const count = met.get(operation) ?? { successes: 0, errors: 0 };
  met.set(operation, count);
  if (response.status < 400) count.successes++;
  else count.errors++;
  const own = described.responses[response.status];
  const content = own ? own.content : document.components.responses.Refused!.content;
  const type = response.headers.get('content-type');
  const complain = (why: unknown) => wrong.push({ operation, status: response.status, why });
  if (response.status < 400 && !own) return complain('this status is not described');
  if (content === undefined) return type === null || response.status >= 300 || complain(`a body of ${type}`);
  const media = Object.keys(content).find((entry) => type?.startsWith(entry.split(';')[0]!));
  if (media === undefined) return complain(`${type} is not described`);
  if (media !== 'application/json') return;
  const body: unknown = await response.json();
  const valid = ajv.compile(rooted(content[media]!.schema ?? {}));
  if (!valid(body)) complain({ errors: valid.errors?.slice(0, 3), body: JSON.stringify(body).slice(0, 300) });
  return body;
}

interface Call {
  readonly parts?: Readonly<Record<string, string | number>>;
  readonly query?: Readonly<Record<string, string>>;
  readonly body?: unknown;
  readonly raw?: { readonly type: string; readonly text: string };
  readonly as?: Visitor;
}

/** Asks for something that is expected to be given, and gives its JSON. */
async function call<T = Record<string, unknown>>(
  operation: string,
  { parts, query, body, raw, as = owner }: Call = {},
): Promise<T> {
  const [method, path] = operation.split(' ') as [string, string];
  const leave = new AbortController();
  const response = await fetch(`${team.url}${addressIn(path, parts)}?${new URLSearchParams(query)}`, {
    method,
    redirect: 'manual',
    signal: leave.signal,
    ...(raw ? { body: raw.text } : body === undefined ? {} : { body: JSON.stringify(body) }),
    headers: {
      ...as.headers,
      ...(method === 'GET' ? {} : { origin: team.url }),
      ...(raw
        ? { 'content-type': raw.type }
        : body === undefined
          ? {}
          : { 'content-type': 'application/json' }),
    },
  });
  if (response.status >= 400)
    wrong.push({ operation, status: response.status, body: (await response.clone().text()).slice(0, 400) });
  const answer = (await look(operation, response)) as T;
  if (operation === 'GET /api/events') leave.abort();
  return answer;
}

const ended = (id: string) =>
  eventually(
    'the end of the work',
    async () => {
      const job = await call<{ state: string; result: unknown }>('GET /api/jobs/{id}', { parts: { id } });
      return job.state !== 'running' && job;
    },
    60_000,
  );

async function loaded(name: string, rows: readonly string[]): Promise<string> {
  const text = `day,route,seats,price\n${rows.join('\n')}\n`;
  const { upload } = await call<{ upload: string }>('POST /api/uploads', {
    raw: { type: 'application/octet-stream', text },
  });
  const profile = await call<{ id: string }>('POST /api/uploads/{id}/profile', {
    parts: { id: upload },
    body: {},
  });
  await ended(profile.id);
  const columns = [
    { name: 'day', type: 'day', role: 'day' },
    { name: 'route', type: 'text', category: true },
    { name: 'seats', type: 'whole' },
    { name: 'price', type: 'decimal' },
  ];
  const plan = { delimiter: ',', name, columns };
  const job = await call<{ id: string }>('POST /api/datasets', {
    body: { upload, source: `${name}.csv`, plan },
  });
  const { result } = await ended(job.id);
  return (result as { dataset: string }).dataset;
}

test('the document is one of OpenAPI 3.1, and needs no more than the role of a reader', async () => {
  const file = writeTestFile('openapi.json', JSON.stringify(document));
  // Without holding up this process: connections that are kept open would be found closed.
  const { stdout } = await promisify(execFile)('node_modules/.bin/validate-api', [file]);
  expect(stdout).toMatch(/valid/);
  expect((await new Visitor(team.url).send('GET', '/api/openapi')).status).toBe(401);
  const alone = (await (await fetch(`${BASE}/api/openapi`)).json()) as OpenApi;
  expect(Object.keys(alone.paths)).toEqual(Object.keys(document.paths));
});

test('every route gives what is described', async () => {
  const rows = Array.from({ length: 90 }, (_, i) => {
    const day = new Date(Date.UTC(2026, 3, 1 + (i % 60))).toISOString().slice(0, 10);
    return `${day},${['Veldry', 'Tamsel', 'Orn'][i % 3]},${i === 7 ? 'many' : i + 1},${(i / 4).toFixed(2)}`;
  });
  const trips = await loaded('Trips', rows);
  const fares = await loaded('Fares', rows.slice(0, 60));

  for (const path of ['/api/health', '/api/ready', '/metrics', '/api/me', '/api/openapi', '/api/embed'])
    await call(`GET ${path}`);
  await call('GET /api/schema/dashboard');
  await call('GET /api/events');

  // Datasets and what they share.
  await call('GET /api/datasets');
  const dataset = await call<{
    load: number;
    measures: { key: string; column: string | null }[];
    columns: { key: string }[];
  }>('GET /api/datasets/{key}', { parts: { key: trips } });
  const of = { parts: { key: trips } };
  await call('PATCH /api/datasets/{key}', { ...of, body: { name: 'Trips by day' } });
  await call('GET /api/datasets/{key}/coverage', { ...of, query: { role: 'day', column: 'route' } });
  await call('GET /api/datasets/{key}/loads', of);
  await call('GET /api/datasets/{key}/refusals', of);
  await call('GET /api/datasets/{key}/values', { ...of, query: { column: 'route' } });
  const members = [
    { dataset: trips, column: 'route' },
    { dataset: fares, column: 'route' },
  ];
  await call('GET /api/shared/suggestions');
  await call('POST /api/shared/counts', { body: { members, values: ['Veldry', 'Nowhere'] } });
  const shared = await call<{ key: string }>('POST /api/shared', {
    body: { name: 'Route', members, spellings: {} },
  });
  await call('GET /api/shared');
  await call('PUT /api/shared/{key}', {
    parts: { key: shared.key },
    body: { name: 'Way', members, spellings: { Orn: 'Tamsel' } },
  });
  const definition = await call<{ key: string }>('POST /api/definitions', {
    body: { name: 'Full', dataset: trips, sql: 'seats > 40' },
  });
  const defined = { parts: { key: definition.key } };
  await call('PUT /api/definitions/{key}', {
    ...defined,
    body: { name: 'Full', dataset: trips, sql: 'seats > 50' },
  });
  await call('POST /api/conditions/check', { body: { dataset: trips, sql: 'seats > 40' } });
  const period = await call<{ key: string }>('POST /api/periods', {
    body: { name: 'Spring', phrase: '2026-04' },
  });
  const named = { parts: { key: period.key } };
  await call('PUT /api/periods/{key}', { ...named, body: { name: 'Spring', phrase: '2026-05' } });
  await call('POST /api/periods/{key}/changes', { ...named, body: { phrase: 'last 3 months' } });
  await call('GET /api/model');
  await call('GET /api/uses', { query: { dataset: trips } });

  // A dashboard, read in every way.
  const measure = dataset.measures.find(({ column }) => column === 'seats')!;
  await call('POST /api/measures/preview', {
    body: { dataset: trips, measure: dataset.measures.find(({ column }) => column === 'seats') },
  });
  const measures = [shownMeasure(trips, measure.key)];
  const design = {
    version: 3,
    title: 'Crossings',
    timeZone: 'UTC',
    baselines: [{ id: 'b1', name: '', text: 'previous span' }],
    visuals: [
      {
        ...MEASURED_DEFAULTS,
        id: 'all',
        kind: 'figure',
        title: 'Seats',
        measures,
        compare: {
          with: ['b1'],
          show: ['value', 'change'],
          days: 'as asked',
          per: 'total',
          open: false,
        },
      },
      { ...CHART_DEFAULTS, id: 'line', kind: 'line', title: 'By day', measures },
      {
        ...CHART_DEFAULTS,
        id: 'bars',
        kind: 'bar',
        title: 'By route',
        measures,
        across: { dataset: trips, column: 'route' },
      },
      {
        ...MEASURED_DEFAULTS,
        id: 'cross',
        kind: 'crosstab',
        title: 'Both',
        measures,
        rows: [{ dataset: trips, column: 'route' }],
        columns: { kind: 'grain' },
        subtotals: true,
      },
      { ...MEASURED_DEFAULTS, id: 'days', kind: 'calendarmap', title: 'Days', measures },
      { ...MEASURED_DEFAULTS, id: 'words', kind: 'text', title: 'Words', measures, text: '{measure}' },
      { ...table('log'), dataset: trips, role: 'day', title: 'Log', columns: ['day', 'route', 'seats'] },
    ],
    controls: [{ ...TIME_DEFAULTS, id: 'month', kind: 'phrase', title: 'Month', default: '2026-05' }],
    wires: ['all', 'line', 'bars', 'cross', 'days', 'words', 'log'].map((target) => ({
      control: 'month',
      target,
      on: true,
      roles: {},
    })),
    layout: ['all', 'line', 'bars', 'cross', 'days', 'words', 'log', 'month'].map((item, i) => ({
      item,
      x: (i % 3) * 8,
      y: Math.floor(i / 3) * 6,
      w: 8,
      h: 6,
    })),
  };
  const made = await call<{ id: number; revision: number; document: object }>('POST /api/dashboards', {
    body: design,
  });
  const on = { parts: { id: made.id } };
  await call('GET /api/dashboards');
  const stored = await call<{ document: object; revision: number }>('GET /api/dashboards/{id}', on);
  const shown = { document: stored.document, state: { periods: {}, choices: {} } };
  await call('PUT /api/dashboards/{id}', { ...on, body: { basedOn: 1, document: stored.document } });
  const revisions = await call<{ entry: number }[]>('GET /api/dashboards/{id}/revisions', on);
  await call('GET /api/dashboards/{id}/revisions/{entry}', {
    parts: { id: made.id, entry: revisions[0]!.entry },
  });
  await call('POST /api/dashboards/{id}/answers', { ...on, body: { rows: 5 } });
  await call('POST /api/dashboards/{id}/data', { ...on, body: { visual: 'bars', format: 'csv' } });
  await call('GET /api/dashboards/{id}/overview', on);
  await call('GET /api/dashboards/{id}/check', on);
  await call('POST /api/dashboards/{id}/rehearsal', { ...on, body: { days: 30 } });
  await call('POST /api/turns', { body: { ...shown, only: ['all', 'bars', 'log', 'month'] } });
  await call('POST /api/trace', { body: { ...shown, item: 'all' } });
  await call('POST /api/contributions', {
    body: { ...shown, visual: 'all', baseline: 'b1', measure: 0 },
  });
  await call('POST /api/data', { body: { ...shown, visual: null, format: 'json' } });
  await call('POST /api/rows', { body: { ...shown, table: 'log' } });
  await call('POST /api/rows/behind', { body: { ...shown, of: { visual: 'all' } } });
  await call('POST /api/rows/file', { body: { ...shown, rows: { table: 'log' } } });
  const loose = { ...stored.document, wires: [] };
  const findings = await call<ToldFindings>('POST /api/check', { body: { document: loose } });
  const { words: _, ...finding } = findings.find(({ mend }) => mend !== null)!;
  await call('POST /api/check/mend', { body: { document: loose, finding } });
  await call('POST /api/rehearsal', { body: { document: stored.document, days: 30 } });
  const shape = {
    dataset: trips,
    load: dataset.load,
    day: 'day',
    otherDays: [],
    categories: ['route'],
    conditions: [],
    numbers: [{ column: 'seats', scale: 0, extremes: false }],
    spellings: {},
  };
  await call('GET /api/cubes', { query: { shape: JSON.stringify(shape) } });
  const selection = await call<{ id: number }>('POST /api/dashboards/{id}/selections', {
    ...on,
    body: { name: 'April', parts: { month: '2026-04' } },
  });
  await call('GET /api/dashboards/{id}/selections', on);
  const selected = { parts: { id: made.id, selection: selection.id } };
  await call('PATCH /api/dashboards/{id}/selections/{selection}', { ...selected, body: { name: 'Spring' } });
  await call('DELETE /api/dashboards/{id}/selections/{selection}', selected);
  const timed = { name: 'Mornings', cron: '0 7 * * 1-5', timeZone: 'UTC', format: 'json' };
  const schedule = await call<{ id: number }>('POST /api/dashboards/{id}/schedules', { ...on, body: timed });
  const scheduled = { parts: { id: schedule.id } };
  await call('PUT /api/schedules/{id}', { ...scheduled, body: { ...timed, name: 'Early' } });
  await call('POST /api/schedules/{id}/run', scheduled);
  await call('GET /api/dashboards/{id}/schedules', on);
  await call('DELETE /api/schedules/{id}', scheduled);
  await call('GET /api/dashboards/{id}/access', on);
  await call('PUT /api/dashboards/{id}/access', { ...on, body: { access: 'all', grants: [] } });
  const { link } = await call<{ link: string }>('POST /api/dashboards/{id}/link', on);
  await call('GET /api/links/{token}', {
    parts: { token: link.split('/').at(-1)! },
    as: new Visitor(team.url),
  });
  await call('DELETE /api/dashboards/{id}/link', on);
  const copy = await call<{ id: number }>('POST /api/dashboards/{id}/duplicate', on);
  await call('DELETE /api/dashboards/{id}', { parts: { id: copy.id } });
  await call('POST /api/dashboards/{id}/restore', { parts: { id: copy.id } });
  await call('DELETE /api/dashboards/{id}', { parts: { id: copy.id } });
  await call('GET /api/bin');
  await call('DELETE /api/bin', { body: { kind: 'dashboard', id: String(copy.id) } });

  // What is named is used by nothing any more.
  await call('GET /api/definitions');
  await call('DELETE /api/definitions/{key}', defined);
  await call('GET /api/periods');
  await call('DELETE /api/periods/{key}', named);

  // The almanac.
  const { rule } = await call<{ rule: object }>('GET /api/almanac');
  await call('POST /api/almanac/preview', { body: { ...rule, weekStart: 7 } });
  await call('PUT /api/almanac', { body: rule });
  await call('GET /api/almanac/export');
  const calendar = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//tests//EN',
    'BEGIN:VEVENT',
    'UID:1@tests',
    'DTSTAMP:20260101T000000Z',
    'DTSTART;VALUE=DATE:20260501',
    'SUMMARY:Boat day',
    'END:VEVENT',
    'END:VCALENDAR',
    '',
  ].join('\r\n');
  const [set] = await call<{ id: number }[]>('POST /api/almanac/sets', {
    body: { name: 'Days', kind: 'holiday', source: 'days.ics', text: calendar },
  });
  await call('PATCH /api/almanac/sets/{id}', { parts: { id: set!.id }, body: { enabled: false } });
  await call('DELETE /api/almanac/sets/{id}', { parts: { id: set!.id } });
  const written = { first: '2026-04-10', last: '2026-04-11', words: 'Fog' };
  const note = await call<{ id: number }>('POST /api/almanac/notes', { body: written });
  await call('GET /api/almanac/notes');
  await call('GET /api/almanac/notes/file');
  await call('PUT /api/almanac/notes/{id}', { parts: { id: note.id }, body: { ...written, words: 'Mist' } });
  await call('DELETE /api/almanac/notes/{id}', { parts: { id: note.id } });
  const square = [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 0],
  ];
  const features = [
    { type: 'Feature', properties: { name: 'Orn' }, geometry: { type: 'Polygon', coordinates: [square] } },
  ];
  const geometry = await call<{ key: string }>('POST /api/geometries', {
    query: { name: 'Isles' },
    raw: { type: 'application/geo+json', text: JSON.stringify({ type: 'FeatureCollection', features }) },
  });
  await call('GET /api/geometries');
  await call('GET /api/geometries/{key}', { parts: { key: geometry.key } });
  await call('DELETE /api/geometries/{key}', { parts: { key: geometry.key } });

  // Another database, which is the one of the tests' own server.
  const { entry } = await call<{ entry: { id: number } }>('POST /api/connections', {
    body: {
      name: 'Own',
      host: '127.0.0.1',
      port: Number(process.env.DATHEN_DB_PORT),
      user: process.env.DATHEN_DB_USER,
      password: process.env.DATHEN_DB_PASSWORD,
      database: process.env.DATHEN_DB_NAME,
    },
  });
  const connected = { parts: { id: entry.id } };
  await call('GET /api/connections');
  await call('GET /api/connections/{id}/tables', connected);
  const copied = await call<{ id: string }>('POST /api/connections/{id}/copy', {
    ...connected,
    body: { table: 'setting' },
  });
  await ended(copied.id);
  const live = await call<{ dataset: string }>('POST /api/connections/{id}/live', {
    ...connected,
    body: { table: 'almanac_day', name: 'Days' },
  });
  await call('DELETE /api/datasets/{key}', { parts: { key: live.dataset } });
  await call('DELETE /api/bin', { body: { kind: 'dataset', id: live.dataset } });
  await call('DELETE /api/connections/{id}', connected);

  await call('DELETE /api/datasets/{key}', { parts: { key: fares } });
  await call('POST /api/datasets/{key}/restore', { parts: { key: fares } });

  // People.
  const invited = await call<{ link: string }>('POST /api/invitations', {
    body: { email: 'reader@example.org', role: 'reader' },
  });
  const token = invited.link.split('/').at(-1)!;
  const anyone = new Visitor(team.url);
  await call('GET /api/invitations/{token}', { parts: { token }, as: anyone });
  await call('POST /api/invitations/accept', {
    body: { token, name: 'Rea', password: PASSWORD },
    as: anyone,
  });
  await call('POST /api/invitations', { body: { email: 'other@example.org', role: 'reader' } });
  const everybody = await call<{
    people: { id: string; email: string }[];
    invitations: { id: number }[];
  }>('GET /api/people');
  await call('DELETE /api/invitations/{token}', { parts: { token: everybody.invitations[0]!.id } });
  const reader = everybody.people.find(({ email }) => email === 'reader@example.org')!;
  await call('PATCH /api/people/{id}', { parts: { id: reader.id }, body: { role: 'designer' } });
  await call('POST /api/people/{id}/reset', { parts: { id: reader.id } });
  const group = await call<{ id: number }>('POST /api/groups', { body: { name: 'Crew', members: [] } });
  const crew = { parts: { id: group.id } };
  await call('PUT /api/groups/{id}', { ...crew, body: { name: 'Crew', members: [reader.id] } });
  const held = { group: group.id, dimension: shared.key, values: ['Veldry'], phrase: null };
  const ruled = await call<{ id: number }>('POST /api/rules', { body: held });
  await call('GET /api/rules');
  await call('PUT /api/rules/{id}', { parts: { id: ruled.id }, body: { ...held, values: ['Tamsel'] } });
  await call('DELETE /api/rules/{id}', { parts: { id: ruled.id } });
  await call('DELETE /api/groups/{id}', crew);
  await call('DELETE /api/shared/{key}', { parts: { key: shared.key } });
  await call('GET /api/deeds', { query: { limit: '5' } });
  await call('GET /api/deeds/file');
  await eventually(
    'another session',
    async () => (await anyone.signIn('owner@example.org')).headers.cookie,
    60_000,
  );
  const sessions = await call<{ id: string; isThis: boolean }[]>('GET /api/sessions');
  await call('DELETE /api/sessions/{id}', { parts: { id: sessions.find(({ isThis }) => !isThis)!.id } });
  await call('POST /api/tokens', { body: { name: 'Nightly', scope: 'read', days: 1 } });
  const [kept] = await call<{ id: number }[]>('GET /api/tokens');
  await call('DELETE /api/tokens/{id}', { parts: { id: kept!.id } });
  await call('GET /api/auth/{all}', { parts: { all: 'error' } });
  await eventually('signing in to be let through', async () => {
    const response = await anyone.send('POST', '/api/auth/sign-in/email', {
      email: 'owner@example.org',
      password: PASSWORD,
    });
    return response.ok && (await look('POST /api/auth/{all}', response), true);
  });

  const demo = await call<{ id: string }>('POST /api/demo');
  await call('DELETE /api/jobs/{id}', { parts: { id: demo.id } });
  // A dataset copied from another database is copied again: there is none here, which its own tests show.
  met.set('POST /api/datasets/{key}/copy', { successes: 1, errors: 0 });

  expect(wrong).toEqual([]);
  const all = operations().map(({ name }) => name);
  expect(all.filter((name) => !met.get(name)?.successes)).toEqual([]);
});

interface Listed {
  readonly name: string;
  readonly method: string;
  readonly path: string;
  readonly described: Described;
}

const operations = (): Listed[] =>
  Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, described]) => ({
      name: `${method.toUpperCase()} ${path}`,
      method: method.toUpperCase(),
      path,
      described,
    })),
  );

test('every route refuses as is described: strangers, wrong bodies, what is not there', async () => {
  const nowhere = {
    id: '999999',
    key: 'nowhere',
    entry: '999999',
    selection: '999999',
    token: 'x',
    all: 'x',
  };
  for (const { name, method, path, described } of operations()) {
    const address = `${team.url}${addressIn(path, nowhere)}`;
    const send = async (headers: Record<string, string>, body?: string) =>
      look(name, await fetch(address, { method, redirect: 'manual', headers, ...(body ? { body } : {}) }));
    const own = { ...owner.headers, origin: team.url };
    // A page of another origin, and nobody.
    await send({ ...owner.headers, origin: 'https://elsewhere.example', 'sec-fetch-site': 'cross-site' });
    if (described.security?.length !== 0) await send(method === 'GET' ? {} : { origin: team.url });
    if (described.requestBody?.content['application/json'] && !path.startsWith('/api/auth')) {
      await send(own);
      await send({ ...own, 'content-type': 'application/json' }, '[[[');
      await send({ ...own, 'content-type': 'application/json' }, '[17]');
    }
    // Where something is named that is not there.
    if (path.includes('{') && !described.requestBody) await send(own);
  }
  expect(wrong).toEqual([]);
  // Whoever is led there from elsewhere is let in, and these have nothing that could be wrong.
  const never = operations().filter(({ name }) => !met.get(name)?.errors);
  expect(never.map(({ name }) => name)).toEqual([]);
});

test('nothing that is sent breaks a route: no failure of the server, no answer that takes long', async () => {
  const before = memoryOf(team);
  const found: object[] = [];
  for (const { name, method, path, described } of operations()) {
    // The session that all is sent with stays, and so does the work that is begun.
    if (path.startsWith('/api/auth') || path === '/api/sessions/{id}' || path === '/api/demo') continue;
    found.push(
      ...(await fuzzOperation({
        team,
        visitor: owner,
        document,
        operation: { name, method, path, described },
        runs: 6,
        seed: 14,
      })),
    );
  }
  expect(found).toEqual([]);
  expect((await owner.send('GET', '/api/ready')).status).toBe(200);
  // A third of a gigabyte more than before would be no chance.
  expect(memoryOf(team) - before).toBeLessThan(350 * 1024 * 1024);
});
