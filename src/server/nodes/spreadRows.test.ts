/** Loads into nodes, moves between them and backups of them are whole: nothing of what is broken off is seen. */
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import type { RowDataPacket } from 'mysql2/promise';
import { makeBackup } from '../backup/backup';
import { restoreBackup } from '../backup/restore';
import { inWords } from '../answers/testing/aggregates';
import { pool } from '../database/connection';
import { rowsTable } from '../datasets/definition';
import { recoverLoads } from '../datasets/recover';
import { findDataset, loadsOf } from '../datasets/repository';
import { loadText, withDatabase } from '../testing';
import { moveRows, spreadRows } from './move';
import { nodePool } from './nodes';
import { ALL, asked, days, headTables, numbersOn, remove, sumOf, tablesOn, withNodes } from './testing';

jest.setTimeout(120_000);

const at = withDatabase();
const nodes = withNodes();

describe('loads are whole', () => {
  test('rows are added to the nodes where the others lie, and what changed is told', async () => {
    const { dataset } = await loadText(at.folder, 'Grows', days(10));
    const before = rowsTable(await findDataset(dataset));
    await loadText(at.folder, 'Grows', days(4, 6), { into: dataset, mode: 'append' });
    const stored = await findDataset(dataset);
    expect(rowsTable(stored)).toBe(before);
    expect(stored.spread).toEqual({ nodes: ALL, rows: 14 });
    expect(await numbersOn('south', before)).toEqual([1, 4, 7, 10, 13]);
    expect(await sumOf(dataset)).toBe(45 + 6);
    // The same days with others: one replaced, by what the nodes hold.
    await loadText(at.folder, 'Grows', days(10).replace(',9', ',90'), { into: dataset });
    expect((await loadsOf(stored.id))[0]).toMatchObject({ changes: { added: 0, removed: 4, changed: 1 } });
    expect(await Promise.all(ALL.map(tablesOn))).toEqual(
      ALL.map(() => [rowsTable({ ...stored, rowsLoad: stored.rowsLoad! + 2 })]),
    );
    await remove(dataset);
  });

  test.each(['replace', 'append'] as const)(
    'one that is cancelled leaves nothing that is seen (%s)',
    async (mode) => {
      const { dataset } = await loadText(at.folder, 'Kept', days(10));
      const stop = new AbortController();
      await expect(
        loadText(at.folder, 'Kept', days(60_000), {
          into: dataset,
          mode,
          signal: stop.signal,
          onProgress: ({ rows }) => rows > 100 && stop.abort(),
        }),
      ).rejects.toMatchObject({ code: 'cancelled' });
      expect(await sumOf(dataset)).toBe(45);
      const stored = await findDataset(dataset);
      expect(await Promise.all(ALL.map(tablesOn))).toEqual(ALL.map(() => [rowsTable(stored)]));
      await loadText(at.folder, 'Kept', days(3, 6), { into: dataset, mode: 'append' });
      expect(await sumOf(dataset)).toBe(45 + 3);
      await remove(dataset);
    },
  );

  test('rows behind the last one in use are seen by nobody, and go before others are added', async () => {
    const { dataset } = await loadText(at.folder, 'Killed', days(9));
    const stored = await findDataset(dataset);
    // As a load leaves them that was killed before it came into use.
    await nodePool('north').query(
      `INSERT INTO ${rowsTable(stored)} (row_id, c1, c2) VALUES (12, '2026-05-05', 1000)`,
    );
    expect(await sumOf(dataset)).toBe(36);
    expect((await asked(stored)).numbers[0]!.distinct).toEqual(new Float64Array([9]));
    await loadText(at.folder, 'Killed', days(6, 6), { into: dataset, mode: 'append' });
    expect(await sumOf(dataset)).toBe(36 + 15);
    expect(await numbersOn('north', rowsTable(stored))).toEqual([3, 6, 9, 12, 15]);
    await remove(dataset);
  });

  test.each(['replace', 'append'] as const)(
    'a node that is killed in the middle is named, and nothing is changed (%s)',
    async (mode) => {
      const { dataset } = await loadText(at.folder, 'Struck', days(10));
      let killing: Promise<void> | undefined;
      await expect(
        loadText(at.folder, 'Struck', days(80_000), {
          into: dataset,
          mode,
          onProgress: ({ rows }) => void (rows > 2000 && (killing ??= nodes.kill('south'))),
        }),
      ).rejects.toMatchObject({ code: 'node-away', message: expect.stringContaining('“south”') });
      await killing;
      const stored = await findDataset(dataset);
      expect(stored.spread).toEqual({ nodes: ALL, rows: 10 });
      expect((await loadsOf(stored.id))[0]).toMatchObject({ status: 'failed' });
      // A load fails whole while it is away.
      await expect(loadText(at.folder, 'Struck', days(5), { into: dataset, mode })).rejects.toMatchObject({
        code: 'node-away',
      });
      await nodes.again('south');
      await recoverLoads();
      expect(await Promise.all(ALL.map(tablesOn))).toEqual(ALL.map(() => [rowsTable(stored)]));
      expect(await sumOf(dataset)).toBe(45);
      await loadText(at.folder, 'Struck', days(3), { into: dataset, mode });
      expect(await sumOf(dataset)).toBe(mode === 'append' ? 48 : 3);
      await remove(dataset);
    },
  );
});

