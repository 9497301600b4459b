/** Rows that are added: to the table in use, all of them or none, at the moment the dataset has them. */
import { setTimeout as pause } from 'node:timers/promises';
import { eq } from 'drizzle-orm';
import { database, dedicatedConnection, selectRows } from '../database/connection';
import { datasetLoad } from '../database/schema';
import { loadText, newestLoad, withDatabase } from '../testing';
import { datasetLock } from './holding';
import { recoverLoads } from './recover';
import { rowsTable } from './definition';
import { findDataset, refusalsOf, summaryOf } from './repository';

const at = withDatabase();

const HEAD = 'day,route,seats';
const text = (...rows: string[]) => [HEAD, ...rows, ''].join('\n');
/** Rows on days of a month, in turn. */
const many = (month: string, count: number) =>
  text(
    ...Array.from(
      { length: count },
      (_, i) => `${month}-${String(1 + (i % 28)).padStart(2, '0')},Quern,${i % 50}`,
    ),
  );

const begin = (rows = text('2026-01-01,Veldry,2', '2026-01-02,Tamsel,3')) =>
  loadText(at.folder, `Trips ${Math.random()}`, rows).then(({ dataset }) => dataset);
const add = (dataset: string, rows: string, more: Parameters<typeof loadText>[3] = {}) =>
  loadText(at.folder, 'More', rows, { into: dataset, mode: 'append', ...more });

async function rowsIn(key: string): Promise<number> {
  const [row] = await selectRows<{ total: number }>(
    `SELECT COUNT(*) AS total FROM ${rowsTable(await findDataset(key))}`,
  );
  return Number(row!.total);
}
const tablesOf = async (key: string) => {
  const { id } = await findDataset(key);
  const rows = await selectRows<{ name: string }>(
    `SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name LIKE 'fact\\_${id}\\_%'`,
  );
  return rows.map(({ name }) => name);
};

test('they go into the table that is in use, and the dataset is at another load', async () => {
  const key = await begin();
  const before = await findDataset(key);
  await add(key, text('2026-01-03,Quern,4'));
  const after = await findDataset(key);
  expect(rowsTable(after)).toBe(rowsTable(before));
  expect(after.currentLoad).toBeGreaterThan(before.currentLoad!);
  expect(await tablesOf(key)).toEqual([rowsTable(before)]);
  expect(await rowsIn(key)).toBe(3);
  expect(await newestLoad(key)).toMatchObject({
    mode: 'append',
    status: 'done',
    rowsLoaded: 1,
    rowsTotal: 3,
  });
  expect((await summaryOf(after)).coverage.day).toMatchObject({
    first: '2026-01-01',
    last: '2026-01-03',
    days: 3,
  });
});

test('what they change is told by days: new ones, and those that have more rows', async () => {
  const key = await begin();
  await add(key, text('2026-01-02,Quern,4', '2026-01-05,Quern,4', '2026-01-06,Quern,4'));
  expect((await newestLoad(key)).changes).toEqual({ added: 2, removed: 0, changed: 1, latest: '2026-01-06' });
  await add(key, text('2025-12-31,Quern,4'));
  expect((await newestLoad(key)).changes).toEqual({ added: 1, removed: 0, changed: 0, latest: '2026-01-06' });
});

test('some that are refused are kept aside; where all are, nothing is changed', async () => {
  const key = await begin();
  await add(key, text('soon,Quern,4', '2026-02-01,Quern,5'));
  const { currentLoad } = await findDataset(key);
  expect(await refusalsOf(currentLoad!)).toMatchObject([{ line: 2, column: 'day', value: 'soon' }]);
  await expect(add(key, text('later,Quern,4'))).rejects.toMatchObject({ code: 'all-refused' });
  expect((await findDataset(key)).currentLoad).toBe(currentLoad);
  expect(await rowsIn(key)).toBe(3);
  expect(await newestLoad(key)).toMatchObject({ status: 'failed' });
});

test('nobody sees them before all are there', async () => {
  const key = await begin();
  const seen = new Set<number>();
  let looking: Promise<unknown> = Promise.resolve();
  await add(key, many('2026-03', 40_000), {
    onProgress: () => {
      looking = looking.then(async () => seen.add(await rowsIn(key)));
    },
  });
  await looking;
  expect([...seen].filter((rows) => rows !== 2 && rows !== 40_002)).toEqual([]);
  expect(seen).toContain(2);
  expect(await rowsIn(key)).toBe(40_002);
});

