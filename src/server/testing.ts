/** A schema of its own for a file of tests that needs the database, and rows to load into it. */
import type { LoadPlan, LoadResult } from '../contract/datasets';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { randomBytes } from 'node:crypto';
import { tmpdir } from 'node:os';
import path from 'node:path';
import mysql, { type RowDataPacket } from 'mysql2/promise';
import { isoDay } from '../core/calendar/day';
import type { TestRow } from '../core/cube/testing';
import { closeDatabase, migrateDatabase, pool } from './database/connection';
import { editDataset } from './datasets/edit';
import { loadFile, type LoadOptions } from './datasets/load';
import { planFromProfile } from './datasets/plan';
import { profileFile } from './datasets/profile';
import { findDataset, loadsOf, type StoredDataset } from './datasets/repository';

/** Makes a migrated schema before the tests of a file, and drops it after them. Gives the folder of its files. */
export function withDatabase(): { readonly folder: string } {
  const name = `dathen_${randomBytes(6).toString('hex')}`;
  const folder = mkdtempSync(path.join(tmpdir(), 'dathen-server-'));
  const run = async (sql: string) => {
    const connection = await mysql.createConnection({
      host: '127.0.0.1',
      port: Number(process.env.DATHEN_DB_PORT),
      user: process.env.DATHEN_DB_USER,
      password: process.env.DATHEN_DB_PASSWORD,
    });
    await connection.query(sql);
    await connection.end();
  };
  beforeAll(async () => {
    process.env.DATHEN_DB_NAME = name;
    process.env.DATHEN_DATA = folder;
    process.env.DATHEN_TODAY = '2026-06-03';
    await run(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
    await migrateDatabase();
  }, 60_000);
  afterAll(async () => {
    await closeDatabase();
    await run(`DROP DATABASE ${name}`);
    rmSync(folder, { recursive: true, force: true });
  }, 60_000);
  return { folder };
}

let files = 0;

/** Loads a text table as the import does: columns found, each date column a role. */
export async function loadText(
  folder: string,
  name: string,
  text: string,
  options: Partial<LoadOptions> & { readonly mode?: LoadPlan['mode'] } = {},
): Promise<LoadResult> {
  const file = path.join(folder, `table${files++}.csv`);
  writeFileSync(file, text);
  const { mode, ...rest } = options;
  const plan = planFromProfile(name, await profileFile(file), mode ? { mode } : {});
  return loadFile(file, plan, { source: `${name}.csv`, ...rest });
}

/** What is told of the last load of a dataset. */
export const newestLoad = async (key: string) => (await loadsOf((await findDataset(key)).id))[0]!;

/**
 * Asks the database for lists of values, each text once: for tests whose rows stay, and which hold the same figures
 * against several answers.
 */
export function askedOnce<T>(): (sql: string) => Promise<readonly (readonly T[])[]> {
  const kept = new Map<string, Promise<readonly (readonly T[])[]>>();
  return (sql) => {
    const found =
      kept.get(sql) ??
      pool()
        .query<RowDataPacket[][]>({ sql, rowsAsArray: true })
        .then(([rows]) => rows as unknown as T[][]);
    kept.set(sql, found);
    return found;
  };
}

/** One row of each kind, so that columns are found to be what they are whatever was generated. */
export const ROWS_OF_EACH_KIND: readonly TestRow[] = [
  { day: 3, other: 4, route: 'Veldry', channel: 'web', seats: 1, cents: 101 },
  { day: 30, other: null, route: 'Tamsel', channel: null, seats: null, cents: null },
];

/** Loads rows of the cube's tests as “trips”, with their texts as categories. */
export async function loadTrips(
  folder: string,
  rows: readonly TestRow[],
  into?: string,
): Promise<StoredDataset> {
  const { dataset } = await loadText(folder, 'trips', tableOf(rows), into ? { into } : {});
  return editDataset(await findDataset(dataset), { categories: ['route', 'channel'] });
}

/** Rows of the cube's tests as a text table. */
export function tableOf(rows: readonly TestRow[]): string {
  const day = (value: number | null) => (value === null ? '' : isoDay(value));
  const lines = rows.map((row) =>
    [
      day(row.day),
      day(row.other),
      row.route ?? '',
      row.channel ?? '',
      row.seats ?? '',
      row.cents === null ? '' : (row.cents / 100).toFixed(2),
    ].join(','),
  );
  return ['day,other,route,channel,seats,cents', ...lines, ''].join('\n');
}
