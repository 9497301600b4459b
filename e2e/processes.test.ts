/** Two web processes behind nginx: what one does the other knows, and what one was at when it was killed is done. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { freePort } from '../cli/processes';
import { Nginx, PROXY, type Answer } from './support/nginx';
import { eventually } from './support/page';
import { PASSWORD, startTeam, Visitor, type Team } from './support/team';

jest.setTimeout(240_000);

let team: Team;
let nginx: Nginx;
/** The first owner, asking each of the processes by itself. */
let one: Visitor;
let two: Visitor;

const pids = () =>
  (
    JSON.parse(readFileSync(path.join(team.folder, 'data', 'run.json'), 'utf8')) as {
      serverPids: [number, number];
    }
  ).serverPids;
const through = (method: string, route: string, body?: unknown): Promise<Answer> =>
  nginx.ask(method, `/api${route}`, { headers: { ...one.headers }, ...(body === undefined ? {} : { body }) });
/** Asked again, as a browser's page does, where nothing came back. */
const insist = <T>(method: string, route: string, body?: unknown): Promise<T> =>
  eventually(
    `an answer to ${method} ${route}`,
    () =>
      through(method, route, body).then(
        ({ status, text }) => status < 500 && (JSON.parse(text) as T),
        () => false as const,
      ),
    60_000,
  );
const isAlive = (visitor: Visitor) =>
  visitor.send('GET', '/api/ready').then(
    ({ ok }) => ok,
    () => false,
  );
const bothAlive = () =>
  eventually('both processes to be there', async () => (await isAlive(one)) && (await isAlive(two)), 60_000);

/** Kills the process with a number, and gives when another has taken its place. */
async function kill(which: 0 | 1): Promise<() => Promise<void>> {
  const pid = pids()[which];
  process.kill(pid, 'SIGKILL');
  return async () => {
    await eventually('another in its place', () => Promise.resolve(pids()[which] !== pid), 60_000);
    await bothAlive();
  };
}

const PLAN = {
  delimiter: ',',
  format: 'text',
  sheet: null,
  timeZone: 'UTC',
  columns: [
    {
      name: 'day',
      type: 'day',
      dateOrder: 'iso',
      decimalMark: 'point',
      scale: 0,
      category: false,
      role: 'day',
    },
    {
      name: 'boats',
      type: 'whole',
      dateOrder: 'iso',
      decimalMark: 'point',
      scale: 0,
      category: false,
      role: null,
    },
  ],
};
const lines = (count: number) =>
  `day,boats\n${Array.from({ length: count }, (_, i) => `2026-0${1 + (i % 5)}-${String(1 + (i % 28)).padStart(2, '0')},${i % 9}\n`).join('')}`;

interface Job {
  readonly id: string;
  readonly state: string;
  readonly rows: number;
  readonly result: { readonly loaded: number } | null;
  readonly error: unknown;
}

/** Sends a file through nginx and has one of the processes load it. */
async function load(by: Visitor, name: string, rows: number, more: object = {}): Promise<Job> {
  const { upload } = await insist<{ upload: string }>('POST', '/uploads', lines(rows));
  return by.json('POST', '/datasets', {
    upload,
    source: 'boats.csv',
    plan: { ...PLAN, name, mode: 'replace' },
    ...more,
  });
}
const done = (id: string) =>
  eventually(
    'the load to be done',
    async () => {
      const job = await insist<Job>('GET', `/jobs/${id}`);
      if (job.state === 'failed') throw new Error(JSON.stringify(job.error));
      return job.state === 'done' && job;
    },
    90_000,
  );

beforeAll(async () => {
  const port = await freePort();
  team = await startTeam({ address: `https://localhost:${port}`, trustedProxies: [PROXY], processes: 2 });
  const first = Number(new URL(team.url).port);
  nginx = Nginx.start(port, [first, first + 1]);
  await eventually('the proxy to answer', async () =>
    nginx.ask('GET', '/api/health').then(
      ({ status }) => status === 200,
      () => false,
    ),
  );
  const [email, password] = ['ada@example.org', PASSWORD];
  const token = team.firstLink.split('/').at(-1);
  await nginx.ask('POST', '/api/invitations/accept', { body: { token, name: 'Ada', email, password } });
  const { headers } = await nginx.ask('POST', '/api/auth/sign-in/email', { body: { email, password } });
  const cookie = String(headers['set-cookie']).split(';')[0]!;
  one = new Visitor(team.url, { cookie });
  two = new Visitor(`http://127.0.0.1:${first + 1}`, { cookie });
});
afterAll(async () => {
  nginx?.stop();
  await team?.stop();
});

