/** Reads, checks and sends the rows of a file to the database's bulk path. */
import type { LoadPlan } from '../../contract/datasets';
import type { Day } from '../../core/calendar/day';
import { runsOfDays } from '../../core/calendar/runs';
import { BLANK_CELL, textCell } from '../database/lines';
import type { ColumnWriter } from '../columns/columnWriter';
import { cellReader, type ReadCell } from './cells';
import type { Definition } from './definition';
import type { Progress } from './profile';
import type { CoverageByRole } from './definition';
import type { OpenSink } from './sink';
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
  readonly open: OpenSink;
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
      text += cell.sql === null ? BLANK_CELL : this.isText[i] ? textCell(cell.sql) : cell.sql;
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

/** Streams a file's rows to where they go. The database reads them as they are checked; memory stays bounded. */
export async function streamRows(
  file: string,
  target: StreamTarget,
  options: { signal?: AbortSignal; onProgress?: (progress: Progress) => void },
): Promise<StreamOutcome> {
  const { delimiter } = target.plan;
  const checker = new RowChecker(target, (await readHeader(file, delimiter)).names.length);
  const stop = new AbortController();
  const signal = options.signal ? AbortSignal.any([options.signal, stop.signal]) : stop.signal;
  const sink = target.open(signal);
  let bytes = 0;
  const onBatch = (batch: RowBatch) => {
    const lines = checker.linesOf(batch);
    bytes = batch.bytesRead;
    options.onProgress?.({ rows: checker.loaded, bytes, refused: checker.refused });
    if (lines.length === 0) return;
    const sent = sink.take(lines);
    return target.columns ? Promise.all([sent, target.columns.written()]).then(() => undefined) : sent;
  };
  const reading = readRows(file, delimiter, onBatch, signal, target.plan.format !== 'text').then(
    sink.close,
    (error: unknown) => {
      sink.break(error as Error);
      throw error;
    },
  );
  const loading = sink.taken.catch((error: unknown) => {
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
