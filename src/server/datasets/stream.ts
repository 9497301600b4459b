/** Reads, checks and sends the rows of a file to the database's bulk path. */
import type { LoadPlan } from '../../contract/datasets';
import { Readable } from 'node:stream';
import type { Connection, ResultSetHeader } from 'mysql2/promise';
import type { Day } from '../../core/calendar/day';
import { runsOfDays } from '../../core/calendar/runs';
import { untilSent } from '../database/connection';
import type { ColumnWriter } from '../columns/columnWriter';
import { cellReader, type ReadCell } from './cells';
import type { Definition } from './definition';
import { Problem } from '../problem';
import type { Progress } from './profile';
import type { CoverageByRole } from './definition';
import { readHeader, readRows, type RowBatch } from './textFile';

/** Refusals beyond this number are counted but not kept. */
const KEPT_REFUSALS = 1000;

interface Refusal {
  readonly line: number;
  readonly column: string;
  readonly value: string;
  readonly reason: string;
}

export interface StreamOutcome {
  readonly loaded: number;
  readonly refused: number;
  readonly bytes: number;
  readonly refusals: readonly Refusal[];
  readonly coverage: CoverageByRole;
}

/** What the rows of a file become, and where they go. */
export interface StreamTarget {
  readonly table: string;
  /** Where rows are held by column as well. */
  readonly columns?: ColumnWriter | undefined;
  readonly plan: LoadPlan;
  readonly definition: Definition;
  /** For each column of the definition, its position in the file. */
  readonly columnOrder: readonly number[];
}

/** Turns rows of text into lines for LOAD DATA, and keeps count of what it saw. */
class RowChecker {
  loaded = 0;
  refused = 0;
  readonly refusals: Refusal[] = [];
  private readonly readers;
  private readonly isText: boolean[];
  private readonly days: (Set<Day> | null)[];
  private readonly blanks: number[];
  private readonly outside: number[];

  constructor(
    private readonly target: StreamTarget,
    private readonly width: number,
  ) {
    const { columns } = target.definition;
    this.readers = columns.map((column) => cellReader(column, target.plan.timeZone));
    this.isText = columns.map((column) => column.type === 'text');
    this.days = columns.map((column) =>
      column.type === 'day' || column.type === 'timestamp' ? new Set<Day>() : null,
    );
    this.blanks = columns.map(() => 0);
    this.outside = columns.map(() => 0);
  }

  /** The lines of a batch's good rows. */
  linesOf(batch: RowBatch): string[] {
    const lines: string[] = [];
    batch.rows.forEach((row, i) => {
      const line = batch.lines[i]!;
      if (batch.badQuotes.has(i)) {
        this.refuse(line, '', row.join(this.target.plan.delimiter), 'A quotation mark is out of place');
        return;
      }
      const text = this.lineOf(row, line);
      if (text !== undefined) lines.push(text);
    });
    return lines;
  }

  coverage(): CoverageByRole {
    const coverage: CoverageByRole = {};
    this.target.definition.columns.forEach((column, i) => {
      const days = this.days[i];
      if (days)
        coverage[column.key] = {
          runs: [...runsOfDays([...days].sort((a, b) => a - b))],
          blank: this.blanks[i]!,
          outside: this.outside[i]!,
        };
    });
    return coverage;
  }

  private refuse(line: number, column: string, value: string, reason: string) {
    this.refused++;
    if (this.refusals.length < KEPT_REFUSALS) {
      this.refusals.push({ line, column: column.slice(0, 200), value: value.slice(0, 200), reason });
    }
  }

  private lineOf(row: readonly string[], line: number): string | undefined {
    const { columnOrder, definition, plan } = this.target;
    if (row.length !== this.width) {
      this.refuse(
        line,
        '',
        row.join(plan.delimiter),
        `The row has ${row.length} cells; the first line names ${this.width}`,
      );
      return undefined;
    }
    let text = '';
    const cells: ReadCell[] = [];
    for (let i = 0; i < this.readers.length; i++) {
      const raw = row[columnOrder[i]!]!;
      const cell = this.readers[i]!(raw);
      if (!cell.ok) {
        this.refuse(line, definition.columns[i]!.name, raw, cell.reason);
        return undefined;
      }
      cells.push(cell);
      if (i > 0) text += '\t';
      text += cell.sql === null ? '\\N' : this.isText[i] ? escaped(cell.sql) : cell.sql;
    }
    for (let i = 0; i < cells.length; i++) {
      const set = this.days[i];
      if (!set) continue;
      const { day, isOpen } = cells[i]!;
      if (isOpen) this.outside[i]!++;
      else if (day === null) this.blanks[i]!++;
      else set.add(day);
    }
    this.target.columns?.add(cells);
    this.loaded++;
    return text;
  }
}

