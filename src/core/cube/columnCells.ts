/** Rows added up, cell by cell. */
import { EXACT_LIMIT } from './build';
import type { ColumnBatch, ColumnCube } from './columnRows';
import { CELL_LIMIT, type Cube, type CubeShape } from './cube';

/** Every key has a place of its own while the figures of all together are up to this many; beyond, cells are found by a hash. */
const MOST_FIGURES = 1 << 23;
/** Twice the cells that there may be, so that the hash table never fills. */
const HASH_SIZE = 1 << 21;

/** Figures of a number column, by cell or place. */
export interface CellNumber {
  sum: Float64Array;
  count: Float64Array;
  minimum: Float64Array | null;
  maximum: Float64Array | null;
  /** Of all rows, without their signs: while it is exact, so is every sum. */
  total: number;
}

/** Rows whose cells are found before their figures are added, few enough that these stay at hand in between. */
const PIECE = 2048;

/** Where the figures of a number column lie among those of a cell; extremes only where they are wanted. */
interface Place {
  readonly column: string;
  readonly sum: number;
  readonly count: number;
  readonly minimum: number | null;
  readonly maximum: number | null;
}

/** Where the figures lie, and what they are of a cell without rows. */
function placesOf(shape: CubeShape): { places: Place[]; none: number[] } {
  const none = [0];
  const place = (figure: number) => none.push(figure) - 1;
  const places = shape.numbers.map(({ column, extremes }) => ({
    column,
    sum: place(0),
    count: place(0),
    minimum: extremes ? place(NaN) : null,
    maximum: extremes ? place(NaN) : null,
  }));
  return { places, none };
}

/** The figures of cells, found by their keys. */
interface CellTable {
  /**
   * All figures of a cell side by side, its rows first: rows come in any order, and each would wait for the memory once
   * for every figure otherwise.
   */
  figures: Float64Array;
  /** Where the figures of each key's cell begin, -1 for keys that are not a number; false where there are too many cells. */
  find: (keys: Float64Array, found: Int32Array) => boolean;
  /** Keys of cells that have rows, ascending; undefined where there are too many. */
  used: () => Float64Array | undefined;
}

/** A cell for every key there can be, one after the other. */
class DenseTable implements CellTable {
  figures: Float64Array;

  constructor(
    keys: number,
    private readonly none: readonly number[],
  ) {
    this.figures = repeated(none, keys);
  }

  find(keys: Float64Array, found: Int32Array): boolean {
    const { length } = this.none;
    for (let row = 0; row < keys.length; row++) {
      const key = keys[row]!;
      found[row] = Number.isNaN(key) ? -1 : key * length;
    }
    return true;
  }

  used(): Float64Array | undefined {
    const { figures } = this;
    const { length } = this.none;
    let cells = 0;
    for (let at = 0; at < figures.length; at += length) if (figures[at]! > 0) cells++;
    if (cells > CELL_LIMIT) return undefined;
    const keys = new Float64Array(cells);
    for (let at = 0, cell = 0; at < figures.length; at += length)
      if (figures[at]! > 0) keys[cell++] = at / length;
    return keys;
  }
}

/** Cells of the keys that came up, in the order in which they did. */
class HashTable implements CellTable {
  figures: Float64Array;
  private size = 0;
  private keys = new Float64Array(1024);
  /** One more than the cell of a key; 0 for none. */
  private readonly cells = new Int32Array(HASH_SIZE);

  constructor(private readonly none: readonly number[]) {
    this.figures = repeated(none, this.keys.length);
  }

  find(keys: Float64Array, found: Int32Array): boolean {
    const { length } = this.none;
    for (let row = 0; row < keys.length; row++) {
      const key = keys[row]!;
      const cell = Number.isNaN(key) ? -1 : this.cell(key);
      if (cell === undefined) return false;
      found[row] = cell * length;
    }
    return true;
  }

  used(): Float64Array {
    return this.keys.slice(0, this.size).sort();
  }

  private cell(key: number): number | undefined {
    let place = (Math.imul(key % 0x7fffffff, 0x9e3779b1) ^ (key / 0x7fffffff)) & (HASH_SIZE - 1);
    for (;;) {
      const cell = this.cells[place]!;
      if (cell === 0) return this.fresh(key, place);
      if (this.keys[cell - 1] === key) return cell - 1;
      place = (place + 1) & (HASH_SIZE - 1);
    }
  }

  private fresh(key: number, place: number): number | undefined {
    const cell = this.size;
    if (cell >= CELL_LIMIT) return undefined;
    if (cell === this.keys.length) {
      const keys = new Float64Array(Math.min(CELL_LIMIT, cell * 2));
      keys.set(this.keys);
      const figures = repeated(this.none, keys.length);
      figures.set(this.figures);
      [this.keys, this.figures] = [keys, figures];
    }
    this.size++;
    this.keys[cell] = key;
    this.cells[place] = cell + 1;
    return cell;
  }
}

/** The same numbers again and again. */
function repeated(numbers: readonly number[], times: number): Float64Array {
  const all = new Float64Array(numbers.length * times);
  numbers.forEach((number, n) => {
    if (number !== 0) for (let i = n; i < all.length; i += numbers.length) all[i] = number;
  });
  return all;
}

