/**
 * What happens to a Dathen when its machine fails it: a disk that fills, a disk that cannot be written, a clock that
 * jumps. After each it looks whether everything that was acknowledged is there, and whether it goes on by itself.
 * Run as root: node bench/run.mjs faults    (fails when anything was lost, or is not told in plain words)
 */
import { execFileSync } from 'node:child_process';
import { closeSync, mkdirSync, mkdtempSync, openSync, rmSync, writeFileSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { freePort } from '../cli/processes';
import { emptyDocument } from '../src/core/dashboard/document/document';
import { Command, type Answer } from './command';
import { milliseconds } from './support';

const folder = mkdtempSync(path.join(tmpdir(), 'dathen-faults-'));
const disk = path.join(folder, 'disk');
const data = path.join(disk, 'data');
const clock = path.join(folder, 'clock');
const port = await freePort();
const url = `http://127.0.0.1:${port}`;
const DAY_MS = 86_400_000;

const problems: string[] = [];
const expect = (holds: boolean, what: string) => {
  console.log(`${holds ? 'ok  ' : 'FAIL'} ${what}`);
  if (!holds) problems.push(what);
};

const command = new Command(url, data, ['start', '--port', String(port)], {
  SHIFTED_CLOCK: clock,
  NODE_OPTIONS: `--import ${path.resolve('bench/shiftedClock.mjs')}`,
});

interface Told {
  readonly id?: number | string;
  readonly revision?: number;
  readonly rows?: number;
  readonly state?: string;
  readonly upload?: string;
  readonly error?: { readonly code: string; readonly message: string } | null;
}
const ask = async (method: string, route: string, body?: unknown): Promise<Answer<Told>> =>
  (await command.ask(method, route, body)) ?? { status: 0, body: {} };

async function until(what: string, holds: () => Promise<boolean>, patience = 60_000): Promise<number> {
  const begun = performance.now();
  while (!(await holds())) {
    if (performance.now() - begun > patience) {
      expect(false, `${what} (waited ${patience / 1000} s)`);
      return Infinity;
    }
    await pause(100);
  }
  return performance.now() - begun;
}
const isReady = async () => (await ask('GET', '/ready')).status === 200;

let saved = { id: 0, revision: 1 };
const save = (title = `Edit ${saved.revision + 1}`) =>
  ask('PUT', `/dashboards/${saved.id}`, {
    basedOn: saved.revision,
    document: { ...emptyDocument(title), timeZone: 'UTC' },
  });
async function saveWell(what: string): Promise<void> {
  const answer = await save();
  expect(answer.status === 200, `${what}: a save is done`);
  if (answer.status === 200) saved = { ...saved, revision: answer.body.revision! };
}

let rows = 0;
/** Loads so many rows in the place of those that are there; gives the work's end. */
async function load(count: number): Promise<Answer<Told>> {
  const text = `day,seats\n${Array.from({ length: count }, (_, i) => `2026-05-${String(1 + (i % 28)).padStart(2, '0')},${i}`).join('\n')}\n`;
  const sent = await ask('POST', '/uploads', text);
  if (sent.status !== 201) return sent;
  const job = await ask('POST', '/datasets', {
    upload: sent.body.upload,
    source: 'trips.csv',
    ...(rows > 0 ? { into: 'trips' } : {}),
    plan: {
      delimiter: ',',
      name: 'Trips',
      columns: [
        { name: 'day', type: 'day', role: 'day' },
        { name: 'seats', type: 'whole' },
      ],
    },
  });
  if (job.status !== 202) return job;
  for (;;) {
    const told = await ask('GET', `/jobs/${job.body.id}`);
    if (told.body.state !== 'running') return told;
    await pause(50);
  }
}
async function loadWell(what: string, count: number): Promise<void> {
  const answer = await load(count);
  expect(answer.body.state === 'done', `${what}: a load is done`);
  if (answer.body.state === 'done') rows = count;
}
async function nothingLost(after: string): Promise<void> {
  const dashboard = await ask('GET', `/dashboards/${saved.id}`);
  expect(dashboard.body.revision === saved.revision, `${after}: revision ${saved.revision} is there`);
  const dataset = await ask('GET', '/datasets/trips');
  expect(dataset.body.rows === rows, `${after}: all ${rows} rows are there, and no others`);
}

mkdirSync(disk);
execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=900m', 'tmpfs', disk]);
writeFileSync(clock, '0');
try {
  command.start();
  await until('the first start', isReady);
  const made = await ask('POST', '/dashboards', { ...emptyDocument('Edit 1'), timeZone: 'UTC' });
  saved = { id: made.body.id as number, revision: 1 };
  await loadWell('before', 2000);
  await saveWell('before');

  // A disk that fills.
  const filler = openSync(path.join(disk, 'filler'), 'w');
  const block = Buffer.alloc(1024 * 1024, 1);
  try {
    for (;;) writeSync(filler, block);
  } catch {
    closeSync(filler);
  }
  const told = await load(200_000);
  expect(
    told.body.error?.code === 'disk-full',
    `a load on a full disk is refused in words: ${told.body.error?.message ?? told.body.state}`,
  );
  const tried = await save();
  expect(
    tried.status === 200 ||
      tried.body.error?.code === 'disk-full' ||
      tried.body.error?.code === 'database-away',
    `a save on a full disk is done, or refused in words: ${tried.status} ${tried.body.error?.message ?? ''}`,
  );
  if (tried.status === 200) saved = { ...saved, revision: tried.body.revision! };
  await nothingLost('while the disk is full');
  rmSync(path.join(disk, 'filler'));
  const took = await until('ready with room again', isReady);
  console.log(`     ready ${milliseconds(took)} after there was room again`);
  await saveWell('with room again');
  await loadWell('with room again', 3000);
  await nothingLost('with room again');

  // A disk that cannot be written.
  await command.stop();
  execFileSync('mount', ['-o', 'remount,ro', disk]);
  command.start();
  const code = await command.ended;
  expect(
    code !== 0 && /read-only|cannot write|cannot be written/i.test(command.said),
    `a start on a disk that cannot be written ends in words: ${command.said.trim().slice(0, 300)}`,
  );
  execFileSync('mount', ['-o', 'remount,rw', disk]);
  command.start();
  await until('a start once it can be written', isReady);
  await nothingLost('once it can be written');

  // A clock that jumps.
  const schedule = await ask('POST', `/dashboards/${saved.id}/schedules`, {
    name: 'Mornings',
    cron: '0 7 * * *',
    timeZone: 'UTC',
    format: 'json',
  });
  const scheduled = async () => {
    const { body } = (await ask('GET', `/dashboards/${saved.id}/schedules`)) as unknown as {
      body: { schedules?: { nextDue: string; runs: { missed: number; status: string }[] }[] };
    };
    return body.schedules?.[0];
  };
  const runs = async () => (await scheduled())?.runs ?? [];
  expect(schedule.status === 201, 'a schedule is made');
  writeFileSync(clock, String(10 * DAY_MS));
  await until('what was missed in ten days is made, once', async () => (await runs())[0]?.status === 'done');
  expect((await runs()).length === 1 && (await runs())[0]!.missed >= 8, 'the times between count as missed');
  await saveWell('ten days ahead');
  writeFileSync(clock, String(-3 * DAY_MS));
  await saveWell('three days back');
  await loadWell('three days back', 4000);
  await pause(20_000);
  expect((await runs()).length === 1, 'nothing is made twice when the clock goes back');
  writeFileSync(clock, '0');
  await saveWell('in time again');
  await until(
    'the schedule to come tomorrow, not in ten days',
    async () => Date.parse((await scheduled())!.nextDue) < Date.now() + 25 * 3600_000,
  );
  await nothingLost('after the clock jumped');
  await command.stop();
} finally {
  await command.stop();
  execFileSync('umount', [disk]);
  rmSync(folder, { recursive: true, force: true });
}
console.log(problems.length === 0 ? 'nothing was lost' : `${problems.length} failed`);
process.exit(problems.length === 0 ? 0 : 1);
