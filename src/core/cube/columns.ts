/**
 * Makes a cube from columns of rows: one pass of additions, a batch of rows at a time, into the cells of days by
 * combinations of categories. The same cube as grouping the rows gives (`build.ts`).
 */
import { EXACT_LIMIT, offsetsOf } from './build';
import { BLANK_DAY, CELL_LIMIT, daysOfCells, type Cube, type CubeShape } from './cube';

/** Some rows, by column. Arrays have one entry a row. */
export interface ColumnBatch {
  readonly rows: number;
  /** `BLANK_DAY` where blank. */
  days: (column: string) => Int32Array;
  /** Codes of texts: 0 where blank, else one more than the place in the column's values. */
  codes: (column: string) => Uint32Array;
  /** Scaled integers; not a number where blank. */
  numbers: (column: string) => Float64Array;
}

/** The columns of a dataset's rows. */
export interface Columns {
  /** The different values of a text column. */
  values: (column: string) => readonly string[];
  /** First and last day of a date column, inclusive; undefined where all are blank. */
  range: (column: string) => { readonly first: number; readonly last: number } | undefined;
  /** All rows, batch after batch; arrays of a batch are valid until the next one is asked for. */
  batches: () => Iterable<ColumnBatch>;
}

/** A cube; or that there would be too many cells; or that its sums may not be exact, so that the database has to judge. */
export type ColumnCube =
  | { readonly ok: true; readonly cube: Cube }
  | { readonly ok: false; readonly reason: 'too-many-cells' }
  | { readonly ok: false; readonly reason: 'unsure' };

/** Cells are found by a table of places up to this many, by a hash table beyond. */
const MOST_PLACES = 1 << 24;
/** Twice the cells that there may be, so that the hash table never fills. */
const HASH_SIZE = 1 << 21;

/** A part of a cell's key: how many values it has, and the value of each row of a batch. */
interface Part {
  readonly size: number;
  /** Adds `value × unit` of each row to the keys. */
  addTo: (keys: Float64Array, batch: ColumnBatch, unit: number) => void;
  /** The same of each cell of a cube of the same shape. */
  addOf: (keys: Float64Array, cube: Cube, unit: number) => void;
}

/**
 * Builds a cube without conditions. With the cube of earlier rows, of the same shape, the columns are those of the rows
 * that came after; whether sums stay exact is then the caller's to know. Throws where a column is not there: callers
 * check before.
 */
export function cubeFromColumns(shape: CubeShape, columns: Columns, earlier?: Cube): ColumnCube {
  const range = columns.range(shape.day);
  const days = range ? range.last - range.first + 1 : 0;
  const first = range?.first ?? 0;
  const others = shape.otherDays.map((column) => dayPart(column, columns.range(column)));
  const categories = shape.categories.map((column) =>
    textPart(column, columns, shape.spellings[column] ?? {}),
  );
  const parts: Part[] = [...others, ...categories];
  const combinations = parts.reduce((product, part) => product * part.size, 1);
  if (days * combinations > EXACT_LIMIT) return { ok: false, reason: 'unsure' };
  const cells = new Cells(days * combinations, shape);
  if (earlier && !cells.begin(earlier, keysOfCells(earlier, first, combinations, parts)))
    return { ok: false, reason: 'too-many-cells' };
  if (range)
    for (const batch of columns.batches()) {
      const keys = keysOf(batch, shape.day, first, combinations, parts);
      const refused = cells.add(batch, keys);
      if (refused) return refused;
    }
  const sorted = cells.sorted();
  const dayOf = new Int32Array(sorted.keys.length);
  for (let i = 0; i < dayOf.length; i++) dayOf[i] = first + Math.floor(sorted.keys[i]! / combinations);
  let unit = combinations;
  const valueOf = (part: Part) => {
    unit /= part.size;
    const values = new Uint32Array(sorted.keys.length);
    for (let i = 0; i < values.length; i++) values[i] = Math.floor(sorted.keys[i]! / unit) % part.size;
    return values;
  };
  const otherDays = others.map((part, i) => {
    const days = new Int32Array(sorted.keys.length);
    valueOf(part).forEach((value, cell) => (days[cell] = value === 0 ? BLANK_DAY : part.first + value - 1));
    return { column: shape.otherDays[i]!, days };
  });
  const held = categories.map((part, i) => ({
    column: shape.categories[i]!,
    ...usedOnly(part.values, valueOf(part)),
  }));
  const cube: Cube = {
    shape,
    firstDay: dayOf[0] ?? 0,
    dayOffsets: offsetsOf(dayOf, dayOf[0] ?? 0, dayOf[dayOf.length - 1] ?? -1),
    rows: sorted.pick(cells.rows),
    categories: held,
    numbers: shape.numbers.map(({ column, scale }, i) => {
      const number = cells.numbers[i]!;
      return {
        column,
        scale,
        sum: sorted.pick(number.sum),
        count: sorted.pick(number.count),
        minimum: number.minimum && sorted.pick(number.minimum),
        maximum: number.maximum && sorted.pick(number.maximum),
      };
    }),
    otherDays,
  };
  return { ok: true, cube };
}

