/**
 * Kills server, database and command at random while dashboards are saved, data is loaded, rules are changed and
 * backups are made; after each it looks whether everything that was acknowledged is there and nothing is half done.
 * Run: npx tsx bench/crash.ts [kills]    (fails when anything was lost, or took longer than 10 s to be back)
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { databaseFolder, runningDatabase } from '../cli/mariadb';
import { freePort } from '../cli/processes';
import { emptyDocument } from '../src/core/dashboard/document/document';
import { Random } from '../demo/random';
import { bodyOf, milliseconds, quantile } from './support';

const kills = Number(process.argv[2] ?? 100);
const LONGEST_MS = 10_000;
const random = new Random(11);
const folder = mkdtempSync(path.join(tmpdir(), 'dathen-crash-'));
const data = path.join(folder, 'data');
const port = await freePort();
const url = `http://127.0.0.1:${port}`;

let command: ChildProcess | undefined;
let said = '';
function start(): void {
  command = spawn(process.execPath, ['--import', 'tsx', 'cli/main.ts', 'start', '--port', String(port)], {
    env: { ...process.env, DATHEN_DATA: data, NODE_OPTIONS: '' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  said = '';
  command.stdout!.on('data', (bytes: Buffer) => (said += bytes.toString()));
  command.stderr!.on('data', (bytes: Buffer) => (said += bytes.toString()));
}
const isOver = () => command?.exitCode != null || command?.signalCode != null;

const isBack = () =>
  fetch(`${url}/api/health`, { signal: AbortSignal.timeout(1000) }).then(
    ({ ok }) => ok,
    () => false,
  );

/** Milliseconds until it answers again; whoever runs it starts it anew where the command itself has gone. */
async function untilBack(): Promise<number> {
  const begun = performance.now();
  for (;;) {
    if (isOver()) start();
    if (await isBack()) return performance.now() - begun;
    if (performance.now() - begun > 60_000) throw new Error(`It does not come back: ${said.slice(-500)}`);
    await pause(50);
  }
}

/** What a request answers; undefined where nothing came back, so that it may have been done or not. */
async function ask<T>(
  method: string,
  route: string,
  body?: unknown,
): Promise<{ status: number; body: T } | undefined> {
  try {
    const response = await fetch(`${url}/api${route}`, {
      method,
      signal: AbortSignal.timeout(20_000),
      ...bodyOf(body),
    });
    return { status: response.status, body: (await response.json()) as T };
  } catch {
    return undefined;
  }
}

const problems: string[] = [];
const acknowledged = { saves: 0, loads: 0, rules: 0, backups: 0 };
let isEnding = false;

/** The newest revision that was acknowledged. */
let saved = { id: 0, revision: 0 };
async function saveOnAndOn(): Promise<void> {
  while (!isEnding) {
    const { id, revision } = saved;
    const document = { ...emptyDocument(`Edit ${revision + 1}`), timeZone: 'UTC' };
    const answer = await ask<{ revision?: number; error?: { details?: { theirs?: { revision: number } } } }>(
      'PUT',
      `/dashboards/${id}`,
      { basedOn: revision, document },
    );
    if (answer?.status === 200) {
      saved = { id, revision: answer.body.revision! };
      acknowledged.saves++;
    } else if (answer?.status === 409) {
      // It was done, and its answer was lost on the way.
      saved = { id, revision: answer.body.error!.details!.theirs!.revision };
    } else await pause(50);
  }
}

/** Rows of the newest load that was acknowledged; loads that were never answered may have been done too. */
let rows = 0;
const tried = new Set<number>();
async function loadOnAndOn(): Promise<void> {
  const columns = [
    { name: 'day', type: 'day', role: 'day' },
    { name: 'seats', type: 'whole' },
  ];
  for (let count = 2000; !isEnding; count++) {
    const text = `day,seats\n${Array.from({ length: count }, (_, i) => `2026-05-${String(1 + (i % 28)).padStart(2, '0')},${i}`).join('\n')}\n`;
    const sent = await ask<{ upload: string }>('POST', '/uploads', text);
    if (sent?.status !== 200 && sent?.status !== 201) {
      await pause(50);
      continue;
    }
    tried.add(count);
    const job = await ask<{ id: string }>('POST', '/datasets', {
      upload: sent.body.upload,
      source: 'trips.csv',
      ...(rows > 0 || known ? { into: 'trips' } : {}),
      plan: { delimiter: ',', name: 'Trips', columns },
    });
    if (job?.status !== 202) {
      await pause(100);
      continue;
    }
    for (;;) {
      const told = await ask<{ state: string }>('GET', `/jobs/${job.body.id}`);
      if (!told || told.status === 404 || told.body.state === 'failed') break;
      if (told.body.state === 'done') {
        rows = count;
        known = true;
        acknowledged.loads++;
        break;
      }
      await pause(20);
    }
  }
}
let known = false;

interface Rule {
  readonly fiscal: { readonly yearStartMonth: number };
}
let fiscalStart = 1;
/** Those that were sent since, of which nobody knows whether they were stored. */
const rulesTried = new Set<number>();
async function changeRuleOnAndOn(): Promise<void> {
  while (!isEnding) {
    const now = await ask<{ rule: Rule }>('GET', '/almanac');
    if (now?.status === 200) {
      const next = (now.body.rule.fiscal.yearStartMonth % 12) + 1;
      rulesTried.add(next);
      const done = await ask('PUT', '/almanac', {
        ...now.body.rule,
        fiscal: { ...now.body.rule.fiscal, yearStartMonth: next },
      });
      if (done?.status === 200) {
        fiscalStart = next;
        rulesTried.clear();
        acknowledged.rules++;
      }
    }
    await pause(400);
  }
}

