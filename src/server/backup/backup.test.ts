/** Backups hold what there is at one moment, are found damaged where they are, and come back whole. */
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { randomBytes } from 'node:crypto';
import path from 'node:path';
import fc from 'fast-check';
import type { RowDataPacket } from 'mysql2/promise';
import { emptyDocument } from '../../core/dashboard/document/document';
import { listDashboards } from '../dashboards/list';
import { readDashboard } from '../dashboards/read';
import { createDashboard, saveDashboard } from '../dashboards/repository';
import { dedicatedConnection, pool } from '../database/connection';
import { heldCube } from '../answers/cubes';
import { recoverLoads } from '../datasets/recover';
import { findDataset } from '../datasets/repository';
import { forget } from '../once';
import { decrypt, encrypt } from '../secrets';
import { loadText, withDatabase } from '../testing';
import { backupsIn, makeBackup } from './backup';
import { MANIFEST, readManifest, rowsFile } from './manifest';
import { restoreBackup } from './restore';
import { loadRows, tellRows, writeRows } from './rows';

const at = withDatabase();
const place = () => path.join(at.folder, 'backups');
beforeEach(() => mkdirSync(place(), { recursive: true }));
afterEach(() => rmSync(place(), { recursive: true, force: true }));

const days = (count: number, from = 1) =>
  `day,seats\n${Array.from({ length: count }, (_, i) => `2026-05-${String(from + (i % 28)).padStart(2, '0')},${i}`).join('\n')}\n`;
const count = async (table: string) => {
  const [[row]] = await pool().query<RowDataPacket[]>(`SELECT COUNT(*) AS n FROM ${table}`);
  return Number(row!.n);
};
const schemas = async () => {
  const [rows] = await pool().query<RowDataPacket[]>("SHOW DATABASES LIKE '%\\_scratch'");
  return rows.length;
};

test('what there was comes back: rows, dashboards with all revisions, and what is made later is gone', async () => {
  const { dataset } = await loadText(at.folder, 'Trips', days(500));
  const stored = await findDataset(dataset);
  const { id } = await createDashboard(emptyDocument('Kept'));
  await saveDashboard(id, 1, emptyDocument('Kept twice'));
  const shape = {
    dataset,
    day: 'day',
    otherDays: [],
    categories: [],
    conditions: [],
    numbers: [],
    spellings: {},
  };
  const { folder, rows } = await makeBackup(place(), null);
  expect(rows).toBeGreaterThan(500);
  expect(await schemas()).toBe(0);

  const later = await loadText(at.folder, 'Trips', days(10), { into: dataset });
  const lost = await findDataset(dataset);
  expect((await heldCube(lost, { ...shape, load: later.load }))!.rows).toHaveLength(10);
  await createDashboard(emptyDocument('Later'));
  await restoreBackup(folder);
  expect((await listDashboards()).map(({ title }) => title)).toEqual(['Kept twice']);
  expect(await readDashboard(id)).toMatchObject({ revision: 2 });
  expect(await findDataset(dataset)).toEqual(stored);
  expect(await count(`fact_${stored.id}_${stored.rowsLoad}`)).toBe(500);
  expect(await schemas()).toBe(0);
  const [tables] = await pool().query<RowDataPacket[]>("SHOW TABLES LIKE 'fact\\_%'");
  expect(tables).toHaveLength(1);
  // What was made from the rows that are gone is not taken for what comes now.
  const next = await loadText(at.folder, 'Trips', days(20), { into: dataset });
  expect(next.load).toBeGreaterThan(later.load);
  forget('cubes held');
  expect((await heldCube(await findDataset(dataset), { ...shape, load: next.load }))!.rows).toHaveLength(20);
}, 60_000);

test('secrets can be read after a restore, with the key that the backup holds', async () => {
  const sealed = encrypt('hush');
  const { folder } = await makeBackup(place(), null);
  const key = path.join(at.folder, 'secret.key');
  writeFileSync(key, randomBytes(32).toString('base64'));
  forget('secret key');
  expect(() => decrypt(sealed)).toThrow();
  await restoreBackup(folder);
  forget('secret key');
  expect(decrypt(sealed)).toBe('hush');
}, 60_000);

test('while edits and loads go on, a backup is of one moment: every dataset has its rows', async () => {
  const { dataset } = await loadText(at.folder, 'Busy', days(200));
  const { id } = await createDashboard(emptyDocument('Edited'));
  let isOver = false;
  const edits = (async () => {
    for (let revision = 1; !isOver; revision++)
      await saveDashboard(id, revision, emptyDocument(`Edit ${revision}`));
  })();
  const loads = (async () => {
    for (let i = 0; !isOver; i++) await loadText(at.folder, 'Busy', days(200 + i), { into: dataset });
  })();
  for (let i = 0; i < 4; i++) {
    const { folder } = await makeBackup(place(), null);
    const { tables } = readManifest(folder);
    const rows = Object.fromEntries(tables.map((table) => [table.name, table.rows]));
    const connection = await dedicatedConnection();
    await connection.query('CREATE OR REPLACE TABLE seen LIKE dataset');
    await loadRows(
      connection,
      'seen',
      tables.find(({ name }) => name === 'dataset')!.columns,
      path.join(folder, rowsFile('dataset')),
    );
    const [datasets] = await connection.query<RowDataPacket[]>('SELECT id, rows_load FROM seen');
    for (const row of datasets) expect(rows[`fact_${row.id}_${row.rows_load}`]).toBeGreaterThan(0);
    await connection.query('DROP TABLE seen');
    await connection.end();
  }
  isOver = true;
  await Promise.all([edits, loads]);
}, 120_000);

