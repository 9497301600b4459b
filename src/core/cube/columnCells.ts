/** Rows added up, cell by cell. */
import { EXACT_LIMIT } from './build';
import type { ColumnBatch, ColumnCube } from './columnRows';
import { CELL_LIMIT, type Cube, type CubeShape } from './cube';

/** Cells are found by a table of places up to this many, by a hash table beyond. */
const MOST_PLACES = 1 << 24;
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

/** The cells that rows have been added to, in the order in which they came up. */
export class Cells {
  private size = 0;
  private keys = new Float64Array(1024);
  rows = new Float64Array(1024);
  readonly numbers: CellNumber[];
  /** One more than the cell of a key; 0 for none. */
  private readonly places: Int32Array;
  private readonly isHashed: boolean;

  constructor(
    places: number,
    private readonly shape: CubeShape,
  ) {
    this.isHashed = places > MOST_PLACES;
    this.places = new Int32Array(this.isHashed ? HASH_SIZE : places);
    this.numbers = shape.numbers.map(({ extremes }) => noNumbers(1024, extremes));
  }

  /** Begins with the cells of a cube, by their keys; false where there are too many. */
  begin(cube: Cube, keys: Float64Array): boolean {
    for (let i = 0; i < keys.length; i++) {
      const key = keys[i]!;
      const cell = this.isHashed ? this.hashed(key) : this.placed(key);
      if (cell === undefined) return false;
      this.rows[cell] = cube.rows[i]!;
      cube.numbers.forEach(({ sum, count, minimum, maximum }, n) => {
        const number = this.numbers[n]!;
        number.sum[cell] = sum[i]!;
        number.count[cell] = count[i]!;
        if (number.minimum) number.minimum[cell] = minimum![i]!;
        if (number.maximum) number.maximum[cell] = maximum![i]!;
      });
    }
    return true;
  }

  /** Adds rows with their keys; tells where there are too many cells, or sums leave what is exact. */
  add(batch: ColumnBatch, keys: Float64Array): Exclude<ColumnCube, { ok: true }> | undefined {
    const cells = new Int32Array(keys.length);
    for (let row = 0; row < keys.length; row++) {
      const key = keys[row]!;
      if (Number.isNaN(key)) {
        cells[row] = -1;
        continue;
      }
      const cell = this.isHashed ? this.hashed(key) : this.placed(key);
      if (cell === undefined) return { ok: false, reason: 'too-many-cells' };
      cells[row] = cell;
      this.rows[cell]! += 1;
    }
    for (const [i, { column }] of this.shape.numbers.entries()) {
      addNumbers(this.numbers[i]!, cells, batch.numbers(column));
      if (this.numbers[i]!.total > EXACT_LIMIT) return { ok: false, reason: 'unsure' };
    }
    return undefined;
  }

  private placed(key: number): number | undefined {
    const cell = this.places[key]!;
    if (cell > 0) return cell - 1;
    return this.fresh(key, key);
  }

  private hashed(key: number): number | undefined {
    let place = (Math.imul(key % 0x7fffffff, 0x9e3779b1) ^ (key / 0x7fffffff)) & (HASH_SIZE - 1);
    for (;;) {
      const cell = this.places[place]!;
      if (cell === 0) return this.fresh(key, place);
      if (this.keys[cell - 1] === key) return cell - 1;
      place = (place + 1) & (HASH_SIZE - 1);
    }
  }

  private fresh(key: number, place: number): number | undefined {
    const cell = this.size++;
    if (cell >= CELL_LIMIT) return undefined;
    if (cell === this.keys.length) this.grow();
    this.keys[cell] = key;
    this.places[place] = cell + 1;
    return cell;
  }

  private grow() {
    const size = Math.min(CELL_LIMIT, this.keys.length * 2);
    const larger = (values: Float64Array, rest = 0) => {
      const grown = new Float64Array(size).fill(rest, values.length);
      grown.set(values);
      return grown;
    };
    this.keys = larger(this.keys);
    this.rows = larger(this.rows);
    for (const number of this.numbers) {
      number.sum = larger(number.sum);
      number.count = larger(number.count);
      number.minimum = number.minimum && larger(number.minimum, NaN);
      number.maximum = number.maximum && larger(number.maximum, NaN);
    }
  }

  /** Cells in the order of their keys: by day, then by what comes after. */
  sorted() {
    const keys = this.keys.slice(0, this.size).sort();
    const order = new Uint32Array(this.size);
    for (let i = 0; i < order.length; i++)
      order[i] = (this.isHashed ? this.hashed(keys[i]!) : this.placed(keys[i]!))!;
    const pick = (values: Float64Array) => {
      const picked = new Float64Array(order.length);
      for (let i = 0; i < order.length; i++) picked[i] = values[order[i]!]!;
      return picked;
    };
    return { keys, pick };
  }
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
