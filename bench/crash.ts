/**
 * Kills server, database and command at random while dashboards are saved, data is loaded, rules are changed, people
 * come in and backups are made; after each it looks whether everything that was acknowledged is there and nothing is
 * half done. `crashMigrations.ts` does the same while tables are changed.
 * Run: node bench/run.mjs crash [kills]    (fails when anything was lost, or took longer than 10 s to be back)
 */
import type { ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { databaseFolder, runningDatabase } from '../cli/mariadb';
import { freePort } from '../cli/processes';
import { emptyDocument } from '../src/core/dashboard/document/document';
import { Random } from '../demo/random';
import { Command } from './command';
import { milliseconds, quantile } from './support';

const kills = Number(process.argv[2] ?? 100);
const LONGEST_MS = 10_000;
const random = new Random(11);
const folder = mkdtempSync(path.join(tmpdir(), 'dathen-crash-'));
const data = path.join(folder, 'data');
const port = await freePort();
const url = `http://127.0.0.1:${port}`;

const settings = path.join(folder, 'team.json');
writeFileSync(settings, JSON.stringify({ listen: { port }, address: url, data }), { mode: 0o600 });
const command = new Command(url, data, ['serve', '--config', settings]);
const ask = <T>(method: string, route: string, body?: unknown) => command.ask<T>(method, route, body);

const problems: string[] = [];
const acknowledged = { saves: 0, loads: 0, rules: 0, people: 0, backups: 0 };
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
/** Every number of rows that there may be. */
const tried = new Set<number>();
/** Rows of a load that is added to another. */
const ADDED = 7;
async function loadOnAndOn(): Promise<void> {
  for (let count = 2000; !isEnding; count += 50) {
    tried.add(count);
    if (!(await load(count, 'replace'))) continue;
    rows = count;
    known = true;
    acknowledged.loads++;
    // Fewer than lie between two loads, so that what is there always becomes more.
    tried.add(count + ADDED);
    if (!(await load(ADDED, 'append'))) continue;
    rows = count + ADDED;
    acknowledged.loads++;
  }
}

/** Loads so many rows; whether they were acknowledged. */
async function load(count: number, mode: 'replace' | 'append'): Promise<boolean> {
  const text = `day,seats\n${Array.from({ length: count }, (_, i) => `2026-05-${String(1 + (i % 28)).padStart(2, '0')},${i}`).join('\n')}\n`;
  const sent = await ask<{ upload: string }>('POST', '/uploads', text);
  if (sent?.status !== 200 && sent?.status !== 201) {
    await pause(50);
    return false;
  }
  const job = await ask<{ id: string }>('POST', '/datasets', {
    upload: sent.body.upload,
    source: 'trips.csv',
    ...(rows > 0 || known ? { into: 'trips' } : {}),
    plan: {
      delimiter: ',',
      name: 'Trips',
      mode,
      columns: [
        { name: 'day', type: 'day', role: 'day' },
        { name: 'seats', type: 'whole' },
      ],
    },
  });
  if (job?.status !== 202) {
    await pause(100);
    return false;
  }
  for (;;) {
    const told = await ask<{ state: string }>('GET', `/jobs/${job.body.id}`);
    if (!told || told.status === 404 || told.body.state === 'failed') return false;
    if (told.body.state === 'done') return true;
    await pause(20);
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

const PASSWORD = 'red boats on grey water';
/** Addresses of people who were told that they are in. */
const people: string[] = [];
async function comeInOnAndOn(): Promise<void> {
  for (let number = 1; !isEnding; number++) {
    const email = `person${number}@example.org`;
    const invited = await ask<{ link: string }>('POST', '/invitations', { email, role: 'reader' });
    if (invited?.status === 201) {
      const token = invited.body.link.split('/').at(-1);
      const body = { token, name: `Person ${number}`, password: PASSWORD };
      if ((await ask('POST', '/invitations/accept', body))?.status === 201) {
        people.push(email);
        acknowledged.people++;
      }
    }
    await pause(200);
  }
}

/** Brings the first owner in, by the link that the command shows, and signs in. */
async function firstOwner(): Promise<void> {
  while (!command.said.includes('is ready at')) await pause(50);
  const token = /\/welcome\/(\S+)/.exec(command.said)![1];
  const email = 'ada@example.org';
  await ask('POST', '/invitations/accept', { token, name: 'Ada', email, password: PASSWORD });
  const response = await fetch(`${url}/api/auth/sign-in/email`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: url },
    body: JSON.stringify({ email, password: PASSWORD }),
  });
  const cookies = response.headers.getSetCookie().map((cookie) => cookie.split(';')[0]!);
  command.headers = { cookie: cookies.join('; ') };
}

async function backUpOnAndOn(): Promise<void> {
  while (!isEnding) {
    const folders = ['backup', path.join(folder, 'backups'), '--keep', '2', '--config', settings];
    const child = command.spawn(folders, 'ignore');
    backing = child;
    const code = await new Promise<number | null>((resolve) => child.once('close', resolve));
    if (code === 0) acknowledged.backups++;
    await pause(1500);
  }
}
let backing: ChildProcess | undefined;

const VICTIMS = ['server', 'database', 'command', 'backup'] as const;
async function kill(victim: (typeof VICTIMS)[number]): Promise<void> {
  const pid =
    victim === 'backup'
      ? backing?.pid
      : victim === 'database'
        ? runningDatabase(await databaseFolder(data))?.pid
        : victim === 'server'
          ? command.record().serverPids[0]
          : command.record().pid;
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

command.start();
await command.untilBack();
await firstOwner();
const made = await ask<{ id: number }>('POST', '/dashboards', {
  ...emptyDocument('Edit 1'),
  timeZone: 'UTC',
});
saved = { id: made!.body.id, revision: 1 };
const work = [saveOnAndOn(), loadOnAndOn(), changeRuleOnAndOn(), comeInOnAndOn(), backUpOnAndOn()];
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
  const took = await command.untilBack();
  (back[victim] ??= []).push(took);
  if (took > LONGEST_MS) problems.push(`${victim}: back after ${milliseconds(took)}`);
  await check(`kill ${i + 1} (${victim})`);
  if ((i + 1) % 10 === 0) console.error(`${i + 1} of ${kills} kills`);
}
isEnding = true;
await Promise.all(work);
// A last start clears what killed loads left.
await command.stop();
command.start();
await command.untilBack();
await check('the last start');
const rules = await ask<{ rule: Rule }>('GET', '/almanac');
if (rules && ![fiscalStart, ...rulesTried].includes(rules.body.rule.fiscal.yearStartMonth))
  problems.push('a rule that was acknowledged is not there');
const there = await ask<{ people: { email: string }[] }>('GET', '/people');
for (const email of people)
  if (!there?.body.people.some((person) => person.email === email))
    problems.push(`${email} was told to be in, and is not`);
const uploads = existsSync(path.join(data, 'uploads')) ? readdirSync(path.join(data, 'uploads')) : [];
const unfinished = existsSync(path.join(folder, 'backups'))
  ? readdirSync(path.join(folder, 'backups')).filter((name) => name.endsWith('.part'))
  : [];
await command.clear();

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
