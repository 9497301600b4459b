/** What the interfaces refuse: questions that would be answered with something else, changes based on what is gone. */
import { datasetBasis, definitionBasis, fingerprint, sharedBasis } from '../src/core/model/fingerprint';
import http from 'node:http';
import { api, BASE, browserPage, load } from './support/application';
import { eventually } from './support/page';

const page = browserPage();
let dashboard: number;

interface Refusal {
  readonly error: { readonly code: string; readonly message: string };
}

beforeAll(async () => {
  const lines = Array.from(
    { length: 1400 },
    (_, i) => `2026-0${1 + (i % 5)}-1${i % 10},Quay number ${i} on the long north shore,${i % 9}`,
  );
  await load(`day,quay,crates\n${lines.join('\n')}\n`, {
    name: 'Quays',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'quay', type: 'text', category: true },
      { name: 'crates', type: 'whole' },
    ],
  });
  const made = await api<{ id: number }>('POST', '/dashboards', {
    version: 2,
    title: 'Quays',
    timeZone: 'UTC',
    visuals: [
      { id: 'sum', kind: 'figure', title: 'Rows', measures: [{ dataset: 'quays', measure: 'rows' }] },
    ],
    controls: [
      {
        id: 'quay',
        kind: 'slicer',
        title: 'Quay',
        dimension: { dataset: 'quays', column: 'quay' },
        default: [],
        several: true,
        unavailable: 'struck',
      },
      { id: 'span', kind: 'phrase', title: 'Days', default: 'all' },
    ],
    wires: [
      { control: 'quay', target: 'sum', on: true, roles: {} },
      { control: 'span', target: 'sum', on: true, roles: {} },
    ],
    layout: [
      { item: 'sum', x: 0, y: 0, w: 8, h: 6 },
      { item: 'quay', x: 8, y: 0, w: 8, h: 12 },
    ],
  });
  dashboard = made.body.id;
}, 60_000);

describe('the answers for scripts', () => {
  const ask = (state: unknown) => api<Refusal>('POST', `/dashboards/${dashboard}/answers`, state);

  test('are given to a state of which every part has an effect', async () => {
    const state = {
      periods: { span: '2026-01' },
      choices: { quay: ['Quay number 0 on the long north shore'] },
    };
    const { status, body } = await api<{ visuals: { sum: { value: number } } }>(
      'POST',
      `/dashboards/${dashboard}/answers`,
      state,
    );
    expect([status, body.visuals.sum.value]).toEqual([200, 1]);
  });

  test.each([
    [{ period: { span: '2026' } }, /period/],
    [{ periods: { spam: '2026' } }, /no control “spam”/],
    [{ periods: { span: 'last 7 dyas' } }, /Did you mean “days”/],
    [{ choices: { span: ['x'] } }, /holds nothing of choices/],
  ])('%j is refused with a sentence, not answered as if it were not there', async (state, message) => {
    const { status, body } = await ask(state);
    expect(status).toBe(400);
    expect(body.error.message).toMatch(message);
  });
});

describe('cubes', () => {
  const shape = {
    dataset: 'quays',
    load: 0,
    day: 'day',
    otherDays: [],
    categories: ['quay'],
    conditions: [],
    numbers: [{ column: 'crates', scale: 0, extremes: false }],
    spellings: {},
  };
  const pathOf = async (change: object) => {
    const { body } = await api<{ datasets: { key: string; load: number }[] }>('GET', '/model');
    const { load: newest } = body.datasets.find((entry) => entry.key === 'quays')!;
    const wanted = JSON.stringify({ ...shape, load: newest, ...change });
    return `/cubes?shape=${encodeURIComponent(wanted)}`;
  };
  const ask = async (change: object) => api<Refusal>('GET', await pathOf(change));

  test.each([
    [{ numbers: [{ column: 'crates', scale: 3, extremes: false }] }, /has 0 decimal places, not 3/],
    [{ numbers: [{ column: 'quay', scale: 0, extremes: false }] }, /holds no numbers/],
    [{ categories: ['crates'] }, /not marked as a category/],
    [{ day: 'quay' }, /holds no days/],
    [{ otherDays: ['crates'] }, /holds no days/],
  ])('of the shape %j are refused', async (change, message) => {
    const { status, body } = await ask(change);
    expect(status).toBe(400);
    expect(body.error.message).toMatch(message);
  });

  test('of a right shape are given, and may be kept for ever', async () => {
    const { status, headers } = await raw(`/api${await pathOf({})}`);
    expect(status).toBe(200);
    expect(headers['cache-control']).toContain('immutable');
  });
});

