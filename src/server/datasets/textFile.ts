/** Streams the rows of a delimited text file, with the line on which each begins. */
import { DELIMITERS, type Delimiter, MOST_COLUMNS } from '../../contract/datasets';
import { createReadStream } from 'node:fs';
import { open, stat } from 'node:fs/promises';
import Papa from 'papaparse';
import { Problem } from '../problem';

/** Some rows in a batch; `lines[i]` is the line of the file (from 1) on which `rows[i]` begins. */
export interface RowBatch {
  readonly rows: readonly string[][];
  readonly lines: readonly number[];
  /** Rows of this batch (indexes) whose quotes are wrong. */
  readonly badQuotes: ReadonlySet<number>;
  readonly bytesRead: number;
}

const CHUNK_BYTES = 64 * 1024;
/** A row longer than this (in UTF-16 code units) has a quotation mark that was never closed. */
const LONGEST_ROW = 8 * 1024 * 1024;

/** Names of columns longer than this together are no header. */
const LONGEST_HEADER = 4 * 1024 * 1024;

/** The beginning of a file: so much of it that its first line is whole. */
async function firstText(path: string): Promise<string> {
  const file = await open(path);
  try {
    for (let size = CHUNK_BYTES; ; size *= 4) {
      const { buffer, bytesRead } = await file.read(Buffer.alloc(size), 0, size, 0);
      const text = buffer.toString('utf8', 0, bytesRead).replace(/^\ufeff/, '');
      if (bytesRead < size || size >= LONGEST_HEADER || /[\r\n]/.test(text)) return text;
    }
  } finally {
    await file.close();
  }
}

/** Guesses the delimiter and reads the header of a file. */
export async function readHeader(
  path: string,
  delimiter?: Delimiter,
): Promise<{ delimiter: Delimiter; names: string[] }> {
  const { size } = await stat(path);
  if (size === 0) throw new Problem('empty-file', 'The file is empty.');
  const text = await firstText(path);
  if (text.includes('\0'))
    throw new Problem('not-text', 'This is not a text file. Save the table as CSV, in UTF-8.');
  const found = delimiter ?? likelyDelimiter(text);
  const names = sampleRows(text, found)[0]?.map((name) => name.trim()) ?? [];
  if (names.every((name) => name === ''))
    throw new Problem('no-header', 'The first line must name the columns; it is blank.');
  if (names.length > MOST_COLUMNS)
    throw new Problem(
      'too-many-columns',
      `The file has ${names.length.toLocaleString('en')} columns; at most ${MOST_COLUMNS} can be taken.`,
    );
  return { delimiter: found, names };
}

const SAMPLE_ROWS = 50;

function sampleRows(text: string, delimiter: Delimiter): string[][] {
  // The header may end otherwise than the rows, so that the parser must not guess from it.
  const { data } = Papa.parse<string[]>(text, {
    preview: SAMPLE_ROWS,
    delimiter,
    newline: lineBreakIn(text),
  });
  return data.map((row) => row.map((cell, i) => (i === row.length - 1 ? cell.replace(/\r$/, '') : cell)));
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
 * Reads all rows after the header, a batch at a time; the next chunk of the file is read when `onBatch` is done
 * with the last. Memory stays the same however large the file is.
 */
export async function readRows(
  path: string,
  delimiter: Delimiter,
  onBatch: (batch: RowBatch) => Promise<void> | void,
  signal?: AbortSignal,
  /** Whether `lines` counts rows, for tables whose text form is ours. */
  countRows = false,
): Promise<void> {
  const stream = createReadStream(path, { encoding: 'utf8', highWaterMark: CHUNK_BYTES });
  const parser = new Papa.Parser({ delimiter, newline: await lineBreakOf(path) } as Papa.ParseConfig);
  const counter = new LineCounter(countRows);
  let waiting = '';
  const take = async (text: string, isLast: boolean) => {
    const { data, errors, meta } = parser.parse(text, 0, !isLast) as Papa.ParseResult<string[]>;
    waiting = isLast ? '' : text.slice(meta.cursor);
    if (waiting.length > LONGEST_ROW) {
      throw new Problem(
        'quote-never-closed',
        `A quotation mark opened near line ${counter.line} is never closed.`,
      );
    }
    await onBatch(counter.batchOf(data, errors, stream.bytesRead));
  };
  try {
    for await (const chunk of stream as AsyncIterable<string>) {
      if (signal?.aborted) throw new Problem('cancelled', 'Cancelled.', 409);
      await take(
        waiting + (counter.line === 1 && waiting === '' ? chunk.replace(/^\ufeff/, '') : chunk),
        false,
      );
    }
    if (waiting !== '') await take(waiting, true);
  } finally {
    stream.destroy();
  }
}

/** Lines end with a line feed, with or without a carriage return before it; in very old files with that alone. */
const lineBreakIn = (text: string): '\n' | '\r' =>
  text.includes('\n') || !text.includes('\r') ? '\n' : '\r';
const lineBreakOf = async (path: string) => lineBreakIn(await firstText(path));

/** Turns parsed rows into batches: leaves out the header and blank lines, and knows on which line a row begins. */
class LineCounter {
  line = 1;
  private headerSeen = false;

  constructor(private readonly countRows: boolean) {}

  batchOf(data: readonly string[][], errors: readonly Papa.ParseError[], bytesRead: number): RowBatch {
    const wrong = new Set(errors.filter((error) => error.type === 'Quotes').map((error) => error.row ?? -1));
    const rows: string[][] = [];
    const lines: number[] = [];
    const badQuotes = new Set<number>();
    data.forEach((row, i) => {
      const begins = this.line;
      this.line += 1 + (this.countRows ? 0 : lineBreaksIn(row));
      if (!this.headerSeen) {
        this.headerSeen = true;
        return;
      }
      const last = row[row.length - 1]!;
      if (last.endsWith('\r')) row[row.length - 1] = last.slice(0, -1);
      if (row.length === 1 && row[0]!.trim() === '') return;
      if (wrong.has(i)) badQuotes.add(rows.length);
      rows.push(row);
      lines.push(begins);
    });
    return { rows, lines, badQuotes, bytesRead };
  }
}

function lineBreaksIn(row: readonly string[]): number {
  let breaks = 0;
  for (const cell of row) {
    for (let at = cell.indexOf('\n'); at >= 0; at = cell.indexOf('\n', at + 1)) breaks++;
  }
  return breaks;
}