/** Cells that rows are added to. */
export class Cells {
  private readonly table: CellTable;
  private readonly places: readonly Place[];
  /** Of each number column, all rows without their signs: while it is exact, so is every sum. */
  private readonly totals: Float64Array;

  /** For keys below a number of them. */
  constructor(keys: number, shape: CubeShape) {
    const { places, none } = placesOf(shape);
    this.places = places;
    this.table = keys * none.length <= MOST_FIGURES ? new DenseTable(keys, none) : new HashTable(none);
    this.totals = new Float64Array(places.length);
  }

  /** Begins with the cells of a cube, by their keys; false where there are too many. */
  begin(cube: Cube, keys: Float64Array): boolean {
    const found = new Int32Array(keys.length);
    if (!this.table.find(keys, found)) return false;
    const { figures } = this.table;
    const put = (place: number, values: Float64Array) =>
      values.forEach((value, i) => (figures[found[i]! + place] = value));
    put(0, cube.rows);
    for (const [n, place] of this.places.entries()) {
      const { sum, count, minimum, maximum } = cube.numbers[n]!;
      put(place.sum, sum);
      put(place.count, count);
      if (place.minimum !== null) put(place.minimum, minimum!);
      if (place.maximum !== null) put(place.maximum, maximum!);
    }
    return true;
  }

  /** Adds rows with their keys; tells where there are too many cells, or sums leave what is exact. */
  add(batch: ColumnBatch, keys: Float64Array): Exclude<ColumnCube, { ok: true }> | undefined {
    const columns = this.places.map(({ column }) => batch.numbers(column));
    const found = new Int32Array(PIECE);
    for (let from = 0; from < keys.length; from += PIECE) {
      const to = Math.min(keys.length, from + PIECE);
      if (!this.table.find(keys.subarray(from, to), found)) return { ok: false, reason: 'too-many-cells' };
      countRows(this.table.figures, found, to - from);
      for (const [n, values] of columns.entries())
        this.totals[n]! += addValues(this.table.figures, this.places[n]!, found, values.subarray(from, to));
    }
    return this.totals.some((total) => total > EXACT_LIMIT) ? { ok: false, reason: 'unsure' } : undefined;
  }

  /** Keys of the cells, by day and then by what comes after, and their figures; undefined where there are too many. */
  sorted() {
    const keys = this.table.used();
    if (!keys) return undefined;
    const at = new Int32Array(keys.length);
    this.table.find(keys, at);
    const { figures } = this.table;
    const pick = (place: number) => {
      const picked = new Float64Array(at.length);
      for (let i = 0; i < at.length; i++) picked[i] = figures[at[i]! + place]!;
      return picked;
    };
    const numbers = this.places.map(({ sum, count, minimum, maximum }) => ({
      sum: pick(sum),
      count: pick(count),
      minimum: minimum === null ? null : pick(minimum),
      maximum: maximum === null ? null : pick(maximum),
    }));
    return { keys, rows: pick(0), numbers };
  }
}

/** Counts a row in each cell that was found. */
function countRows(figures: Float64Array, found: Int32Array, rows: number) {
  for (let row = 0; row < rows; row++) if (found[row]! >= 0) figures[found[row]!]! += 1;
}

/**
 * Adds the values of rows to the cells that were found; the total of them without their signs. As `addNumbers`, which
 * takes a sixth longer over views of one array.
 */
function addValues(figures: Float64Array, place: Place, found: Int32Array, values: Float64Array): number {
  const { sum, count, minimum, maximum } = place;
  let total = 0;
  for (let row = 0; row < values.length; row++) {
    const at = found[row]!;
    const value = values[row]!;
    if (at < 0 || Number.isNaN(value)) continue;
    figures[at + sum]! += value;
    figures[at + count]! += 1;
    total += Math.abs(value);
    if (minimum !== null && !(figures[at + minimum]! <= value)) figures[at + minimum] = value;
    if (maximum !== null && !(figures[at + maximum]! >= value)) figures[at + maximum] = value;
  }
  return total;
}

/** Figures of no rows. */
export function noNumbers(size: number, extremes: boolean): CellNumber {
  const extreme = () => (extremes ? new Float64Array(size).fill(NaN) : null);
  return {
    sum: new Float64Array(size),
    count: new Float64Array(size),
    minimum: extreme(),
    maximum: extreme(),
    total: 0,
  };
}

/** Adds rows to the cells that they belong to; -1 for those that belong to none. */
export function addNumbers(number: CellNumber, cells: Int32Array, values: Float64Array) {
  const { sum, count, minimum, maximum } = number;
  let { total } = number;
  for (let row = 0; row < cells.length; row++) {
    const cell = cells[row]!;
    const value = values[row]!;
    if (cell < 0 || Number.isNaN(value)) continue;
    sum[cell]! += value;
    count[cell]! += 1;
    total += Math.abs(value);
    if (minimum && !(minimum[cell]! <= value)) minimum[cell] = value;
    if (maximum && !(maximum[cell]! >= value)) maximum[cell] = value;
  }
  number.total = total;
}