test('cancelled in the middle they are gone, and more can be added at once', async () => {
  const key = await begin();
  const stop = new AbortController();
  await expect(
    add(key, many('2026-03', 60_000), { signal: stop.signal, onProgress: () => stop.abort() }),
  ).rejects.toMatchObject({ code: 'cancelled' });
  expect(await newestLoad(key)).toMatchObject({ status: 'cancelled' });
  expect(await rowsIn(key)).toBe(2);
  await add(key, text('2026-01-03,Quern,4'));
  expect(await rowsIn(key)).toBe(3);
  expect(await tablesOf(key)).toHaveLength(1);
});

test('with the connection killed under them the rows before stay, and the next start clears up', async () => {
  const key = await begin();
  let killed: Promise<unknown> | undefined;
  const kill = async () => {
    const other = await dedicatedConnection();
    for (let tries = 0; tries < 100; tries++) {
      const running = await selectRows<{ id: number }>(
        "SELECT id FROM information_schema.processlist WHERE info LIKE 'LOAD DATA%'",
      );
      for (const { id } of running) await other.query(`KILL ${id}`);
      if (running.length > 0) break;
      await pause(5);
    }
    await other.end();
  };
  await expect(
    add(key, many('2026-03', 120_000), {
      onProgress: () => {
        killed ??= kill();
      },
    }),
  ).rejects.toBeDefined();
  await killed;
  expect(await rowsIn(key)).toBe(2);
  expect(await newestLoad(key)).toMatchObject({ status: 'failed' });
  await recoverLoads();
  expect(await rowsIn(key)).toBe(2);
  await add(key, text('2026-01-03,Quern,4'));
  expect(await rowsIn(key)).toBe(3);
});

test('a start after a kill keeps the table that later loads added to', async () => {
  const key = await begin();
  await add(key, text('2026-01-03,Quern,4'));
  await database()
    .update(datasetLoad)
    .set({ status: 'running' })
    .where(eq(datasetLoad.id, (await newestLoad(key)).id));
  await recoverLoads();
  expect(await rowsIn(key)).toBe(3);
});

test('rows that take the place of others begin a table of their own again, also after some were added', async () => {
  const key = await begin();
  await add(key, text('2026-01-03,Quern,4'));
  const before = await findDataset(key);
  await loadText(at.folder, 'New', text('2026-05-01,Quern,4'), { into: key });
  const after = await findDataset(key);
  expect(after.rowsLoad).toBe(after.currentLoad);
  expect(await tablesOf(key)).toEqual([rowsTable(after)]);
  expect(rowsTable(after)).not.toBe(rowsTable(before));
  expect(await rowsIn(key)).toBe(1);
});

test('two that are added at once: one waits to be tried again, and what is there is told right', async () => {
  const key = await begin();
  const tries = await Promise.allSettled(
    ['2026-01-03', '2026-01-04', '2026-01-05'].map((day) => add(key, text(`${day},Quern,4`))),
  );
  const done = tries.filter(({ status }) => status === 'fulfilled').length;
  expect(done).toBeGreaterThan(0);
  for (const entry of tries)
    if (entry.status === 'rejected') expect(entry.reason).toMatchObject({ code: 'load-running' });
  expect(await rowsIn(key)).toBe(2 + done);
  const summary = await summaryOf(await findDataset(key));
  expect([summary.rows, summary.coverage.day!.days]).toEqual([2 + done, 2 + done]);
});

test('while another load holds the dataset nothing is added; after it rows go on from what is there', async () => {
  const key = await begin();
  const before = await findDataset(key);
  const other = await dedicatedConnection();
  await other.query('SELECT GET_LOCK(?, 5)', [datasetLock(before.id)]);
  await expect(add(key, text('2026-01-03,Quern,4'))).rejects.toMatchObject({ code: 'load-running' });
  await other.end();
  await add(key, text('2026-01-03,Quern,4'));
  await add(key, text('2026-01-04,Quern,4'));
  expect((await summaryOf(await findDataset(key))).rows).toBe(4);
});
