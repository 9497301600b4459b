/** Writes the column file of a load, row after row, while the rows stream into the database. */
import { link, open, rename, rm, writeFile, type FileHandle } from 'node:fs/promises';
import { makeTable, tableToIPC } from 'apache-arrow';
import { BLANK_DAY } from '../../core/cube/cube';
import { ownText, type ReadCell } from '../datasets/cells';
import type { StoredColumn } from '../datasets/definition';
import { log } from '../log';
import {
  BATCH_ROWS,
  columnFiles,
  kindOf,
  makeColumnFolder,
  MOST_EARLIER,
  MOST_VALUES,
  type ColumnIndex,
  type IndexedColumn,
} from './columnFile';
import { openColumns, type OpenColumns } from './columnReader';

/** A column while it is written; `absent` once it cannot be held. */
interface Column {
  isAbsent: boolean;
  put: (row: number, cell: ReadCell) => void;
  readonly batch: Int32Array | Uint32Array | Float64Array;
}

class Days implements Column {
  isAbsent = false;
  readonly batch = new Int32Array(BATCH_ROWS);
  constructor(
    public first = Infinity,
    public last = -Infinity,
  ) {}
  put(row: number, { day }: ReadCell) {
    this.batch[row] = day ?? BLANK_DAY;
    if (day === null) return;
    if (day < this.first) this.first = day;
    if (day > this.last) this.last = day;
  }
}

class Texts implements Column {
  isAbsent = false;
  readonly batch = new Uint32Array(BATCH_ROWS);
  readonly codes: Map<string, number>;
  constructor(values: readonly string[] = []) {
    this.codes = new Map(values.map((value, i) => [value, i + 1]));
  }
  put(row: number, { sql }: ReadCell) {
    if (sql === null) {
      this.batch[row] = 0;
      return;
    }
    let code = this.codes.get(sql);
    if (code === undefined) {
      if (this.codes.size === MOST_VALUES) {
        this.isAbsent = true;
        this.codes.clear();
        return;
      }
      code = this.codes.size + 1;
      this.codes.set(ownText(sql), code);
    }
    this.batch[row] = code;
  }
}

/** Beyond this a scaled number made from a decimal text by one multiplication may be off by one. */
const SURELY_EXACT = 2 ** 51;

class Numbers implements Column {
  isAbsent = false;
  readonly batch = new Float64Array(BATCH_ROWS);
  private readonly factor: number;
  constructor(
    private readonly scale: number,
    /** Of all numbers, scaled and without their signs; not a number where it is not known. */
    public total = 0,
  ) {
    this.factor = 10 ** scale;
  }
  put(row: number, { sql }: ReadCell) {
    if (sql === null) {
      this.batch[row] = NaN;
      return;
    }
    // Zero without a sign, as the database has it.
    const scaled = (this.scale === 0 ? Number(sql) : Math.round(Number(sql) * this.factor)) || 0;
    if (Math.abs(scaled) > SURELY_EXACT) this.isAbsent = true;
    this.batch[row] = scaled;
    this.total += Math.abs(scaled);
  }
}

/** Of a file's batches, that may lie in it besides them: dictionaries, and those of earlier loads. */
const MOST_BESIDES = 0.25;

/**
 * Puts the batches of an earlier load's file into a new one. Most often it is the same file under another name: what
 * comes is written behind all that the earlier load knows of, so that whoever reads that one reads on. With too much
 * besides batches in it, or where the disk has no second names, they are copied.
 */
async function earlierBatches(
  from: string,
  to: string,
  { batches, bytes }: ColumnIndex,
): Promise<{ batches: ColumnIndex['batches']; end: number }> {
  const own = batches.reduce((sum, batch) => sum + batch.bytes, 0);
  await rm(to, { force: true });
  const isLinked =
    bytes - own <= own * MOST_BESIDES &&
    (await link(from, to).then(
      () => true,
      () => false,
    ));
  if (isLinked) return { batches: [...batches], end: bytes };
  const copied: ColumnIndex['batches'] = [];
  const [source, target] = [await open(from, 'r'), await open(to, 'w', 0o600)];
  try {
    let end = 0;
    for (const batch of batches) {
      const part = Buffer.allocUnsafe(batch.bytes);
      const { bytesRead } = await source.read(part, 0, batch.bytes, batch.offset);
      if (bytesRead < batch.bytes) throw new Error('The column file is shorter than it says.');
      await target.write(part, 0, batch.bytes, end);
      copied.push({ ...batch, offset: end });
      end += batch.bytes;
    }
    return { batches: copied, end };
  } finally {
    await source.close();
    await target.close();
  }
}

/** A column that goes on where that of an earlier file ends; from nothing where there is none. */
function columnAfter(
  column: StoredColumn,
  before: OpenColumns | undefined,
  place: number,
): Days | Texts | Numbers {
  const known = before?.index.columns[place];
  switch (kindOf(column)) {
    case 'days':
      return known?.kind === 'days'
        ? new Days(known.first ?? Infinity, known.last ?? -Infinity)
        : new Days(Infinity, -Infinity);
    case 'texts':
      return new Texts(known?.kind === 'texts' ? before!.texts(place) : []);
    case 'numbers':
      return new Numbers(column.scale, known?.kind === 'numbers' ? (known.total ?? NaN) : 0);
  }
}

