/** The commands after a crash: what was killed comes back, is told, and is ended; two at once cannot both win. */
import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { freePort, isOurs } from '../cli/processes';
import { emptyDocument } from '../src/core/dashboard/document/document';
import { MEASURED_DEFAULTS, shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import { TIME_DEFAULTS } from '../src/core/dashboard/document/kinds/time';
import { checkEverywhere } from './support/axe';
import { openBrowser } from './support/browser';
import { DAY_MS, setClock } from './support/clock';
import { cleanEnvironment } from './support/environment';
import { Page } from './support/page';

const folder = mkdtempSync(path.join(tmpdir(), 'dathen-commands-'));
const data = path.join(folder, 'data');
let port = 0;
beforeAll(async () => {
  port = await freePort();
});

/** Runs a command of Dathen over the data of these tests. */
function command(...args: string[]) {
  const child = spawn(process.execPath, ['.program/cli/main.js', ...args], {
    env: { ...cleanEnvironment(), DATHEN_DATA: data, NODE_OPTIONS: '' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const said = { text: '' };
  lastSaid = said;
  child.stdout.on('data', (bytes: Buffer) => (said.text += bytes.toString()));
  child.stderr.on('data', (bytes: Buffer) => (said.text += bytes.toString()));
  const ended = new Promise<number | null>((resolve) => child.once('close', resolve));
  return { child, said, ended };
}

async function run(...args: string[]) {
  const { said, ended } = command(...args);
  const code = await ended;
  return { code, text: said.text };
}

/** What the command said that was begun last: a test that waits in vain tells it. */
let lastSaid = { text: '' };

async function until(what: string, holds: () => boolean | Promise<boolean>, patience = 40_000) {
  for (const begun = Date.now(); ; await new Promise((resolve) => setTimeout(resolve, 50))) {
    if (await holds()) return;
    if (Date.now() - begun > patience)
      throw new Error(`Waited in vain for ${what}; the command said: ${lastSaid.text.slice(-1500)}`);
  }
}

const record = () =>
  JSON.parse(readFileSync(path.join(data, 'run.json'), 'utf8')) as {
    pid: number;
    serverPids: number[];
    database: { port: number };
  };
const serverPid = () => record().serverPids[0]!;
const answers = () =>
  fetch(`http://127.0.0.1:${port}/api/health`).then(
    (response) => response.ok,
    () => false,
  );
const kill = (pid: number) => process.kill(pid, 'SIGKILL');
const isGone = (child: ChildProcess) => child.exitCode !== null || child.signalCode !== null;

afterAll(async () => {
  await run('stop');
  await run('reset', '--yes');
  rmSync(folder, { recursive: true, force: true });
}, 60_000);

test('of two starts at once one wins, and the other says that it runs', async () => {
  const both = [command('start', '--port', String(port)), command('start', '--port', String(port))];
  await until('one to be ready', () => both.some(({ said }) => said.text.includes('is ready at')));
  await until('the other to end', () => both.some(({ child }) => isGone(child)));
  const lost = both.find(({ child }) => isGone(child))!;
  expect(await lost.ended).toBe(1);
  expect(lost.said.text).toContain('Dathen runs already');
  expect((await run('status')).text).toContain(`Dathen runs at http://127.0.0.1:${port}`);

  // What it keeps is for its owner alone.
  for (const name of ['', 'run.json', 'password', 'server.log', 'mariadb.log'])
    expect(statSync(path.join(data, name)).mode & 0o077).toBe(0);

  const won = both.find(({ child }) => !isGone(child))!;
  const times = () => won.said.text.split('is ready again').length - 1;
  for (let kills = 1; kills <= 8; kills++) {
    kill(serverPid());
    await until('the server to be back', async () => times() === kills && (await answers()));
  }
  kill(serverPid());
  expect(await won.ended).toBe(1);
  expect(won.said.text).toMatch(/The server ended by itself again and again.*Nothing that was saved is lost/);
  expect((await run('status')).text.trim()).toBe('Dathen does not run.');
}, 180_000);

test('a command that was killed is told with what it left running, which stop ends', async () => {
  const started = command('start', '--port', String(port));
  await until('Dathen to be ready', () => started.said.text.includes('is ready at'));
  const { pid, serverPids } = record();
  kill(pid);
  await started.ended;
  const status = await run('status');
  expect(status.code).toBe(1);
  expect(status.text).toMatch(/was killed, but its server at http:.* and its database .* still run/);
  const reset = await run('reset', '--yes');
  expect(reset.code).toBe(1);
  expect(reset.text).toContain('Stop it first with ./dathen stop');
  // Work on the data goes on beside what was left, which goes on too.
  expect((await run('backup', path.join(folder, 'backups'))).text).toContain(
    'it was read back and is the same',
  );
  expect(await answers()).toBe(true);
  expect((await run('stop')).text).toContain('What a killed run left behind is stopped');
  expect(isOurs(serverPids[0]!, 'next')).toBe(false);
  expect((await run('status')).text.trim()).toBe('Dathen does not run.');
}, 120_000);

test('a start waits for a command that works on the data; of both at once each does its own', async () => {
  const backing = command('backup', path.join(folder, 'backups'));
  await until('the backup to hold the data', () => record().pid === backing.child.pid);
  const started = command('start', '--port', String(port));
  await until('Dathen to be ready', () => started.said.text.includes('is ready at'));
  expect(await backing.ended).toBe(0);
  expect((await run('stop')).text).toContain('Dathen is stopped');
  expect(await started.ended).toBe(0);
  const again = command('start', '--port', String(port));
  expect((await run('backup', path.join(folder, 'backups'))).code).toBe(0);
  await until('Dathen to be ready anew', () => again.said.text.includes('is ready at'));
  expect((await run('stop')).text).toContain('Dathen is stopped');
  expect(await again.ended).toBe(0);
}, 180_000);

const databasePid = () =>
  Number(readFileSync(path.join(data, 'mariadb.log'), 'utf8').match(/as process (\d+)/)?.[1] ?? NaN);

/** Waits until the command says the nth time that all is ready again, and it is. */
const untilBack = (started: ReturnType<typeof command>, times: number) =>
  until(
    'all to be back',
    async () => started.said.text.split('is ready again').length - 1 === times && (await answers()),
  );

test('a start after a killed command takes over, and a killed database comes back under the server', async () => {
  const killed = command('start', '--port', String(port));
  await until('Dathen to be ready', () => killed.said.text.includes('is ready at'));
  kill(record().pid);
  await killed.ended;
  const again = command('start', '--port', String(port));
  // Also one that is killed while the rest comes up.
  await until('the database to be up', () => record().pid === again.child.pid && record().database !== null);
  kill(databasePid());
  await until('Dathen to be ready anew', () => again.said.text.includes('is ready at'));
  const before = serverPid();
  kill(databasePid());
  await untilBack(again, 1);
  expect(serverPid()).toBe(before);
  expect(isOurs(before, 'next')).toBe(true);
  // Whoever takes the database's port meanwhile makes it listen elsewhere, and the server start anew.
  const { pid, database } = record();
  process.kill(pid, 'SIGSTOP');
  kill(databasePid());
  const taker = createServer();
  await until(
    'the port to be taken',
    () =>
      new Promise((resolve) => {
        taker.once('error', () => resolve(false));
        taker.listen(database.port, '127.0.0.1', () => resolve(true));
      }),
  );
  process.kill(pid, 'SIGCONT');
  await untilBack(again, 2);
  taker.close();
  expect(record().database.port).not.toBe(database.port);
  expect(serverPid()).not.toBe(before);
  expect((await run('stop')).text).toContain('Dathen is stopped');
  expect(await again.ended).toBe(0);
}, 180_000);

test('a database that is killed while the server comes up is not waited for', async () => {
  const started = command('start', '--port', String(port));
  await until('the server to be begun', () => {
    if (!existsSync(path.join(data, 'run.json'))) return false;
    const { pid, serverPids } = record();
    return pid === started.child.pid && serverPids.length > 0;
  });
  kill(databasePid());
  // Far less than a server is waited for that has its database.
  await until(
    'all to be there',
    async () => started.said.text.includes('started again') && (await answers()),
    30_000,
  );
  expect((await run('stop')).text).toContain('Dathen is stopped');
  expect(await started.ended).toBe(0);
}, 120_000);

test('print: a stored dashboard as a PDF file, with or without a server that runs', async () => {
  const out = path.join(folder, 'paper.pdf');
  const started = command('start', '--port', String(port));
  await until('Dathen to be ready', () => started.said.text.includes('is ready at'));
  const document = { ...emptyDocument('Harbour log'), timeZone: 'UTC' };
  const made = await fetch(`http://127.0.0.1:${port}/api/dashboards`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(document),
  });
  expect(made.status).toBe(201);
  expect((await run('print', 'Harbour log', '--out', out)).code).toBe(0);
  expect(readFileSync(out).subarray(0, 5).toString()).toBe('%PDF-');
  rmSync(out);
  expect((await run('stop')).text).toContain('Dathen is stopped');
  const alone = await run('print', 'Harbour log', '--out', out, '--today', '2026-05-01');
  expect(alone.text).toContain('Harbour log is printed to');
  expect(readFileSync(out).subarray(0, 5).toString()).toBe('%PDF-');
  const unknown = await run('print', 'Harbour log', '--out', out, '--selection', 'Nothing');
  expect([unknown.code, unknown.text]).toEqual([
    1,
    expect.stringContaining('There is no selection “Nothing”'),
  ]);
  expect((await run('print', 'Nobody', '--out', out)).code).toBe(2);
}, 180_000);

const longDay = (ms: number) =>
  new Intl.DateTimeFormat('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  })
    .format(ms)
    .replace(',', '');

/** A wall that is opened just before midnight has another day a little later: its date, its words and its figures. */
async function passMidnight(at: Page) {
  const made = await fetch(`${at.base}/api/dashboards`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      version: 3,
      title: 'Night watch',
      timeZone: 'UTC',
      visuals: [
        {
          ...MEASURED_DEFAULTS,
          id: 'note',
          kind: 'text',
          title: 'In short',
          // Travels are booked ahead, so that every day has some, whatever today is.
          measures: [{ ...shownMeasure('bookings', 'seats'), role: 'travels' }],
          text: '{measure} seats in {window}',
        },
      ],
      controls: [{ ...TIME_DEFAULTS, id: 'day', kind: 'phrase', title: 'Day', default: 'yesterday' }],
      wires: [{ control: 'day', target: 'note', on: true, roles: {} }],
      layout: [{ item: 'note', x: 0, y: 0, w: 12, h: 4 }],
    }),
  });
  const { id } = (await made.json()) as { id: number };
  const midnight = (Math.floor(Date.now() / DAY_MS) + 1) * DAY_MS;
  await setClock(at, midnight - 30_000 - Date.now());
  await at.open(`/dashboards/${id}/wall`);
  // The day of the header, and the day before it in what is in effect and in the figures.
  const words = (today: number) => {
    const before = longDay(today - DAY_MS);
    return new RegExp(
      `Showing Day yesterday[\\s\\S]*${longDay(today)}\\s+\\d\\d:\\d\\d[\\s\\S]*seats in ${before}`,
    );
  };
  await at.reads(words(midnight - DAY_MS));
  await until('the day after midnight', async () => words(midnight).test(await at.text()), 90_000);
}

test('a backup while it runs comes back after everything was deleted; another key fits it', async () => {
  const place = path.join(folder, 'backups');
  const started = command('start', '--port', String(port));
  await until('Dathen to be ready', () => started.said.text.includes('is ready at'));
  const made = await fetch(`http://127.0.0.1:${port}/api/dashboards`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ ...emptyDocument('Kept safe'), timeZone: 'UTC' }),
  });
  const { id } = (await made.json()) as { id: number };
  const backup = await run('backup', place, '--keep', '1');
  expect(backup.text).toMatch(/holds \d+ tables with [\d,]+ rows; it was read back and is the same/);
  const [name] = readdirSync(place);
  expect((await run('restore', path.join(place, name!), '--yes')).text).toContain('Stop it first');
  await run('stop');
  expect((await run('restore', path.join(place, name!))).code).toBe(2);
  await run('reset', '--yes');
  expect((await run('restore', path.join(place, name!), '--yes')).text).toMatch(
    /Everything is as it was at 20/,
  );
  expect((await run('rotate-key')).text).toContain('Secrets have another key: 0 of connections');
  const again = command('start', '--port', String(port));
  await until('Dathen to be ready anew', () => again.said.text.includes('is ready at'));
  const read = await fetch(`http://127.0.0.1:${port}/api/dashboards/${id}`);
  expect(await read.json()).toMatchObject({ document: { title: 'Kept safe' } });
  // Tables of a newer version are left alone.
  await run('stop');
  const manifest = path.join(place, name!, 'backup.json');
  writeFileSync(manifest, readFileSync(manifest, 'utf8').replace(/"migrations": \d+/, '"migrations": 999'));
  const newer = await run('restore', path.join(place, name!), '--yes');
  expect([newer.code, newer.text]).toEqual([1, expect.stringContaining('of a newer version of Dathen')]);
}, 240_000);

test('a first start offers three ways to begin; the demo comes at a click; a wall passes midnight', async () => {
  const started = command('start', '--port', String(port));
  await until('Dathen to be ready', () => started.said.text.includes('is ready at'));
  const browser = await openBrowser();
  try {
    const at = new Page(browser.driver, `http://127.0.0.1:${port}`);
    // What tests before left here goes, for good.
    for (const { id } of (await (await fetch(`${at.base}/api/dashboards`)).json()) as { id: number }[])
      await fetch(`${at.base}/api/dashboards/${id}`, { method: 'DELETE' });
    await at.open('/');
    await at.find('region', 'Bring a file');
    await at.find('region', 'Connect a database');
    await at.find('link', 'Connect one');
    await checkEverywhere(at);
    await at.click('button', 'Bring the demo in');
    await at.find('progressbar', 'Bringing the demo in');
    await until(
      'the list of the demo’s dashboards',
      async () => (await at.all('link', 'Today on the water')).length > 0,
      120_000,
    );
    expect((await (await fetch(`${at.base}/api/datasets`)).json()) as unknown[]).toHaveLength(7);
    await passMidnight(at);
  } finally {
    await browser.quit();
  }
  expect((await run('stop')).text).toContain('Dathen is stopped');
}, 400_000);
