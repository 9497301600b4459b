/** A Dathen whose rows lie on other servers: what is read and said while all are there, and while one is away. */
import { spawn } from 'node:child_process';
import path from 'node:path';
import { MEASURED_DEFAULTS, shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import { nodeAddressSchema, type NodeAddress } from '../src/server/nodes/address';
import { Nodes } from '../testing/nodes';
import { asStory } from './support/application';
import { openBrowser, type Browser } from './support/browser';
import { cleanEnvironment } from './support/environment';
import { eventually, Page } from './support/page';
import { beginLoad, comeIn, loadDone, signInOn, startTeam, type Team, type Visitor } from './support/team';

jest.setTimeout(180_000);

const COLUMNS = [
  { name: 'day', type: 'day', role: 'day' },
  { name: 'pier', type: 'text' },
  { name: 'seats', type: 'whole' },
];
let nodes: Nodes;
let team: Team;
let browser: Browser;
let at: Page;
let owner: Visitor;
let dashboard = 0;

const rowsOf = (count: number) =>
  `day,pier,seats\n${Array.from({ length: count }, (_, i) => {
    const day = new Date(Date.UTC(2026, 3, 1 + (i % 60))).toISOString().slice(0, 10);
    return `${day},${['Veldry', 'Quern'][i % 2]},${1 + (i % 40)}`;
  }).join('\n')}\n`;

beforeAll(async () => {
  nodes = await Nodes.start(['north', 'south']);
  const setting = nodeAddressSchema.array().parse(JSON.parse(nodes.setting(['north', 'south'])));
  team = await startTeam({ nodes: setting satisfies NodeAddress[] });
  owner = await comeIn(team.url, team.firstLink, 'Ada Quay', 'owner@example.org');
  browser = await openBrowser();
  at = new Page(browser.driver, team.url);
}, 300_000);

afterAll(async () => {
  await browser?.quit();
  await team?.stop();
  await nodes?.stop();
}, 60_000);

const story = asStory(() => at);

/** Waits until words are not on the page any more. */
const noLonger = (words: RegExp) =>
  eventually(`${words} to be gone`, async () => !words.test(await at.text()));

/** Runs a command on the nodes with the settings of the team, to its end. */
async function command(...args: string[]): Promise<{ code: number | null; text: string }> {
  const config = path.join(team.folder, 'team.json');
  const child = spawn(process.execPath, ['.program/cli/main.js', 'nodes', '--config', config, ...args], {
    env: { ...cleanEnvironment(), NODE_OPTIONS: '' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let text = '';
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (bytes: Buffer) => (text += bytes.toString()));
  const code = await new Promise<number | null>((resolve) => child.once('close', resolve));
  return { code, text };
}

/** The refusal of a load of some rows. */
async function refusedLoad(): Promise<string> {
  const job = await beginLoad(owner, rowsOf(50), { name: 'Trips', columns: COLUMNS }, 'trips');
  return eventually('the load to be refused', async () => {
    const { state, error } = await owner.json<{ state: string; error: { message: string } | null }>(
      'GET',
      `/jobs/${job}`,
    );
    return state === 'failed' && error?.message;
  });
}

story('rows that are loaded lie on the nodes, and their dataset says so', async () => {
  await loadDone(owner, await beginLoad(owner, rowsOf(6000), { name: 'Trips', columns: COLUMNS }));
  const { measures, nodes: on } = await owner.json<{
    measures: { key: string; column: string | null }[];
    nodes: string[];
  }>('GET', '/datasets/trips');
  expect(on).toEqual(['north', 'south']);
  const seats = shownMeasure('trips', measures.find(({ column }) => column === 'seats')!.key);
  const made = await owner.json<{ id: number }>('POST', '/dashboards', {
    version: 3,
    title: 'Crossings',
    timeZone: 'UTC',
    visuals: [
      { ...MEASURED_DEFAULTS, id: 'all', kind: 'figure', title: 'Seats', measures: [seats] },
      {
        id: 'rows',
        kind: 'table',
        title: 'Sailings',
        dataset: 'trips',
        role: 'day',
        columns: ['day', 'pier', 'seats'],
      },
    ],
    controls: [],
    wires: [],
    layout: [
      { item: 'all', x: 0, y: 0, w: 8, h: 6 },
      { item: 'rows', x: 8, y: 0, w: 16, h: 12 },
    ],
  });
  dashboard = made.id;
  await signInOn(at, 'owner@example.org', '/datasets/trips');
  await at.reads('Its rows are spread over the nodes “north”, “south”.');
  await at.open(`/dashboards/${dashboard}`);
  await at.reads('123,000');
  await at.reads(/30 May 2026\s+Quern/);
});

story('one that is away is named on the dataset and where rows are asked for; figures stay', async () => {
  await nodes.kill('south');
  await at.open('/datasets/trips');
  await at.reads(/The node “south” does not answer\. Figures that are made already stay/);
  expect(await owner.json('GET', '/ready')).toEqual({ ready: true, missing: [], away: ['south'] });
  await at.open(`/dashboards/${dashboard}`);
  // What was asked before is known; the next page is not.
  await at.reads('123,000');
  await at.reads(/30 May 2026\s+Quern/);
  await at.click('button', 'Go to next page');
  await at.reads(/The rows could not be read: The node “south” does not answer/);
  await at.click('button', 'Go to previous page');
  await at.reads(/30 May 2026\s+Quern/);
  expect(await refusedLoad()).toMatch(/^The node “south” does not answer\. Nothing was changed/);
  const { rows } = await owner.json<{ rows: number }>('GET', '/datasets/trips');
  expect(rows).toBe(6000);
});

story('a start without it says so, and goes on', async () => {
  await team.end();
  await team.again();
  expect(team.said()).toContain('The node “south” does not answer.');
  const { text } = await command();
  expect(text.trim().split('\n')).toEqual([
    'north: answers',
    'south: does not answer',
    'Trips: on north, south',
  ]);
  await at.open(`/dashboards/${dashboard}`);
  await at.reads('123,000');
});

story('once it is back all is as it was, without a word from anybody', async () => {
  await at.open('/datasets/trips');
  await at.reads(/The node “south” does not answer/);
  await nodes.again('south');
  await noLonger(/Figures that are made already stay/);
  await at.open(`/dashboards/${dashboard}`);
  await at.reads(/30 May 2026\s+Quern/);
  await loadDone(owner, await beginLoad(owner, rowsOf(60), { name: 'Trips', columns: COLUMNS }, 'trips'));
  await at.open(`/dashboards/${dashboard}`);
  await at.reads('1,030');
});

story('rows are brought together and spread again while people read them', async () => {
  expect(await command('gather', 'Trips')).toEqual({
    code: 0,
    text: 'Trips: 60 rows lie in the database itself now\n',
  });
  await at.open('/datasets/trips');
  await at.reads('moved');
  await noLonger(/Its rows are spread/);
  expect((await command('spread', 'trips')).text).toBe('Trips: 60 rows lie on north, south now\n');
  await at.open(`/dashboards/${dashboard}`);
  await at.reads('1,030');
  await at.reads(/30 May 2026\s+Quern/);
  expect(await command('spread', 'Nowhere')).toMatchObject({
    code: 2,
    text: expect.stringContaining('There are: Trips.'),
  });
});