/** Writes what it is given; where that fails it is left off, since the rows are in the database. */
export class ColumnWriter {
  private rows = 0;
  private failed = false;
  private pending: Promise<unknown> = Promise.resolve();

  private constructor(
    private readonly files: { data: string; index: string },
    private readonly file: FileHandle,
    private readonly columns: readonly (Days | Texts | Numbers)[],
    private readonly batches: ColumnIndex['batches'],
    /** Where what comes next is written. */
    private offset: number,
    private readonly earlier: ColumnIndex['earlier'],
  ) {}

  /**
   * Begins the column file of a load. `after` is the load whose rows come before its own. Undefined where there can be
   * none.
   */
  static async begin(
    dataset: number,
    load: number,
    definition: readonly StoredColumn[],
    after: number | null,
  ): Promise<ColumnWriter | undefined> {
    const files = columnFiles(dataset, load);
    let before: OpenColumns | undefined;
    try {
      makeColumnFolder();
      before = after === null ? undefined : openColumns(dataset, after);
      if (after !== null && !before) return undefined;
      const columns = definition.map((column, i) => {
        const made = columnAfter(column, before, i);
        made.isAbsent = before?.index.columns[i]?.kind === 'absent';
        return made;
      });
      const earlier = before
        ? await earlierBatches(columnFiles(dataset, after!).data, files.data, before.index)
        : { batches: [], end: 0 };
      const file = await open(files.data, before ? 'r+' : 'w', 0o600);
      const loads = before
        ? [...before.index.earlier, { load: after!, batches: before.index.batches.length }]
        : [];
      return new ColumnWriter(files, file, columns, earlier.batches, earlier.end, loads.slice(-MOST_EARLIER));
    } catch (error) {
      log().warn(error, 'rows are not held by column');
      await rm(files.data, { force: true }).catch(() => undefined);
      return undefined;
    } finally {
      before?.close();
    }
  }

  /** Adds a row: its cells in the order of the definition. */
  add(cells: readonly ReadCell[]): void {
    const { columns, rows } = this;
    for (let i = 0; i < columns.length; i++) if (!columns[i]!.isAbsent) columns[i]!.put(rows, cells[i]!);
    if (++this.rows === BATCH_ROWS) this.flush();
  }

  /** Waits until what was added is written. */
  async written(): Promise<void> {
    await this.pending;
  }

  private flush() {
    const { rows } = this;
    if (rows === 0 || this.failed) return;
    this.rows = 0;
    // Of a column that is absent nothing is kept, so that all batches have their columns by position.
    const data = Object.fromEntries(
      this.columns.map(({ batch, isAbsent }, i) => [
        `c${i}`,
        isAbsent ? new Int32Array(rows) : batch.slice(0, rows),
      ]),
    );
    const bytes = tableToIPC(makeTable(data), 'stream');
    this.batches.push({ offset: this.offset, bytes: bytes.byteLength, rows });
    this.write(bytes);
  }

  private write(bytes: Uint8Array) {
    const at = this.offset;
    this.offset += bytes.byteLength;
    this.pending = this.pending
      .then(() => (this.failed ? undefined : this.file.write(bytes, 0, bytes.byteLength, at)))
      .catch((error: unknown) => {
        this.failed = true;
        log().warn(error, 'rows are not held by column');
      });
  }

  /** Writes the rest, and what says what lies where. */
  async finish(): Promise<void> {
    this.flush();
    const columns = this.columns.map((column): IndexedColumn => {
      if (column.isAbsent) return { kind: 'absent' };
      if (column instanceof Texts) {
        const text = Buffer.from(JSON.stringify([...column.codes.keys()]));
        const values = { offset: this.offset, bytes: text.byteLength };
        this.write(text);
        return { kind: 'texts', values };
      }
      if (column instanceof Numbers)
        return { kind: 'numbers', ...(Number.isNaN(column.total) ? {} : { total: column.total }) };
      const isBlank = column.first > column.last;
      return { kind: 'days', first: isBlank ? null : column.first, last: isBlank ? null : column.last };
    });
    await this.pending;
    if (this.failed) return this.abandon();
    try {
      await this.file.truncate(this.offset);
      // A file that says where its parts lie has to have them, also when the power goes.
      await this.file.datasync();
      await this.file.close();
      const { batches, earlier, offset: bytes } = this;
      const index: ColumnIndex = { version: 1, columns, batches, earlier, bytes };
      await writeFile(`${this.files.index}.part`, JSON.stringify(index), { mode: 0o600 });
      await rename(`${this.files.index}.part`, this.files.index);
    } catch (error) {
      log().warn(error, 'rows are not held by column');
      await this.abandon();
    }
  }

  /** Leaves nothing behind. */
  async abandon(): Promise<void> {
    this.failed = true;
    await this.pending;
    await this.file.close().catch(() => undefined);
    for (const file of [this.files.index, `${this.files.index}.part`, this.files.data])
      await rm(file, { force: true });
  }
}