test('both answer, and whoever signed in at one is known to the other', async () => {
  const asked = async (visitor: Visitor) => {
    const text = await (await visitor.send('GET', '/metrics')).text();
    return Number(/dathen_requests_total\{route="GET \/api\/me",status="200"\} (\d+)/.exec(text)?.[1] ?? 0);
  };
  const before = [await asked(one), await asked(two)];
  for (let i = 0; i < 10; i++) expect((await through('GET', '/me')).status).toBe(200);
  const after = [await asked(one), await asked(two)];
  expect(after.map((count, i) => count - before[i]!).every((count) => count > 1)).toBe(true);
  expect(await two.json('GET', '/me')).toMatchObject({ role: 'owner' });
});

test('what is changed at one is seen at the other at once', async () => {
  await one.json('POST', '/periods', { name: 'The spring', phrase: 'this quarter' });
  const { periods } = await two.json<{ periods: { name: string }[] }>('GET', '/model');
  expect(periods.map(({ name }) => name)).toEqual(['The spring']);
});

test('a load whose process is killed is taken up, and its rows are there once', async () => {
  const begun = await load(one, 'Boats', 1000);
  await done(begun.id);
  const job = await load(one, 'Boats', 900_000, {
    into: 'boats',
    plan: { ...PLAN, name: 'Boats', mode: 'append' },
  });
  await eventually('it to be under way', async () => {
    const { rows, state } = await two.json<Job>('GET', `/jobs/${job.id}`);
    return state === 'running' && rows > 0;
  });
  const back = await kill(0);
  // Whoever looks sees it go on, by the other process.
  expect(await insist<Job>('GET', `/jobs/${job.id}`)).toMatchObject({ state: 'running' });
  expect((await done(job.id)).result).toMatchObject({ loaded: 900_000 });
  await back();
  const [boats] = await two.json<{ key: string; rows: number }[]>('GET', '/datasets');
  expect(boats).toMatchObject({ key: 'boats', rows: 901_000 });
});

test('it is cancelled at one while the other is at it', async () => {
  const job = await load(one, 'Rafts', 900_000);
  await two.send('DELETE', `/api/jobs/${job.id}`);
  await eventually(
    'it to be cancelled',
    async () => (await two.json<Job>('GET', `/jobs/${job.id}`)).state === 'cancelled',
  );
  expect((await two.json<{ name: string }[]>('GET', '/datasets')).map(({ name }) => name)).toEqual(['Boats']);
});

test('of saves while processes are killed none is lost, and none is told to be somebody else’s', async () => {
  const document = {
    version: 3,
    title: 'Saved',
    timeZone: 'UTC',
    visuals: [],
    controls: [],
    layout: [],
    wires: [],
  };
  const { id, document: stored } = await insist<{ id: number; document: object }>(
    'POST',
    '/dashboards',
    document,
  );
  const killed: (() => Promise<void>)[] = [];
  for (let revision = 1; revision <= 30; revision++) {
    if (revision === 8) killed.push(await kill(1));
    if (revision === 20) {
      await killed[0]!();
      killed.push(await kill(0));
    }
    const saved = await insist<{ revision?: number; error?: { code: string } }>('PUT', `/dashboards/${id}`, {
      basedOn: revision,
      document: { ...stored, title: `Saved ${revision}` },
    });
    expect(saved).toMatchObject({ revision: revision + 1 });
  }
  await killed[1]!();
  expect(await two.json('GET', `/dashboards/${id}`)).toMatchObject({
    revision: 31,
    document: { title: 'Saved 30' },
  });
});

test('who follows events follows them on at the other process, and is told what comes', async () => {
  const follow = (enough: RegExp) => nginx.ask('GET', '/api/events', { headers: { ...one.headers }, enough });
  // At one of the two: each gets one of two streams.
  const streams = [follow(/never/), follow(/never/)].map((stream) =>
    stream.then(
      () => 'ended',
      () => 'broken',
    ),
  );
  await eventually('both streams to be open', async () => {
    const open = async (visitor: Visitor) =>
      /dathen_event_streams (\d+)/.exec(await (await visitor.send('GET', '/metrics')).text())?.[1];
    return (await open(one)) === '1' && (await open(two)) === '1';
  });
  const back = await kill(1);
  expect(['ended', 'broken']).toContain(await Promise.race(streams));
  const again = follow(/event: model[\s\S]*"name":"Skiffs"/);
  const job = await load(one, 'Skiffs', 50);
  expect((await again).text).toContain('"name":"Skiffs"');
  await done(job.id);
  await back();
});

test('asked to end it hands back what it is at, and the next start goes on with it', async () => {
  const job = await load(two, 'Barges', 900_000);
  await eventually(
    'it to be under way',
    async () => (await two.json<Job>('GET', `/jobs/${job.id}`)).rows > 0,
  );
  const { ms, code } = await team.end();
  expect([code, ms < 15_000]).toEqual([0, true]);
  await team.again();
  expect((await done(job.id)).result).toMatchObject({ loaded: 900_000 });
});
