/** Rows added up, cell by cell. */
import { EXACT_LIMIT } from './build';
import { cellTable, type CellTable } from './cellTable';
import type { ColumnBatch, ColumnCube } from './columnRows';
import type { Cube, CubeShape } from './cube';

/** Rows whose cells are found before their figures are added, few enough that these stay at hand in between. */
const PIECE = 2048;

/** Where the figures of a number column lie among those of a cell; extremes only where they are wanted. */
interface Place {
  readonly column: string;
  readonly sum: number;
  /** Of the least; the greatest comes after it. */
  readonly least: number | null;
}

/** Where the figures lie, and what they are of a cell without rows. */
function placesOf(shape: CubeShape): { places: Place[]; none: number[] } {
  const none = [0];
  const place = (figure: number) => none.push(figure) - 1;
  const places = shape.numbers.map(({ column, extremes }) => {
    const sum = place(0);
    if (!extremes) return { column, sum, least: null };
    const least = place(Infinity);
    place(-Infinity);
    return { column, sum, least };
  });
  return { places, none };
}

/** Cells that rows are added to. */
export class Cells {
  private readonly table: CellTable;
  private readonly places: readonly Place[];
  /** Figures of a cell. */
  private readonly width: number;
  /** Of each number column, how many rows of each cell have none; null while there is none of them. */
  private readonly blanks: (Float64Array | null)[];
  /** Of each number column, all rows without their signs: while it is exact, so is every sum. */
  private readonly totals: Float64Array;

  /** For keys below a number of them; rows that belong to no cell have keys of as many more, from there on. */
  constructor(keys: number, nowhere: number, shape: CubeShape) {
    const { places, none } = placesOf(shape);
    this.places = places;
    this.width = none.length;
    this.table = cellTable(keys, nowhere, none);
    this.blanks = places.map(() => null);
    this.totals = new Float64Array(places.length);
  }

  /** Begins with the cells of a cube, by their keys; false where there are too many. */
  begin(cube: Cube, keys: Float64Array): boolean {
    const found = new Int32Array(keys.length);
    if (!this.table.find(keys, found)) return false;
    const { figures } = this.table;
    const put = (place: number, values: Float64Array) => {
      for (let cell = 0; cell < values.length; cell++) figures[found[cell]! + place] = values[cell]!;
    };
    put(0, cube.rows);
    for (const [n, { sum, least }] of this.places.entries()) {
      const number = cube.numbers[n]!;
      put(sum, number.sum);
      if (least !== null) {
        put(least, filledBy(number.minimum!, Infinity));
        put(least + 1, filledBy(number.maximum!, -Infinity));
      }
      number.count.forEach((count, cell) => {
        const blank = cube.rows[cell]! - count;
        if (blank > 0) this.blanksOf(n)[found[cell]! / this.width] = blank;
      });
    }
    return true;
  }

  /**
   * Adds rows; `keysOf` writes the keys of those from one on. Tells where there are too many cells, or sums leave what is
   * exact.
   */
  add(
    batch: ColumnBatch,
    keysOf: (keys: Float64Array, from: number) => void,
  ): Exclude<ColumnCube, { ok: true }> | undefined {
    const columns = this.places.map(({ column }) => batch.numbers(column));
    const [keysOfPiece, foundOfPiece] = [new Float64Array(PIECE), new Int32Array(PIECE)];
    for (let from = 0; from < batch.rows; from += PIECE) {
      const to = Math.min(batch.rows, from + PIECE);
      const keys = keysOfPiece.subarray(0, to - from);
      const found = foundOfPiece.subarray(0, to - from);
      keysOf(keys, from);
      if (!this.table.find(keys, found)) return { ok: false, reason: 'too-many-cells' };
      countRows(this.table.figures, found);
      for (const [n, values] of columns.entries()) this.addValues(n, found, values.subarray(from, to));
    }
    return this.totals.some((total) => total > EXACT_LIMIT) ? { ok: false, reason: 'unsure' } : undefined;
  }

  private addValues(n: number, found: Int32Array, values: Float64Array): void {
    const { figures } = this.table;
    const { sum, least } = this.places[n]!;
    const total = totalOf(values);
    if (Number.isNaN(total)) {
      const filled = this.withoutBlanks(n, found, values);
      this.totals[n]! += totalOf(filled);
      addSums(figures, found, sum, filled);
    } else {
      this.totals[n]! += total;
      addSums(figures, found, sum, values);
    }
    if (least !== null) takeExtremes(figures, found, least, values);
  }

  /** Values with 0 for what is not a number, which is counted apart. */
  private withoutBlanks(n: number, found: Int32Array, values: Float64Array): Float64Array {
    const blanks = this.blanksOf(n);
    return values.map((value, row) => {
      if (!Number.isNaN(value)) return value;
      blanks[found[row]! / this.width]! += 1;
      return 0;
    });
  }

  /** Blanks of each cell that there is now. */
  private blanksOf(n: number): Float64Array {
    const cells = this.table.figures.length / this.width;
    const known = this.blanks[n];
    if (known?.length === cells) return known;
    const blanks = new Float64Array(cells);
    if (known) blanks.set(known);
    this.blanks[n] = blanks;
    return blanks;
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
    const rows = pick(0);
    const numbers = this.places.map(({ sum, least }, n) => {
      const blanks = this.blanks[n] && this.blanksOf(n);
      const count = blanks ? rows.map((count, i) => count - blanks[at[i]! / this.width]!) : rows.slice();
      const extreme = (place: number) => {
        const picked = pick(place);
        return blanks ? picked.map((value, i) => (count[i] === 0 ? NaN : value)) : picked;
      };
      return {
        sum: pick(sum),
        count,
        minimum: least === null ? null : extreme(least),
        maximum: least === null ? null : extreme(least + 1),
      };
    });
    return { keys, rows, numbers };
  }
}

const filledBy = (values: Float64Array, instead: number) =>
  values.map((value) => (Number.isNaN(value) ? instead : value));

// Each of these is one thing a row, with nothing to decide where that can be: so the processor goes through them several
// times as fast as through one loop that does it all.

/** Counts a row in each cell that was found. */
function countRows(figures: Float64Array, found: Int32Array): void {
  for (let row = 0; row < found.length; row++) figures[found[row]!]! += 1;
}

/** All values without their signs; not a number where one is not. */
function totalOf(values: Float64Array): number {
  let total = 0;
  for (let row = 0; row < values.length; row++) total += Math.abs(values[row]!);
  return total;
}

function addSums(figures: Float64Array, found: Int32Array, place: number, values: Float64Array): void {
  for (let row = 0; row < found.length; row++) figures[found[row]! + place]! += values[row]!;
}

/** What is not a number is neither less nor greater than anything. */
function takeExtremes(figures: Float64Array, found: Int32Array, least: number, values: Float64Array): void {
  for (let row = 0; row < found.length; row++) {
    const at = found[row]! + least;
    const value = values[row]!;
    if (value < figures[at]!) figures[at] = value;
    if (value > figures[at + 1]!) figures[at + 1] = value;
  }
}