describe('a change', () => {
  const basis = (value: unknown) => ({ 'if-match': fingerprint(value) });

  /** Sends a change twice from the same start: the second one no longer fits. */
  async function twice(method: string, route: string, change: (i: number) => unknown, start: unknown) {
    const first = await api<Refusal>(method, route, change(1), basis(start));
    const second = await api<Refusal>(method, route, change(2), basis(start));
    expect(first.status).toBe(200);
    expect([second.status, second.body.error.code]).toEqual([409, 'stale']);
    expect((await api(method, route, change(3))).status).toBe(200);
  }

  test('of a dataset is refused where it starts from what is gone; without a basis it is taken', async () => {
    const { body } = await api<Parameters<typeof datasetBasis>[0]>('GET', '/datasets/quays');
    await twice('PATCH', '/datasets/quays', (i) => ({ name: `Quays ${i}` }), datasetBasis(body));
    await api('PATCH', '/datasets/quays', { name: 'Quays' });
  });

  test('of a shared dimension, a definition and the almanac’s rule as well', async () => {
    const shared = { name: 'Quay', members: [{ dataset: 'quays', column: 'quay' }], spellings: {} };
    const made = await api<{ key: string }>('POST', '/shared', shared);
    await twice(
      'PUT',
      `/shared/${made.body.key}`,
      (i) => ({ ...shared, name: `Quay ${i}` }),
      sharedBasis(shared),
    );
    await api('DELETE', `/shared/${made.body.key}`);
    const definition = { name: 'Many', dataset: 'quays', sql: 'crates > 4' };
    const defined = await api<{ key: string; sql: string }>('POST', '/definitions', definition);
    await twice(
      'PUT',
      `/definitions/${defined.body.key}`,
      (i) => ({ ...definition, name: `Many ${i}` }),
      definitionBasis({ ...definition, sql: defined.body.sql }),
    );
    await api('DELETE', `/definitions/${defined.body.key}`);
    const { rule } = (await api<{ rule: { weekStart: number } }>('GET', '/almanac')).body;
    await twice('PUT', '/almanac', (i) => ({ ...rule, weekStart: 1 + i }), rule);
    await api('PUT', '/almanac', rule);
  });
});

/** A request with headers of its own, some of which a browser would not let a page set. */
function raw(path: string, headers: Record<string, string> = {}, method = 'GET') {
  return new Promise<{ status: number; headers: http.IncomingHttpHeaders }>((resolve, reject) => {
    const request = http.request(`${BASE}${path}`, { method, headers }, (response) => {
      response.resume();
      response.once('end', () => resolve({ status: response.statusCode!, headers: response.headers }));
    });
    request.once('error', reject);
    request.end();
  });
}

describe('pages of others', () => {
  const { host, port } = new URL(BASE);

  test.each(['/', '/datasets', '/api/model', '/api/health', '/icon.svg', '/nowhere'])(
    'get nothing of %s under a name that is pointed here',
    async (path) => {
      expect((await raw(path)).status).not.toBe(403);
      for (const foreign of [`evil.example:${port}`, '127.0.0.1:1', 'evil.example'])
        expect((await raw(path, { host: foreign })).status).toBe(403);
    },
  );

  test('make their visitors ask for nothing, cubes too', async () => {
    const foreign: Record<string, string>[] = [
      { origin: 'https://evil.example' },
      { origin: 'null' },
      { 'sec-fetch-site': 'cross-site' },
      { 'sec-fetch-site': 'same-site' },
    ];
    for (const headers of foreign)
      for (const path of ['/api/cubes?shape=1', '/api/model', '/api/events'])
        expect((await raw(path, headers)).status).toBe(403);
    expect((await raw('/api/model', { origin: BASE, 'sec-fetch-site': 'same-origin' })).status).toBe(200);
    expect((await raw('/api/dashboards', { origin: `http://${host}1` }, 'POST')).status).toBe(403);
  });

  test('cannot frame ours, and ours run nothing but their own scripts', async () => {
    const words: (string | undefined)[] = [];
    for (let i = 0; i < 2; i++) {
      const { headers } = await raw('/');
      const policy = String(headers['content-security-policy']);
      expect(policy).toContain("frame-ancestors 'none'");
      expect(policy).toContain("object-src 'none'");
      expect(policy).not.toMatch(/script-src[^;]*unsafe/);
      words.push(/'nonce-([^']+)'/.exec(policy)?.[1]);
      expect(headers).toMatchObject({
        'x-content-type-options': 'nosniff',
        'referrer-policy': 'same-origin',
      });
    }
    expect(words[0]).toBeTruthy();
    expect(words[0]).not.toBe(words[1]);
  });

  test('no request is sent back as it came', async () => {
    expect((await raw('/', {}, 'TRACE')).status).toBeGreaterThanOrEqual(400);
    expect((await raw('/api/model', {}, 'TRACE')).status).toBeGreaterThanOrEqual(400);
  });

  test('answers are not kept by the browser, and show nothing as a page', async () => {
    const { headers } = await raw('/api/model');
    expect(headers).toMatchObject({
      'cache-control': expect.stringContaining('no-store') as string,
      'content-security-policy': "default-src 'none'; frame-ancestors 'none'",
      'x-content-type-options': 'nosniff',
    });
    // A cube never changes; one that is refused is no cube.
    expect((await raw('/api/cubes?shape=1')).headers['cache-control']).toBeUndefined();
  });

  test('an address without a route is told as such, whatever is done to it, and not to other hosts', async () => {
    for (const method of ['GET', 'POST', 'PUT', 'PATCH', 'DELETE']) {
      const response = await fetch(`${BASE}/api/no/such/thing`, { method });
      expect(response.status).toBe(404);
      expect(await response.json()).toMatchObject({ error: { code: 'no-such-route' } });
    }
    expect((await raw('/api/no/such/thing', { host: 'evil.example' })).status).toBe(403);
  });
});