/** Streams a file's rows into a table. The database reads them as they are checked; memory stays bounded. */
export async function streamRows(
  connection: Connection,
  file: string,
  target: StreamTarget,
  options: { signal?: AbortSignal; onProgress?: (progress: Progress) => void },
): Promise<StreamOutcome> {
  const { delimiter } = target.plan;
  const checker = new RowChecker(target, (await readHeader(file, delimiter)).names.length);
  const stop = new AbortController();
  const signal = options.signal ? AbortSignal.any([options.signal, stop.signal]) : stop.signal;
  let wake: (() => void) | null = null;
  const output = new Readable({ read: () => wake?.(), highWaterMark: 1 << 18 });
  let bytes = 0;
  const untilWanted = () =>
    new Promise<void>((resolve) => {
      wake = () => {
        wake = null;
        resolve();
      };
      if (signal.aborted) wake();
    });
  // Once stopped, nothing is wanted any more.
  signal.addEventListener('abort', () => wake?.(), { once: true });
  const onBatch = (batch: RowBatch) => {
    const lines = checker.linesOf(batch);
    bytes = batch.bytesRead;
    options.onProgress?.({ rows: checker.loaded, bytes, refused: checker.refused });
    if (lines.length === 0) return;
    const more = output.push(Buffer.from(`${lines.join('\n')}\n`));
    const sent = more
      ? untilSent(connection, signal)
      : untilWanted().then(() => untilSent(connection, signal));
    return target.columns ? Promise.all([sent, target.columns.written()]).then(() => undefined) : sent;
  };
  const reading = readRows(file, delimiter, onBatch, signal, target.plan.format !== 'text').then(
    () => void output.push(null),
    (error: unknown) => {
      output.destroy(error as Error);
      throw error;
    },
  );
  const loading = loadStream(connection, target, output, signal).catch((error: unknown) => {
    stop.abort();
    throw error;
  });
  const [read, load] = await Promise.allSettled([reading, loading]);
  if (load.status === 'rejected' && !(read.status === 'rejected' && !stop.signal.aborted)) throw load.reason;
  if (read.status === 'rejected') throw read.reason;
  if (load.status === 'fulfilled' && load.value !== checker.loaded) {
    throw new Error(`The database took ${load.value} rows of ${checker.loaded}`);
  }
  return {
    loaded: checker.loaded,
    refused: checker.refused,
    bytes,
    refusals: checker.refusals,
    coverage: checker.coverage(),
  };
}

const SPECIAL = /[\\\t\n\r\0]/g;
const ESCAPES: Record<string, string> = { '\\': '\\\\', '\t': '\\t', '\n': '\\n', '\r': '\\r', '\0': '\\0' };

function escaped(text: string): string {
  return text.replace(SPECIAL, (character) => ESCAPES[character]!);
}

async function loadStream(
  connection: Connection,
  target: StreamTarget,
  stream: Readable,
  signal: AbortSignal,
): Promise<number> {
  // A query on a connection that we closed ourselves never ends, so it races with the stop.
  const stopped = new Promise<never>((_, reject) => {
    const stop = () => {
      connection.destroy();
      reject(new Problem('cancelled', 'Cancelled.', 409));
    };
    if (signal.aborted) stop();
    else signal.addEventListener('abort', stop, { once: true });
    stream.once('error', stop);
  });
  return Promise.race([stopped, sendStream(connection, target, stream)]);
}

async function sendStream(connection: Connection, target: StreamTarget, stream: Readable): Promise<number> {
  const columns = target.definition.columns.map((_, i) => `c${i + 1}`).join(', ');
  await connection.query('SET unique_checks=0, foreign_key_checks=0');
  const [result] = await connection.query<ResultSetHeader>({
    sql: `LOAD DATA LOCAL INFILE 'rows' INTO TABLE ${target.table} CHARACTER SET utf8mb4
            FIELDS TERMINATED BY '\\t' ESCAPED BY '\\\\' LINES TERMINATED BY '\\n' (${columns})`,
    infileStreamFactory: () => stream,
  });
  if (result.warningStatus > 0) {
    const [warnings] = (await connection.query('SHOW WARNINGS LIMIT 1')) as unknown as [
      { Message: string }[],
    ];
    throw new Error(`The database changed a value: ${warnings[0]?.Message ?? 'unknown'}`);
  }
  return result.affectedRows;
}
