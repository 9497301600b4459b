/** Streams the rows of a delimited text file, with the line on which each begins. */
import { createReadStream } from 'node:fs';
import { open, stat } from 'node:fs/promises';
import Papa from 'papaparse';
import { Problem } from '../problem';

export const DELIMITERS = [',', ';', '\t'] as const;
export type Delimiter = (typeof DELIMITERS)[number];

/** Some rows in a batch; `lines[i]` is the line of the file (from 1) on which `rows[i]` begins. */
export interface RowBatch {
  readonly rows: readonly string[][];
  readonly lines: readonly number[];
  /** Rows of this batch (indexes) whose quotes are wrong. */
  readonly badQuotes: ReadonlySet<number>;
  readonly bytesRead: number;
}

const CHUNK_BYTES = 64 * 1024;
/** A quoted field longer than this was never closed. */
const LONGEST_ROW_BYTES = 8 * 1024 * 1024;

/** Guesses the delimiter and reads the header of a file. */
export async function readHeader(
  path: string,
  delimiter?: Delimiter,
): Promise<{ delimiter: Delimiter; names: string[] }> {
  const { size } = await stat(path);
  if (size === 0) throw new Problem('empty-file', 'The file is empty.');
  const file = await open(path);
  const { buffer, bytesRead } = await file.read(Buffer.alloc(Math.min(size, CHUNK_BYTES)), 0);
  await file.close();
  const text = buffer.toString('utf8', 0, bytesRead).replace(/^\ufeff/, '');
  if (text.includes('\0'))
    throw new Problem('not-text', 'This is not a text file. Save the table as CSV, in UTF-8.');
  const found = delimiter ?? likelyDelimiter(text);
  const names = sampleRows(text, found)[0]?.map((name) => name.trim()) ?? [];
  if (names.every((name) => name === ''))
    throw new Problem('no-header', 'The first line must name the columns; it is blank.');
  return { delimiter: found, names };
}

const SAMPLE_ROWS = 50;

function sampleRows(text: string, delimiter: Delimiter): string[][] {
  return Papa.parse<string[]>(text, { preview: SAMPLE_ROWS, delimiter }).data;
}

/** The delimiter that cuts most of the first rows into as many cells as the header, and into the most cells. */
function likelyDelimiter(text: string): Delimiter {
  const cellsBy = (delimiter: Delimiter) => {
    const rows = sampleRows(text, delimiter);
    const width = rows[0]?.length ?? 0;
    const filled = rows.filter((row) => row.length > 1 || row[0] !== '');
    const even = filled.filter((row) => row.length === width).length;
    return even >= filled.length * 0.7 ? width : 0;
  };
  return DELIMITERS.reduce((best, delimiter) => (cellsBy(delimiter) > cellsBy(best) ? delimiter : best));
}

/**
 * Reads all rows after the header, a batch at a time; the next batch waits until `onBatch` is done with the
 * last. Memory stays the same however large the file is.
 */
export function readRows(
  path: string,
  delimiter: Delimiter,
  onBatch: (batch: RowBatch) => Promise<void> | void,
  signal?: AbortSignal,
): Promise<void> {
  return new Promise((resolve, reject) => {
    const stream = createReadStream(path, { encoding: 'utf8', highWaterMark: CHUNK_BYTES });
    let line = 1;
    let headerSeen = false;
    let consumedAt = 0;
    const fail = (error: unknown) => {
      stream.destroy();
      reject(error instanceof Error ? error : new Error(String(error)));
    };
    const abort = () => fail(new Problem('cancelled', 'Cancelled.', 409));
    if (signal?.aborted) return abort();
    signal?.addEventListener('abort', abort, { once: true });
    Papa.parse<string[]>(stream, {
      delimiter,
      chunk(results, parser) {
        if (results.data.length > 0) consumedAt = stream.bytesRead;
        else if (stream.bytesRead - consumedAt > LONGEST_ROW_BYTES) {
          return fail(
            new Problem('quote-never-closed', `A quotation mark opened near line ${line} is never closed.`),
          );
        }
        const badQuotes = new Set(
          results.errors.filter((error) => error.type === 'Quotes').map((error) => error.row ?? -1),
        );
        const rows: string[][] = [];
        const lines: number[] = [];
        const bad = new Set<number>();
        results.data.forEach((row, i) => {
          const begins = line;
          line += 1 + lineBreaksIn(row);
          if (!headerSeen) {
            headerSeen = true;
            return;
          }
          if (row.length === 1 && row[0]!.trim() === '') return;
          if (badQuotes.has(i)) bad.add(rows.length);
          rows.push(row);
          lines.push(begins);
        });
        const done = onBatch({ rows, lines, badQuotes: bad, bytesRead: stream.bytesRead });
        if (!done) return;
        parser.pause();
        done.then(() => parser.resume(), fail);
      },
      complete() {
        signal?.removeEventListener('abort', abort);
        resolve();
      },
      error: fail,
    });
  });
}

function lineBreaksIn(row: readonly string[]): number {
  let breaks = 0;
  for (const cell of row) {
    for (let at = cell.indexOf('\n'); at >= 0; at = cell.indexOf('\n', at + 1)) breaks++;
  }
  return breaks;
}