describe('large bodies', () => {
  test('a file arrives whole, whatever its size, and its answer is kept by nobody', async () => {
    const rows = Array.from(
      { length: 900_000 },
      (_, i) => `2026-05-0${1 + (i % 9)},${1000 + (i % 7)},Quay ${i % 5}`,
    );
    const text = `day,seats,quay\n${rows.join('\n')}\n`;
    expect(text.length).toBeGreaterThan(18 * 1024 ** 2);
    const response = await fetch(`${BASE}/api/uploads`, { method: 'POST', body: text });
    expect(response.status).toBe(201);
    expect(await response.json()).toMatchObject({ bytes: text.length });
    expect(Object.fromEntries(response.headers)).toMatchObject({
      'x-content-type-options': 'nosniff',
      'cache-control': 'private, no-store',
    });
    const columns = [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'seats', type: 'whole' },
      { name: 'quay', type: 'text', category: true },
    ];
    const job = await load(text, { name: 'Large', columns });
    expect(job).toMatchObject({ state: 'done', result: { loaded: rows.length, refused: 0 } });
    expect((await api('DELETE', '/datasets/large')).status).toBe(200);
  });

  test('a geometry arrives whole', async () => {
    const POINTS = 9000;
    const circle = (at: number) =>
      Array.from({ length: POINTS + 1 }, (_, i) => {
        const angle = ((i % POINTS) / POINTS) * 2 * Math.PI;
        return [at + Math.cos(angle) / 3, 50 + Math.sin(angle) / 3];
      });
    const features = Array.from({ length: 40 }, (_, i) => ({
      type: 'Feature',
      properties: { name: `Isle ${i}` },
      geometry: { type: 'Polygon', coordinates: [circle(i)] },
    }));
    const text = JSON.stringify({ type: 'FeatureCollection', features });
    expect(text.length).toBeGreaterThan(11 * 1024 ** 2);
    const response = await fetch(`${BASE}/api/geometries?name=Large%20isles&source=isles.geojson`, {
      method: 'POST',
      body: text,
      headers: { 'content-type': 'application/geo+json' },
    });
    expect(response.status).toBe(201);
    const { key } = (await response.json()) as { key: string };
    expect((await api('DELETE', `/geometries/${key}`)).status).toBe(200);
  });
});

test('1,200 chosen values make an address that can be opened again', async () => {
  const at = page();
  const chosen = Array.from({ length: 1200 }, (_, i) => `Quay number ${i} on the long north shore`);
  await at.open(`/dashboards/${dashboard}#${new URLSearchParams({ 'c.quay': chosen.join(';') }).toString()}`);
  await at.reads('1,200');
  await at.reads('1,200 chosen');
  // A change keeps the rest of the address, and the choice is there when the page is read anew.
  await at.type('Search Quay', 'number 1300 ');
  await at.click('checkbox', /^Quay number 1300 on/);
  await at.reads('1,201');
  await eventually('the address to hold the choice', async () => (await at.address()).hash.includes('1300'));
  expect((await at.address()).search.length).toBeLessThan(200);
  await at.driver.navigate().refresh();
  await at.reads('1,201');
  await at.click('button', 'Clear');
  await at.reads('1,400');
  await eventually('the address to be short again', async () => (await at.address()).hash === '');
});
