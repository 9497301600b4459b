/** Work in the background, over several processes: each test is all of them, one after the other. */
import { randomUUID } from 'node:crypto';
import { existsSync, readdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { dedicatedConnection, selectRows } from '../database/connection';
import { rowsTable } from '../datasets/definition';
import { datasetLock } from '../datasets/holding';
import { planFromProfile } from '../datasets/plan';
import { profileFile } from '../datasets/profile';
import { findDataset, loadsOf } from '../datasets/repository';
import { newUpload } from '../datasets/uploads';
import { forget } from '../once';
import { listenForStop } from '../stopping';
import { withDatabase } from '../testing';
import { cancelJob, readJob, startJob, takeUpLost } from './jobs';
import { claimLost, insertJob } from './repository';
import type { Task } from './task';

const at = withDatabase();
let made = 0;

/** A file that was sent, and the task to load it. */
async function sent(
  rows: number,
  more: { mode?: 'append'; into?: string } = {},
): Promise<Extract<Task, { do: 'load' }>> {
  const { upload, path: file } = await newUpload();
  const lines = Array.from(
    { length: rows },
    (_, i) => `2026-01-${String(1 + (i % 28)).padStart(2, '0')},${i}`,
  );
  writeFileSync(file, `day,seats\n${lines.join('\n')}\n`);
  const { into, mode } = more;
  const plan = planFromProfile(`Trips ${made++}`, await profileFile(file), mode ? { mode } : {});
  return { do: 'load', upload, source: 'trips.csv', plan, ...(into ? { into } : {}) };
}

async function until<T>(what: string, look: () => Promise<T | false | undefined>): Promise<T> {
  for (let waited = 0; waited < 20_000; waited += 20) {
    const found = await look();
    if (found) return found;
    await pause(20);
  }
  throw new Error(`Waited in vain for ${what}`);
}
const ended = (id: string) =>
  until('the end', async () => {
    const report = await readJob(id);
    return report.state !== 'running' && report;
  });
const changed = (id: string, change: string) => selectRows(`UPDATE job SET ${change} WHERE id = ?`, [id]);
const LOST = 'alive_at = UTC_TIMESTAMP(3) - INTERVAL 11 SECOND';
/** From now on this is another process. */
const asAnother = () => forget('jobs');

/** Work that a process was at when it was killed. */
async function left(task: Task, person: string | null = null): Promise<string> {
  const id = randomUUID();
  await insertJob(id, randomUUID(), task, 0, person);
  await changed(id, LOST);
  return id;
}

async function begun(rows = 3): Promise<string> {
  const { result } = await ended((await startJob(await sent(rows), 0)).id);
  return (result as { dataset: string }).dataset;
}
async function rowsIn(key: string): Promise<number> {
  const [row] = await selectRows<{ n: number }>(
    `SELECT COUNT(*) AS n FROM ${rowsTable(await findDataset(key))}`,
  );
  return Number(row!.n);
}

describe('work', () => {
  test('is told to its end, with what it is at, by whichever process is asked', async () => {
    const task = await sent(50_000);
    const started = await startJob({ do: 'profile upload', upload: task.upload }, 7);
    expect(started).toMatchObject({ kind: 'profile', state: 'running', result: null, totalBytes: 7 });
    await until('it to show what it is at', async () => (await readJob(started.id)).rows > 0);
    asAnother();
    expect(await ended(started.id)).toMatchObject({
      state: 'done',
      rows: 50_000,
      bytes: 7,
      result: { rows: 50_000, columns: [{ key: 'day' }, { key: 'seats' }] },
    });
  });

  test('of a load gives what was loaded, and its file goes', async () => {
    const task = await sent(5);
    const { id } = await startJob(task, 100);
    const done = await ended(id);
    expect(done).toMatchObject({
      kind: 'load',
      state: 'done',
      result: { loaded: 5, refused: 0 },
      error: null,
    });
    const uploads = () => readdirSync(path.join(at.folder, 'uploads'));
    await until('the file to go', () => Promise.resolve(!uploads().includes(task.upload)));
  });

  test('that fails says why, for a person', async () => {
    const task = await sent(2);
    const taken = await sent(2);
    await ended((await startJob(task, 0)).id);
    const again = await startJob({ ...taken, plan: { ...taken.plan, name: task.plan.name } }, 0);
    expect(await ended(again.id)).toMatchObject({ state: 'failed', error: { code: 'name-taken' } });
    const gone = await startJob({ do: 'profile upload', upload: randomUUID() }, 0);
    expect(await ended(gone.id)).toMatchObject({ state: 'failed', error: { code: 'no-such-upload' } });
  });

  test('is cancelled from another process, and leaves nothing', async () => {
    const task = await sent(400_000);
    const { id } = await startJob(task, 0);
    asAnother();
    expect(await cancelJob(id)).toMatchObject({ state: 'running' });
    expect(await ended(id)).toMatchObject({ state: 'cancelled', result: null });
    await until('the file to go', () =>
      Promise.resolve(!existsSync(path.join(at.folder, 'uploads', task.upload))),
    );
    expect(await selectRows('SELECT 1 FROM dataset WHERE name = ?', [task.plan.name])).toEqual([]);
  });

  test('that is not known is said to be', async () => {
    await expect(readJob(randomUUID())).rejects.toMatchObject({ code: 'no-such-job', status: 404 });
    await expect(cancelJob(randomUUID())).rejects.toMatchObject({ code: 'no-such-job' });
  });
});

describe('work whose process is gone', () => {
  test('is taken up by one of the others, after ten seconds without a sign', async () => {
    const id = await left(await sent(6));
    await changed(id, 'alive_at = UTC_TIMESTAMP(3) - INTERVAL 8 SECOND');
    expect(await takeUpLost()).toBe(0);
    await changed(id, LOST);
    const [one, two] = await Promise.all([claimLost(randomUUID()), claimLost(randomUUID())]);
    expect([...one, ...two]).toMatchObject([{ id, begun: 2 }]);
    await changed(id, LOST);
    expect(await takeUpLost()).toBe(1);
    expect(await ended(id)).toMatchObject({ state: 'done', result: { loaded: 6 } });
    expect(await takeUpLost()).toBe(0);
  });

  test('is not taken from a process by itself, however long the machine slept', async () => {
    const { id } = await startJob(await sent(100_000), 0);
    await changed(id, LOST);
    expect(await takeUpLost()).toBe(0);
    expect(await ended(id)).toMatchObject({ state: 'done', result: { loaded: 100_000 } });
    expect(await selectRows('SELECT begun FROM job WHERE id = ?', [id])).toEqual([{ begun: 1 }]);
  });

  test('adds its rows once, whoever goes on with it', async () => {
    const key = await begun(3);
    const task = await sent(300_000, { mode: 'append', into: key });
    const { id } = await startJob(task, 0);
    await until('it to be under way', async () => (await readJob(id)).rows > 0);
    // It lost its turn while it went on: its rows must not come into use.
    await changed(id, `owner = '${randomUUID()}'`);
    await until('the first to give up', async () => {
      const { id: dataset } = await findDataset(key);
      const [first] = await loadsOf(dataset);
      const [lock] = await selectRows<{ free: number }>('SELECT IS_FREE_LOCK(?) AS free', [
        datasetLock(dataset),
      ]);
      return first?.mode === 'append' && first.status !== 'running' && lock?.free === 1;
    });
    asAnother();
    expect([(await readJob(id)).state, await rowsIn(key)]).toEqual(['running', 3]);
    await changed(id, LOST);
    await takeUpLost();
    expect(await ended(id)).toMatchObject({ state: 'done', result: { loaded: 300_000 } });
    expect(await rowsIn(key)).toBe(300_003);
  });

  test('whose rows are in use already is only told to be done', async () => {
    const key = await begun(3);
    const id = await left(await sent(5, { mode: 'append', into: key }));
    const result = { dataset: key, load: 1, loaded: 3, refused: 0 };
    await changed(id, `result = '${JSON.stringify(result)}'`);
    expect((await readJob(id)).result).toBeNull();
    await takeUpLost();
    expect(await ended(id)).toMatchObject({ state: 'done', result });
    expect(await rowsIn(key)).toBe(3);
  });

  test('waits while that process still holds the dataset', async () => {
    const key = await begun();
    const holder = await dedicatedConnection();
    await holder.query('SELECT GET_LOCK(?, 0)', [datasetLock((await findDataset(key)).id)]);
    const id = await left(await sent(4, { mode: 'append', into: key }));
    await takeUpLost();
    await pause(500);
    expect(await readJob(id)).toMatchObject({ state: 'running', error: null });
    await holder.end();
    await changed(id, LOST);
    await takeUpLost();
    expect(await ended(id)).toMatchObject({ state: 'done' });
    expect(await rowsIn(key)).toBe(7);
  });

  test('is not begun a fourth time, since it would end the next process too', async () => {
    const id = await left(await sent(2));
    await changed(id, 'begun = 3');
    await takeUpLost();
    expect(await ended(id)).toMatchObject({ state: 'failed', error: { code: 'job-given-up' } });
  });

  test('is cancelled where somebody asked for that before', async () => {
    const task = await sent(2);
    const id = await left(task);
    await cancelJob(id);
    await takeUpLost();
    expect(await ended(id)).toMatchObject({ state: 'cancelled' });
    expect(await selectRows('SELECT 1 FROM dataset WHERE name = ?', [task.plan.name])).toEqual([]);
  });

  test('is not done for somebody who may not come in any more', async () => {
    const id = await left(await sent(2), 'somebody who left');
    await takeUpLost();
    expect(await ended(id)).toMatchObject({ state: 'failed', error: { code: 'not-allowed' } });
  });

  test('is handed back when the process is asked to end, and goes on at once elsewhere', async () => {
    listenForStop();
    const { id } = await startJob(await sent(300_000), 0);
    process.emit('SIGTERM', 'SIGTERM');
    await expect(startJob({ do: 'demo' }, 0)).rejects.toMatchObject({ code: 'stopping', status: 503 });
    await until('it to be handed back', async () => {
      const [row] = await selectRows<{ is: number }>(
        `SELECT alive_at < UTC_TIMESTAMP(3) - INTERVAL 1 HOUR AS \`is\` FROM job WHERE id = ?`,
        [id],
      );
      return row?.is === 1;
    });
    forget('stopping');
    asAnother();
    expect(await takeUpLost()).toBe(1);
    expect(await ended(id)).toMatchObject({ state: 'done', result: { loaded: 300_000 } });
  });
});