/** Keys of a batch's rows, days first; not a number for rows without a day. */
function keysOf(
  batch: ColumnBatch,
  day: string,
  first: number,
  combinations: number,
  parts: readonly Part[],
): Float64Array {
  const keys = new Float64Array(batch.rows);
  const days = batch.days(day);
  for (let row = 0; row < keys.length; row++)
    keys[row] = days[row] === BLANK_DAY ? NaN : (days[row]! - first) * combinations;
  eachUnit(combinations, parts, (part, unit) => part.addTo(keys, batch, unit));
  return keys;
}

/** Keys of a cube's cells, as those of rows. */
function keysOfCells(cube: Cube, first: number, combinations: number, parts: readonly Part[]): Float64Array {
  const keys = Float64Array.from(daysOfCells(cube), (day) => (day - first) * combinations);
  eachUnit(combinations, parts, (part, unit) => part.addOf(keys, cube, unit));
  return keys;
}

/** Walks over the parts of a key, each with what one of its values counts. */
function eachUnit(combinations: number, parts: readonly Part[], add: (part: Part, unit: number) => void) {
  let unit = combinations;
  for (const part of parts) {
    unit /= part.size;
    add(part, unit);
  }
}

/** Days of another date column: 0 for blank, then from the first day on. */
function dayPart(column: string, range: ReturnType<Columns['range']>) {
  const first = range?.first ?? 0;
  return {
    first,
    size: range ? range.last - first + 2 : 1,
    addTo(keys: Float64Array, batch: ColumnBatch, unit: number) {
      const days = batch.days(column);
      for (let row = 0; row < keys.length; row++)
        if (days[row] !== BLANK_DAY) keys[row]! += (days[row]! - first + 1) * unit;
    },
    addOf(keys: Float64Array, cube: Cube, unit: number) {
      const { days } = cube.otherDays.find((other) => other.column === column)!;
      for (let cell = 0; cell < keys.length; cell++)
        if (days[cell] !== BLANK_DAY) keys[cell]! += (days[cell]! - first + 1) * unit;
    },
  };
}

/** Shown texts, each once, sorted, blank last; and the place among them of each code. */
export function dictionaryOf(shown: readonly string[]) {
  const values: (string | null)[] = [...new Set(shown)].sort((a, b) => (a < b ? -1 : 1));
  const places = new Map(values.map((value, place) => [value, place]));
  const placeOf = new Int32Array(shown.length + 1);
  placeOf[0] = values.length;
  shown.forEach((value, i) => (placeOf[i + 1] = places.get(value)!));
  places.set(null, values.length);
  return { values: [...values, null], places, placeOf };
}

/** Texts as they are shown, by the spellings in force. */
export function shownTexts(
  values: readonly string[],
  spellings: Readonly<Record<string, string>> = {},
): readonly string[] {
  const own = new Map(Object.entries(spellings));
  return own.size === 0 ? values : values.map((value) => own.get(value) ?? value);
}

/** Shown texts of a column. */
function textPart(column: string, columns: Columns, spellings: Readonly<Record<string, string>>) {
  const { values, places, placeOf } = dictionaryOf(shownTexts(columns.values(column), spellings));
  return {
    values,
    size: values.length,
    addTo(keys: Float64Array, batch: ColumnBatch, unit: number) {
      const codes = batch.codes(column);
      for (let row = 0; row < keys.length; row++) keys[row]! += placeOf[codes[row]!]! * unit;
    },
    addOf(keys: Float64Array, cube: Cube, unit: number) {
      const held = cube.categories.find((category) => category.column === column)!;
      const placeOfCode = held.values.map((value) => places.get(value)!);
      for (let cell = 0; cell < keys.length; cell++) keys[cell]! += placeOfCode[held.codes[cell]!]! * unit;
    },
  };
}

/** A dictionary without the values that no cell has. */
function usedOnly(values: readonly (string | null)[], codes: Uint32Array) {
  const places = new Int32Array(values.length);
  for (const code of codes) places[code] = 1;
  const used = values.filter((_, code) => places[code] === 1);
  let next = 0;
  for (let code = 0; code < places.length; code++) if (places[code] === 1) places[code] = next++;
  return { values: used, codes: codes.map((code) => places[code]!) };
}

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
class Cells {
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
