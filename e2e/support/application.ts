/** What the browser tests share: the server's address, a browser, the database. */
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import mysql, { type Connection } from 'mysql2/promise';
import { shownMeasure, type ShownMeasure } from '../../src/core/dashboard/document/kinds/measured';
import { openBrowser, type Browser } from './browser';
import { eventually, Page } from './page';

/** Address of the server under test. */
export const BASE = process.env.DATHEN_URL ?? 'http://127.0.0.1:4400';

/** Sends a request to the interface for scripts and gives status and JSON. */
export async function api<T = unknown>(
  method: string,
  route: string,
  body?: unknown,
  headers: Readonly<Record<string, string>> = {},
): Promise<{ status: number; body: T }> {
  const response = await fetch(`${BASE}/api${route}`, {
    method,
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...headers },
  });
  return { status: response.status, body: (await response.json().catch(() => null)) as T };
}

/** A connection to the database under test. */
export function openDatabase(): Promise<Connection> {
  return mysql.createConnection({
    host: '127.0.0.1',
    port: Number(process.env.DATHEN_DB_PORT),
    user: process.env.DATHEN_DB_USER,
    password: process.env.DATHEN_DB_PASSWORD,
    database: process.env.DATHEN_DB_NAME,
    dateStrings: true,
  });
}

/** The fact table that a dataset uses now. */
export async function factTableOf(database: Connection, key: string): Promise<string> {
  const [[row]] = (await database.query('SELECT id, rows_load FROM dataset WHERE `key` = ?', [
    key,
  ])) as unknown as [{ id: number; rows_load: number }[]];
  return `fact_${row!.id}_${row!.rows_load}`;
}

/** One number from the database. */
export async function numberFrom(database: Connection, sql: string): Promise<number> {
  const [[row]] = (await database.query({ sql, rowsAsArray: true })) as unknown as [(string | number)[][]];
  return Number(row![0]);
}

/** A file for a test, in the folder of temporary files. */
export function writeTestFile(name: string, text: string | Buffer): string {
  const file = path.join(tmpdir(), `dathen-${process.pid}-${name}`);
  writeFileSync(file, text);
  return file;
}

/** No work of the tests takes longer. */
const JOB_PATIENCE_MS = 60_000;

interface JobReport {
  readonly id: string;
  readonly state: string;
  readonly result: unknown;
  readonly error: { code: string; message: string } | null;
}

/** Waits for background work of the server and gives its report. */
export function jobEnd(id: string): Promise<JobReport> {
  return eventually(
    'the end of the work',
    async () => {
      const { body } = await api<JobReport>('GET', `/jobs/${id}`);
      return body.state !== 'running' && body;
    },
    JOB_PATIENCE_MS,
  );
}

/** Sends a file and gives the upload's id. */
export async function upload(text: string | Buffer): Promise<string> {
  const response = await fetch(`${BASE}/api/uploads`, {
    method: 'POST',
    body: typeof text === 'string' ? text : new Uint8Array(text),
  });
  return ((await response.json()) as { upload: string }).upload;
}

export interface PlanColumn {
  readonly name: string;
  readonly type: string;
  readonly role?: string;
  readonly category?: boolean;
  readonly scale?: number;
}

/** Loads a file through the interface for scripts and gives the job's report. */
export async function load(
  text: string,
  plan: { name: string; mode?: string; columns: readonly PlanColumn[] },
  into?: string,
): Promise<JobReport> {
  const body = {
    upload: await upload(text),
    source: `${plan.name}.csv`,
    into,
    plan: { delimiter: ',', ...plan },
  };
  const started = await api<JobReport>('POST', '/datasets', body);
  if (started.status !== 202) throw new Error(JSON.stringify(started.body));
  return jobEnd(started.body.id);
}

/** A measure of a column of a dataset, as visuals show it. */
export async function measureOf(dataset: string, column: string): Promise<ShownMeasure> {
  const { body } = await api<{ measures: { key: string; column: string | null }[] }>(
    'GET',
    `/datasets/${dataset}`,
  );
  return shownMeasure(dataset, body.measures.find((entry) => entry.column === column)!.key);
}

/**
 * Steps of a story, each building on the ones before (unless they are not chained): once one has failed, the rest is
 * skipped. A picture of
 * the page at the failure is left among the temporary files.
 */
export function asStory(page: () => Page, isChained = true) {
  let failed = false;
  return (name: string, step: () => Promise<void>) =>
    test(name, async () => {
      if (failed && isChained) throw new Error('An earlier step failed');
      failed = true;
      try {
        await step();
      } catch (error) {
        const picture = path.join(tmpdir(), 'dathen-failed-step.png');
        writeFileSync(picture, await page().driver.takeScreenshot(), 'base64');
        throw new Error(`${(error as Error).message}\nThe page: ${picture}`, { cause: error });
      }
      failed = false;
    });
}

/** Opens a browser for a group of tests and gives its page; closes it afterwards. */
export function browserPage(): () => Page {
  let browser: Browser | undefined;
  beforeAll(async () => {
    browser = await openBrowser();
  });
  afterAll(async () => browser?.quit());
  return () => new Page(browser!.driver, BASE);
}
