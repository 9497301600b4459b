/**
 * Tables of other forms, turned into the text form that everything else reads: workbooks, Parquet files, JSON lines,
 * and tables of other databases. Cells become what a person would type: ISO dates, plain numbers.
 */
import { createReadStream, createWriteStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { createInterface } from 'node:readline';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import ExcelJS from 'exceljs';
import { asyncBufferFromFile, parquetMetadataAsync, parquetReadObjects, parquetSchema } from 'hyparquet';
import Papa from 'papaparse';
import { Problem } from '../problem';
import type { Connection as CallbackConnection } from 'mysql2';
import { connectionPool, connectionProblem, quoted } from './connections';
import type { Format } from './formats';

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

/** Writes rows as a text table. */
async function writeRows(rows: AsyncIterable<Cells>, target: string): Promise<void> {
  async function* lines() {
    let batch: string[][] = [];
    const text = () => `${Papa.unparse(batch, { newline: '\n' })}\n`;
    for await (const row of rows) {
      batch.push(row.map(cellText));
      if (batch.length < 2000) continue;
      yield text();
      batch = [];
    }
    if (batch.length > 0) yield text();
  }
  await pipeline(Readable.from(lines()), createWriteStream(target));
}

/** Names of a workbook's sheets. */
export async function sheetsOf(path: string): Promise<string[]> {
  const read = async () => {
    const names: string[] = [];
    for await (const sheet of workbookReader(path)) {
      names.push(nameOf(sheet));
      // A sheet that is not read leaves a file open that the reader has taken away by then.
      await skip(sheet);
    }
    return names;
  };
  try {
    // The reader can miss the list of sheets when the file is read faster than it listens: it is asked once more then.
    return await read().catch((error: unknown) => {
      if (error instanceof TypeError) return read();
      throw error;
    });
  } catch (error) {
    throw new Problem(
      'bad-workbook',
      `This is not a workbook that can be read: ${(error as Error).message}.`,
    );
  }
}

const workbookReader = (path: string) =>
  new ExcelJS.stream.xlsx.WorkbookReader(path, {
    worksheets: 'emit',
    sharedStrings: 'cache',
    styles: 'cache',
    hyperlinks: 'ignore',
    entries: 'emit',
  });
/** Reads a sheet to its end. */
async function skip(sheet: AsyncIterable<unknown>): Promise<void> {
  for await (const row of sheet) void row;
}
const nameOf = (sheet: unknown) => (sheet as { name: string }).name;

/** What a cell of a workbook shows: of a formula its result, of rich text the text. */
function workbookCell(value: ExcelJS.CellValue): unknown {
  if (value === null || typeof value !== 'object' || value instanceof Date) return value;
  if ('result' in value) return workbookCell((value.result ?? null) as ExcelJS.CellValue);
  if ('richText' in value) return value.richText.map((part) => part.text).join('');
  if ('text' in value) return value.text;
  if ('error' in value) return value.error;
  return null;
}

async function* workbookRows(path: string, wanted: string | undefined): AsyncGenerator<Cells> {
  let width = 0;
  for await (const sheet of workbookReader(path)) {
    if (wanted !== undefined && nameOf(sheet) !== wanted) {
      await skip(sheet);
      continue;
    }
    for await (const row of sheet) {
      const cells = (row.values as ExcelJS.CellValue[]).slice(1).map(workbookCell);
      if (width === 0) width = cells.length;
      while (cells.length < width) cells.push('');
      yield cells;
    }
    return;
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

async function* jsonLines(path: string): AsyncGenerator<{ line: number; row: Record<string, unknown> }> {
  const lines = createInterface({ input: createReadStream(path, { encoding: 'utf8' }), crlfDelay: Infinity });
  let line = 0;
  for await (const text of lines) {
    line++;
    const trimmed = text.replace(/^\ufeff/, '').trim();
    if (trimmed === '') continue;
    let row: unknown;
    try {
      row = JSON.parse(trimmed);
    } catch (error) {
      throw new Problem('bad-json', `Line ${line} is not JSON: ${(error as Error).message}.`, 400, { line });
    }
    if (typeof row !== 'object' || row === null || Array.isArray(row))
      throw new Problem('bad-json', `Line ${line} is not a JSON object, so it has no columns.`, 400, {
        line,
      });
    yield { line, row: row as Record<string, unknown> };
  }
}

/** Every object becomes a row; the columns are all names that occur, in the order in which they first do. */
async function* jsonRows(path: string): AsyncGenerator<Cells> {
  const names = new Set<string>();
  for await (const { row } of jsonLines(path)) for (const name of Object.keys(row)) names.add(name);
  const columns = [...names];
  yield columns;
  for await (const { row } of jsonLines(path)) yield columns.map((name) => row[name]);
}

/** Turns a file of another form into a text table at `target`. */
export async function fileToText(
  path: string,
  format: Exclude<Format, 'text'>,
  sheet: string | undefined,
  target: string,
): Promise<void> {
  if (format === 'parquet') return writeRows(parquetRows(path), target);
  if (format === 'json lines') return writeRows(jsonRows(path), target);
  try {
    await writeRows(workbookRows(path, sheet), target);
  } catch (error) {
    throw new Problem(
      'bad-workbook',
      `This is not a workbook that can be read: ${(error as Error).message}.`,
    );
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
    await writeRows(tableRows(connection, table, signal), target);
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw connectionProblem(error, table);
  }
}
