/** A Dathen on a database that is there already: the database goes away and comes back, and the server is stopped while it works. */
import { MEASURED_DEFAULTS, shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import { asStory, openDatabase } from './support/application';
import { openBrowser, type Browser } from './support/browser';
import { eventually, Page } from './support/page';
import { beginLoad, comeIn, loadDone, signInOn, startTeam, Visitor, type Team } from './support/team';
import { Wire } from './support/wire';

jest.setTimeout(180_000);

const SCHEMA = `dathen_operations_${process.pid}`;
const COLUMNS = [
  { name: 'day', type: 'day', role: 'day' },
  { name: 'seats', type: 'whole' },
];
let wire: Wire;
let team: Team;
let browser: Browser;
let at: Page;
let owner: Visitor;
let dashboard = 0;

/** Rows of a file: so many, over sixty days. */
const rowsOf = (count: number) =>
  `day,seats\n${Array.from({ length: count }, (_, i) => {
    const day = new Date(Date.UTC(2026, 3, 1 + (i % 60))).toISOString().slice(0, 10);
    return `${day},${1 + (i % 40)}`;
  }).join('\n')}\n`;

beforeAll(async () => {
  const database = await openDatabase();
  await database.query(`CREATE DATABASE ${SCHEMA} CHARACTER SET utf8mb4`);
  await database.end();
  wire = await Wire.to(Number(process.env.DATHEN_DB_PORT));
  team = await startTeam({
    database: {
      host: '127.0.0.1',
      port: wire.port,
      user: process.env.DATHEN_DB_USER,
      password: process.env.DATHEN_DB_PASSWORD,
      name: SCHEMA,
    },
  });
  owner = await comeIn(team.url, team.firstLink, 'Ada Quay', 'owner@example.org');
  browser = await openBrowser();
  at = new Page(browser.driver, team.url);
}, 300_000);

afterAll(async () => {
  await browser?.quit();
  await wire?.mend();
  await team?.stop();
  await wire?.cut();
  const database = await openDatabase();
  await database.query(`DROP DATABASE IF EXISTS ${SCHEMA}`);
  await database.end();
}, 60_000);

const story = asStory(() => at);

story('everything it keeps is in the database that was named', async () => {
  await loadDone(owner, await beginLoad(owner, rowsOf(600), { name: 'Trips', columns: COLUMNS }));
  const { measures } = await owner.json<{ measures: { key: string; column: string | null }[] }>(
    'GET',
    '/datasets/trips',
  );
  const seats = shownMeasure('trips', measures.find(({ column }) => column === 'seats')!.key);
  const made = await owner.json<{ id: number }>('POST', '/dashboards', {
    version: 3,
    title: 'Crossings',
    timeZone: 'UTC',
    visuals: [{ ...MEASURED_DEFAULTS, id: 'all', kind: 'figure', title: 'Seats', measures: [seats] }],
    controls: [],
    wires: [],
    layout: [{ item: 'all', x: 0, y: 0, w: 8, h: 6 }],
  });
  dashboard = made.id;
  const database = await openDatabase();
  const [[row]] = (await database.query({
    sql: `SELECT COUNT(*) FROM ${SCHEMA}.fact_1_1`,
    rowsAsArray: true,
  })) as unknown as [number[][]];
  await database.end();
  expect(row).toEqual([600]);
  await signInOn(at, 'owner@example.org', `/dashboards/${dashboard}`);
  await at.reads('12,300');
});

story(
  'while the database is away it is said in plain words; what is edited is kept and saved by itself',
  async () => {
    const titles = async () =>
      (await owner.json<{ document: { title: string } }>('GET', `/dashboards/${dashboard}`)).document.title;
    await at.click('button', /Arrange/);
    await at.find('textbox', /^Title of the dashboard/);
    await wire.cut();
    // A session is looked up in the database too: nobody is taken for a stranger meanwhile.
    const refused = await owner.send('GET', `/api/dashboards/${dashboard}`);
    expect([refused.status, refused.headers.get('retry-after'), await refused.json()]).toEqual([
      503,
      '2',
      {
        error: {
          code: 'database-away',
          message: 'The database does not answer right now. Nothing was changed; do it again in a moment.',
          details: { retryAfter: 2 },
        },
      },
    ]);
    const ready = await new Visitor(team.url).send('GET', '/api/ready');
    expect([ready.status, await ready.json()]).toEqual([
      503,
      { ready: false, missing: ['The database does not answer.'], away: [] },
    ]);
    await at.type(/^Title of the dashboard/, 'Crossings by day');
    await at.reads(/Not saved: The database does not answer right now/);
    // What is on the page goes on being there, and is not taken for what there is.
    await at.reads('12,300');
    await wire.mend();
    await at.reads('Saved · revision 2');
    await eventually('the edit to be there', async () => (await titles()) === 'Crossings by day', 20_000);
    expect((await new Visitor(team.url).send('GET', '/api/ready')).status).toBe(200);
  },
);

story('a database that has fallen silent is noticed, and found again', async () => {
  wire.hold();
  const ready = await new Visitor(team.url).send('GET', '/api/ready');
  expect(ready.status).toBe(503);
  await wire.mend();
  await eventually(
    'it to be ready',
    async () => (await new Visitor(team.url).send('GET', '/api/ready')).ok,
    30_000,
  );
  expect((await owner.send('GET', '/api/model')).status).toBe(200);
});

story('asked to stop it answers what it was asked, ends streams, and hands back what it was at', async () => {
  const events = await owner.send('GET', '/api/events');
  const streamed = events.text();
  const { document } = await owner.json<{ document: object }>('GET', `/dashboards/${dashboard}`);
  const job = await beginLoad(owner, rowsOf(400_000), { name: 'Trips', columns: COLUMNS }, 'trips');
  await eventually('rows to be on their way', async () => {
    const { rows, state } = await owner.json<{ rows: number; state: string }>('GET', `/jobs/${job}`);
    return rows > 1000 || state !== 'running';
  });
  const asked = owner.send('POST', '/api/rehearsal', { document, days: 366 });
  // It has to be on its way before the word to stop is.
  await eventually('the question to be taken', async () =>
    /dathen_\w+/.test(await (await owner.send('GET', '/metrics')).text()),
  );
  const ended = team.end();
  expect((await asked).status).toBe(200);
  expect(await streamed).toContain(': open');
  const { ms, code } = await ended;
  expect(code).toBe(0);
  expect(ms).toBeLessThan(10_000);
  await team.again();
  await eventually('the load to be gone on with', async () => {
    const { state } = await owner.json<{ state: string }>('GET', `/jobs/${job}`);
    return state === 'done';
  });
  const { rows } = await owner.json<{ rows: number }>('GET', '/datasets/trips');
  expect(rows).toBe(400_000);
  const loads = await owner.json<{ status: string; rowsLoaded: number }[]>('GET', '/datasets/trips/loads');
  expect(loads.map(({ status, rowsLoaded }) => [status, rowsLoaded])).toEqual([
    ['done', 400_000],
    [expect.stringMatching(/^(cancelled|interrupted)$/), 0],
    ['done', 600],
  ]);
  const database = await openDatabase();
  const [tables] = (await database.query({
    sql: `SHOW TABLES FROM ${SCHEMA} LIKE 'fact%'`,
    rowsAsArray: true,
  })) as unknown as [string[][]];
  await database.end();
  expect(tables).toEqual([['fact_1_3']]);
});