async function backUpOnAndOn(): Promise<void> {
  while (!isEnding) {
    const child = spawn(
      process.execPath,
      ['--import', 'tsx', 'cli/main.ts', 'backup', path.join(folder, 'backups'), '--keep', '2'],
      { env: { ...process.env, DATHEN_DATA: data, NODE_OPTIONS: '' }, stdio: 'ignore' },
    );
    backing = child;
    const code = await new Promise<number | null>((resolve) => child.once('close', resolve));
    if (code === 0) acknowledged.backups++;
    await pause(1500);
  }
}
let backing: ChildProcess | undefined;

const record = () =>
  JSON.parse(readFileSync(path.join(data, 'run.json'), 'utf8')) as { pid: number; serverPid: number | null };
const VICTIMS = ['server', 'database', 'command', 'backup'] as const;
async function kill(victim: (typeof VICTIMS)[number]): Promise<void> {
  const pid =
    victim === 'backup'
      ? backing?.pid
      : victim === 'database'
        ? runningDatabase(await databaseFolder(data))?.pid
        : record()[victim === 'server' ? 'serverPid' : 'pid'];
  if (pid) process.kill(pid, 'SIGKILL');
}

/** What has to be true whatever was killed when. */
async function check(after: string): Promise<void> {
  const wrong = (what: string) => problems.push(`after ${after}: ${what}`);
  const floor = { revision: saved.revision, rows, fiscalStart };
  const dashboard = await ask<{ revision: number; document: { title: string } }>(
    'GET',
    `/dashboards/${saved.id}`,
  );
  if (!dashboard) return;
  if (dashboard.status !== 200) wrong(`the dashboard answers ${dashboard.status}`);
  else if (dashboard.body.revision < floor.revision)
    wrong(`revision ${floor.revision} was acknowledged, ${dashboard.body.revision} is there`);
  else if (dashboard.body.document.title !== `Edit ${dashboard.body.revision}`)
    wrong('a revision has another document');
  const dataset = await ask<{ rows: number }>('GET', '/datasets/trips');
  if (known && dataset && dataset.status !== 200) wrong(`the dataset answers ${dataset.status}`);
  if (dataset?.status === 200 && !tried.has(dataset.body.rows))
    wrong(`half a load: ${dataset.body.rows} rows`);
  if (dataset?.status === 200 && dataset.body.rows < floor.rows)
    wrong(`a load of ${floor.rows} rows was acknowledged, ${dataset.body.rows} are there`);
}

start();
await untilBack();
const made = await ask<{ id: number }>('POST', '/dashboards', {
  ...emptyDocument('Edit 1'),
  timeZone: 'UTC',
});
saved = { id: made!.body.id, revision: 1 };
const work = [saveOnAndOn(), loadOnAndOn(), changeRuleOnAndOn(), backUpOnAndOn()];
const back: Record<string, number[]> = {};
for (let i = 0; i < kills; i++) {
  await pause(random.whole(100, 2500));
  const victim = VICTIMS[random.whole(0, VICTIMS.length - 1)]!;
  try {
    await kill(victim);
  } catch {
    // It was between two lives already.
  }
  await pause(20);
  const took = await untilBack();
  (back[victim] ??= []).push(took);
  if (took > LONGEST_MS) problems.push(`${victim}: back after ${milliseconds(took)}`);
  await check(`kill ${i + 1} (${victim})`);
  if ((i + 1) % 10 === 0) console.error(`${i + 1} of ${kills} kills`);
}
isEnding = true;
await Promise.all(work);
// A last start clears what killed loads left.
command!.kill('SIGTERM');
while (!isOver()) await pause(50);
start();
await untilBack();
await check('the last start');
const rules = await ask<{ rule: Rule }>('GET', '/almanac');
if (rules && ![fiscalStart, ...rulesTried].includes(rules.body.rule.fiscal.yearStartMonth))
  problems.push('a rule that was acknowledged is not there');
const uploads = existsSync(path.join(data, 'uploads')) ? readdirSync(path.join(data, 'uploads')) : [];
const unfinished = existsSync(path.join(folder, 'backups'))
  ? readdirSync(path.join(folder, 'backups')).filter((name) => name.endsWith('.part'))
  : [];
command!.kill('SIGTERM');
while (!isOver()) await pause(50);

console.log(`kills: ${kills}; acknowledged: ${JSON.stringify(acknowledged)}`);
for (const [victim, times] of Object.entries(back))
  console.log(
    `${victim.padEnd(9)} ${String(times.length).padStart(3)} kills, back after p50 ${milliseconds(quantile(times, 0.5))}, longest ${milliseconds(Math.max(...times))}`,
  );
console.log(
  `uploads that wait: ${uploads.length}; backups that were broken off: ${unfinished.length} (the next one removes them)`,
);
console.log(problems.length === 0 ? 'nothing was lost' : problems.join('\n'));
rmSync(folder, { recursive: true, force: true });
process.exit(problems.length === 0 ? 0 : 1);