describe('moving', () => {
  test('new loads use a node that is added; rows of before are spread over it when asked', async () => {
    await nodes.settleOn(['north', 'south']);
    const { dataset } = await loadText(at.folder, 'Old', days(50));
    await nodes.settleOn(ALL);
    const fresh = await loadText(at.folder, 'New', days(5));
    expect((await findDataset(fresh.dataset)).spread!.nodes).toEqual(ALL);
    const before = await findDataset(dataset);
    expect(before.spread!.nodes).toEqual(['north', 'south']);
    const told = inWords(await asked(before));
    expect(await spreadRows(dataset)).toBe(50);
    const after = await findDataset(dataset);
    expect(after).toMatchObject({ currentLoad: before.currentLoad, spread: { nodes: ALL, rows: 50 } });
    expect(inWords(await asked(after))).toEqual(told);
    expect(await numbersOn('north', rowsTable(after))).toHaveLength(16);
    expect((await loadsOf(after.id))[0]).toMatchObject({ mode: 'move', status: 'done', rowsTotal: 50 });
    for (const name of ALL) expect(await tablesOn(name)).not.toContain(rowsTable(before));
    await remove(dataset);
    await remove(fresh.dataset);
  });

  test('texts, blanks and times stay what they are, there and back', async () => {
    const text =
      'day,seen,name,fare\n2026-05-01,2026-05-01 23:30,"a\tb\\",1.50\n,,,\n2026-05-03,2026-05-02 00:00:00.125,"é, ""𝄞"" \\N",-0.05\n';
    const { dataset } = await loadText(at.folder, 'Odd', text);
    const cells = async () => {
      const [rows] = await pool().query<RowDataPacket[]>(
        `SELECT c1, c2, c2_day, c3, c4 FROM ${rowsTable(await findDataset(dataset))} ORDER BY row_id`,
      );
      return rows;
    };
    const spread = await cells();
    expect(spread[2]).toMatchObject({ c2_day: '2026-05-02', c3: 'é, "𝄞" \\N', c4: '-0.05' });
    await moveRows(dataset, []);
    expect(await cells()).toEqual(spread);
    await spreadRows(dataset);
    expect(await cells()).toEqual(spread);
    await remove(dataset);
  });

  test('without a node it fails whole; without rows or nodes it says so', async () => {
    const { dataset } = await loadText(at.folder, 'Stays', days(50));
    const before = await findDataset(dataset);
    await nodes.kill('north');
    await expect(moveRows(dataset, [])).rejects.toThrow('“north”');
    await expect(spreadRows(dataset)).rejects.toThrow('“north”');
    await nodes.again('north');
    expect(await findDataset(dataset)).toEqual(before);
    expect(await sumOf(dataset)).toBe(1225);
    await nodes.settleOn([]);
    await expect(spreadRows(dataset)).rejects.toMatchObject({ code: 'no-nodes' });
    await nodes.settleOn(ALL);
    await remove(dataset);
  });
});

test('a backup holds the rows themselves; what comes back lies here, and can be spread again', async () => {
  const { dataset } = await loadText(at.folder, 'Backed', days(70));
  const stored = await findDataset(dataset);
  await nodePool('west').query(
    `INSERT INTO ${rowsTable(stored)} (row_id, c1, c2) VALUES (71, '2026-05-05', 1000)`,
  );
  mkdirSync(path.join(at.folder, 'backups'), { recursive: true });
  const { folder } = await makeBackup(path.join(at.folder, 'backups'), null);
  await loadText(at.folder, 'Backed', days(3), { into: dataset });
  await restoreBackup(folder);
  expect(await findDataset(dataset)).toEqual({ ...stored, spread: null });
  expect(await headTables()).toEqual({ [rowsTable(stored)]: 'InnoDB' });
  expect(await sumOf(dataset)).toBe(2415);
  await recoverLoads();
  expect(await Promise.all(ALL.map(tablesOn))).toEqual([[], [], []]);
  expect(await nodes.settleOn(ALL)).toEqual([]);
  await spreadRows(dataset);
  expect(await sumOf(dataset)).toBe(2415);
  await remove(dataset);
});
