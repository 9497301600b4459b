/**
 * Tables of other forms, turned into the text form that everything else reads: workbooks, Parquet files, JSON lines,
 * and tables of other databases. Cells become what a person would type: ISO dates, plain numbers.
 */
import type { Format } from '../../contract/datasets';
import { createWriteStream } from 'node:fs';
import { open, rm } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { asyncBufferFromFile, parquetMetadataAsync, parquetReadObjects, parquetSchema } from 'hyparquet';
import Papa from 'papaparse';
import { Problem } from '../problem';
import type { Connection as CallbackConnection } from 'mysql2';
import { connectionPool, connectionProblem, quoted } from './connections';
import { jsonRows } from './jsonLines';
import { badWorkbook, checkSizes, workbookRows } from './workbook';

/** The cells of a row. */
type Cells = readonly unknown[];

/** What a file is, by its first bytes. */
export async function formatOf(path: string): Promise<Format> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(256), 0, 256, 0);
    const head = buffer.subarray(0, bytesRead).toString('latin1');
    if (head.startsWith('PAR1')) return 'parquet';
    if (head.startsWith('PK\u0003\u0004')) return 'workbook';
    return /^(?:\u00ef\u00bb\u00bf)?\s*\{/.test(head) ? 'json lines' : 'text';
  } finally {
    await file.close();
  }
}

const pad = (value: number, width = 2) => String(value).padStart(width, '0');

/** A moment as text: a day alone where it is at midnight. */
function momentText(date: Date): string {
  if (Number.isNaN(date.getTime())) return 'no date';
  const day = `${pad(date.getUTCFullYear(), 4)}-${pad(date.getUTCMonth() + 1)}-${pad(date.getUTCDate())}`;
  const time = date.toISOString().slice(11, 23);
  return time === '00:00:00.000' ? day : `${day} ${time}`;
}

/** A number without exponent, as a table of text has it. */
function numberText(value: number): string {
  if (!Number.isFinite(value)) return String(value);
  const text = String(value);
  return text.includes('e')
    ? value.toLocaleString('en', { useGrouping: false, maximumFractionDigits: 20 })
    : text;
}

function cellText(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'string') return value;
  if (typeof value === 'number') return numberText(value);
  if (typeof value === 'bigint' || typeof value === 'boolean') return String(value);
  if (value instanceof Date) return momentText(value);
  if (value instanceof Uint8Array) return Buffer.from(value).toString('utf8');
  return JSON.stringify(value, (_, entry: unknown) => (typeof entry === 'bigint' ? String(entry) : entry));
}

/** Rows, and characters, that are written at once. */
const BATCH_ROWS = 2000;
const BATCH_BYTES = 1 << 22;

/** Writes rows as a text table. Stops, and leaves nothing behind, when the signal says so. */
async function writeRows(rows: AsyncIterable<Cells>, target: string, signal?: AbortSignal): Promise<void> {
  async function* lines() {
    let batch: string[][] = [];
    const text = () => `${Papa.unparse(batch, { newline: '\n' })}\n`;
    let bytes = 0;
    for await (const row of rows) {
      if (signal?.aborted) throw new Problem('cancelled', 'Cancelled.', 409);
      const cells = row.map(cellText);
      batch.push(cells);
      for (const cell of cells) bytes += cell.length;
      if (batch.length < BATCH_ROWS && bytes < BATCH_BYTES) continue;
      bytes = 0;
      yield text();
      batch = [];
    }
    if (batch.length > 0) yield text();
  }
  try {
    await pipeline(Readable.from(lines()), createWriteStream(target));
  } catch (error) {
    await rm(target, { force: true });
    throw error;
  }
}

const PARQUET_ROWS = 20_000;

async function* parquetRows(path: string): AsyncGenerator<Cells> {
  try {
    const file = await asyncBufferFromFile(path);
    const metadata = await parquetMetadataAsync(file);
    const names = parquetSchema(metadata).children.map((child) => child.element.name);
    yield names;
    const total = Number(metadata.num_rows);
    for (let from = 0; from < total; from += PARQUET_ROWS) {
      const rows = await parquetReadObjects({
        file,
        metadata,
        rowStart: from,
        rowEnd: Math.min(total, from + PARQUET_ROWS),
      });
      for (const row of rows) yield names.map((name) => (row as Record<string, unknown>)[name]);
    }
  } catch (error) {
    throw new Problem('bad-parquet', `This Parquet file cannot be read: ${(error as Error).message}.`);
  }
}

/** Turns a file of another form into a text table at `target`. */
export async function fileToText(
  path: string,
  format: Exclude<Format, 'text'>,
  sheet: string | undefined,
  target: string,
  signal?: AbortSignal,
): Promise<void> {
  if (format === 'parquet') return writeRows(parquetRows(path), target, signal);
  if (format === 'json lines') return writeRows(jsonRows(path), target, signal);
  await checkSizes(path);
  try {
    await writeRows(workbookRows(path, sheet), target, signal);
  } catch (error) {
    throw badWorkbook(error);
  }
}

async function* tableRows(connection: number, table: string, signal?: AbortSignal): AsyncGenerator<Cells> {
  const pool = await connectionPool(connection);
  const opened = await pool.getConnection();
  // A server that has fallen silent would not let us go.
  const stop = () => opened.destroy();
  signal?.addEventListener('abort', stop, { once: true });
  try {
    const raw = opened.connection as unknown as CallbackConnection;
    // A copy takes as long as it takes.
    raw.query('SET SESSION max_statement_time = 0', () => undefined);
    raw.query('SET SESSION max_execution_time = 0', () => undefined);
    const query = raw.query({ sql: `SELECT * FROM ${quoted(table)}`, rowsAsArray: true });
    let named = false;
    const fields = new Promise<string[]>((resolve, reject) => {
      query.once('fields', (list: { name: string }[]) => resolve(list.map((field) => field.name)));
      query.once('error', reject);
    });
    const rows = query.stream({ highWaterMark: 500 });
    for await (const row of rows as AsyncIterable<unknown[]>) {
      if (signal?.aborted) throw new Problem('cancelled', 'Cancelled.', 409);
      if (!named) yield await fields;
      named = true;
      yield row;
    }
    if (!named) yield await fields;
  } finally {
    signal?.removeEventListener('abort', stop);
    opened.destroy();
  }
}

/** Copies a table or view of another database into a text table at `target`. */
export async function tableToText(
  connection: number,
  table: string,
  target: string,
  signal?: AbortSignal,
): Promise<void> {
  try {
    await writeRows(tableRows(connection, table, signal), target, signal);
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw connectionProblem(error, table);
  }
}