test('a backup that was changed on its way is refused, and nothing is changed', async () => {
  await createDashboard(emptyDocument('Here'));
  const { folder } = await makeBackup(place(), null);
  const before = await listDashboards();
  const file = path.join(folder, rowsFile('dashboard'));
  copyFileSync(file, `${file}.whole`);
  truncateSync(file, 30);
  await expect(restoreBackup(folder)).rejects.toThrow();
  copyFileSync(path.join(folder, rowsFile('setting')), file);
  await expect(restoreBackup(folder)).rejects.toThrow();
  copyFileSync(`${file}.whole`, file);
  const manifest = readFileSync(path.join(folder, MANIFEST), 'utf8');
  writeFileSync(path.join(folder, MANIFEST), manifest.replace(/"migrations": \d+/, '"migrations": 999'));
  await expect(restoreBackup(folder)).rejects.toMatchObject({ code: 'newer-schema' });
  writeFileSync(path.join(folder, MANIFEST), '{}');
  await expect(restoreBackup(folder)).rejects.toMatchObject({ code: 'no-backup' });
  await expect(restoreBackup(at.folder)).rejects.toMatchObject({ code: 'no-backup', status: 404 });
  expect(await listDashboards()).toEqual(before);
}, 60_000);

test('a start does not wait for one who reads tables that nobody needs any more; the next one drops them', async () => {
  await pool().query('CREATE TABLE fact_4711_1 (c1 INT)');
  const reader = await dedicatedConnection();
  await reader.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY');
  await reader.query('SELECT 1 FROM fact_4711_1');
  const begun = Date.now();
  await recoverLoads();
  expect(Date.now() - begun).toBeLessThan(10_000);
  expect(await count('fact_4711_1')).toBe(0);
  await reader.end();
  await recoverLoads();
  await expect(count('fact_4711_1')).rejects.toMatchObject({ errno: 1146 });
}, 30_000);

test('so many of the newest are kept; what was broken off goes', async () => {
  mkdirSync(path.join(place(), 'dathen-2020-01-01T00-00-00.000Z.part'));
  mkdirSync(path.join(place(), 'something else'));
  const made = [];
  for (let i = 0; i < 3; i++) made.push(path.basename((await makeBackup(place(), 2)).folder));
  expect(backupsIn(place())).toEqual(made.slice(1));
  expect(readdirSync(place()).sort()).toEqual([...made.slice(1), 'something else'].sort());
  expect(existsSync(path.join(place(), 'dathen-2020-01-01T00-00-00.000Z.part'))).toBe(false);
}, 60_000);

test('any text and any number comes back as it was', async () => {
  const connection = await dedicatedConnection();
  await connection.query(
    'CREATE TABLE odd (id INT PRIMARY KEY, words LONGTEXT, bytes VARBINARY(200), amount DECIMAL(30,10), twice INT AS (id * 2) STORED) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin',
  );
  await connection.query('CREATE TABLE odd_again LIKE odd');
  const columns = ['id', 'words', 'bytes', 'amount'];
  const file = path.join(place(), 'odd.gz');
  const text = fc.string({
    unit: fc.constantFrom('a', '\\', '\t', '\n', '\r', '\0', '\\N', 'é', '𝄞', "'", 'N'),
  });
  await fc.assert(
    fc.asyncProperty(
      fc.array(
        fc.record({
          words: fc.option(text),
          bytes: fc.option(fc.uint8Array({ maxLength: 40 })),
          amount: fc.option(fc.integer()),
        }),
        { maxLength: 20 },
      ),
      async (rows) => {
        await connection.query('DELETE FROM odd');
        await connection.query('DELETE FROM odd_again');
        for (const [id, row] of rows.entries())
          await connection.query('INSERT INTO odd (id, words, bytes, amount) VALUES (?, ?, ?, ?)', [
            id,
            row.words,
            row.bytes && Buffer.from(row.bytes),
            row.amount,
          ]);
        const told = await writeRows(connection, 'odd', columns, file);
        await loadRows(connection, 'odd_again', columns, file);
        expect(await tellRows(connection, 'odd_again', columns)).toEqual(told);
        const [[differing]] = await connection.query<RowDataPacket[]>(
          `SELECT COUNT(*) AS n FROM odd LEFT JOIN odd_again AS again ON again.id = odd.id
           WHERE NOT (again.words <=> odd.words AND again.bytes <=> odd.bytes AND again.amount <=> odd.amount AND again.twice <=> odd.twice)`,
        );
        expect(Number(differing!.n)).toBe(0);
      },
    ),
    { numRuns: 40 },
  );
  await connection.query('DROP TABLE odd, odd_again');
  await connection.end();
}, 60_000);
