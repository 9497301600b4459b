/** The figures of cells, found by their keys. */
import { CELL_LIMIT } from './cube';

/** Every key has a place of its own while the figures of all together are up to this many; beyond, cells are found by a hash. */
const MOST_FIGURES = 1 << 23;
/** Twice the cells that there may be, so that the hash table never fills. */
const HASH_SIZE = 1 << 21;

export interface CellTable {
  /**
   * All figures of a cell side by side, its rows first: rows come in any order, and each would wait for the memory once
   * for every figure otherwise.
   */
  figures: Float64Array;
  /**
   * Where the figures of each key's cell begin; keys from the first unused one on share figures that no cell has. False
   * where there are too many cells.
   */
  find: (keys: Float64Array, found: Int32Array) => boolean;
  /** Keys of cells that have rows, ascending; undefined where there are too many. */
  used: () => Float64Array | undefined;
}

/**
 * A table for whole keys from 0 to below `keys`; unused ones may go up to `keys + beyond`, exclusive. `none`: the figures
 * of a cell without rows, its rows first.
 */
export function cellTable(keys: number, beyond: number, none: readonly number[]): CellTable {
  return (keys + beyond) * none.length <= MOST_FIGURES
    ? new DenseTable(keys, beyond, none)
    : new HashTable(keys, none);
}

/** A cell for every key there can be, one after the other. */
class DenseTable implements CellTable {
  figures: Float64Array;

  constructor(
    private readonly keys: number,
    beyond: number,
    private readonly none: readonly number[],
  ) {
    this.figures = repeated(none, keys + beyond);
  }

  find(keys: Float64Array, found: Int32Array): boolean {
    const { length } = this.none;
    for (let row = 0; row < keys.length; row++) found[row] = keys[row]! * length;
    return true;
  }

  used(): Float64Array | undefined {
    const { figures } = this;
    const { length } = this.none;
    const end = this.keys * length;
    let cells = 0;
    for (let at = 0; at < end; at += length) if (figures[at]! > 0) cells++;
    if (cells > CELL_LIMIT) return undefined;
    const keys = new Float64Array(cells);
    for (let at = 0, cell = 0; at < end; at += length) if (figures[at]! > 0) keys[cell++] = at / length;
    return keys;
  }
}

/** Cells of the keys that came up, in the order in which they did, behind the one of unused keys. */
class HashTable implements CellTable {
  figures: Float64Array;
  private size = 1;
  private keys = new Float64Array(1024);
  /** The cell of a key; 0 for none. */
  private readonly cells = new Int32Array(HASH_SIZE);

  constructor(
    private readonly end: number,
    private readonly none: readonly number[],
  ) {
    this.figures = repeated(none, this.keys.length);
  }

  find(keys: Float64Array, found: Int32Array): boolean {
    const { length } = this.none;
    for (let row = 0; row < keys.length; row++) {
      const key = keys[row]!;
      const cell = key < this.end ? this.cell(key) : 0;
      if (cell === undefined) return false;
      found[row] = cell * length;
    }
    return true;
  }

  used(): Float64Array {
    return this.keys.slice(1, this.size).sort();
  }

  private cell(key: number): number | undefined {
    let place = (Math.imul(key % 0x7fffffff, 0x9e3779b1) ^ (key / 0x7fffffff)) & (HASH_SIZE - 1);
    for (;;) {
      const cell = this.cells[place]!;
      if (cell === 0) return this.fresh(key, place);
      if (this.keys[cell] === key) return cell;
      place = (place + 1) & (HASH_SIZE - 1);
    }
  }

  private fresh(key: number, place: number): number | undefined {
    const cell = this.size;
    if (cell > CELL_LIMIT) return undefined;
    if (cell === this.keys.length) {
      const keys = new Float64Array(Math.min(CELL_LIMIT + 1, cell * 2));
      keys.set(this.keys);
      const figures = repeated(this.none, keys.length);
      figures.set(this.figures);
      [this.keys, this.figures] = [keys, figures];
    }
    this.size++;
    this.keys[cell] = key;
    this.cells[place] = cell;
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
