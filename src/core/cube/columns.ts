/**
 * Makes a cube from columns of rows: one pass of additions, a batch of rows at a time, into the cells of days by
 * combinations of categories. The same cube as grouping the rows gives (`build.ts`).
 */
import { EXACT_LIMIT, offsetsOf } from './build';
import { Cells } from './columnCells';
import type { ColumnBatch, ColumnCube, Columns } from './columnRows';
import { BLANK_DAY, daysOfCells, type Cube, type CubeShape } from './cube';

/** Adds to the keys of rows, the first of which is row `from` of a batch. */
type AddToKeys = (keys: Float64Array, from: number) => void;

/** How days make keys. */
interface DayRange {
  readonly first: number;
  /** The first key that no day has. */
  readonly nowhere: number;
  /** Keys of a day. */
  readonly combinations: number;
}

/** A part of a cell's key: how many values it has, and the value of each row of a batch. */
interface Part {
  readonly size: number;
  /** Gives what adds `value × unit` of the rows of a batch, those from one on, to their keys. */
  adder: (batch: ColumnBatch, unit: number) => AddToKeys;
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
  const nowhere = days * combinations;
  const cells = new Cells(nowhere, combinations, shape);
  if (earlier && !cells.begin(earlier, keysOfCells(earlier, first, combinations, parts)))
    return { ok: false, reason: 'too-many-cells' };
  if (range)
    for (const batch of columns.batches()) {
      const refused = cells.add(batch, keysOf(batch, shape.day, { first, nowhere, combinations }, parts));
      if (refused) return refused;
    }
  const sorted = cells.sorted();
  if (!sorted) return { ok: false, reason: 'too-many-cells' };
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
    rows: sorted.rows,
    categories: held,
    numbers: shape.numbers.map(({ column, scale }, i) => ({ column, scale, ...sorted.numbers[i]! })),
    otherDays,
  };
  return { ok: true, cube };
}

/** Writes the keys of a batch's rows: days first, from the first unused key on for rows without a day. */
function keysOf(batch: ColumnBatch, day: string, range: DayRange, parts: readonly Part[]): AddToKeys {
  const days = batch.days(day);
  const adders: AddToKeys[] = [];
  eachUnit(range.combinations, parts, (part, unit) => adders.push(part.adder(batch, unit)));
  return (keys, from) => {
    putDays(keys, days, from, range);
    for (const add of adders) add(keys, from);
  };
}

function putDays(
  keys: Float64Array,
  days: Int32Array,
  from: number,
  { first, nowhere, combinations }: DayRange,
) {
  for (let row = 0; row < keys.length; row++) {
    const day = days[from + row]!;
    keys[row] = day === BLANK_DAY ? nowhere : (day - first) * combinations;
  }
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

function addDays(keys: Float64Array, days: Int32Array, from: number, first: number, unit: number) {
  for (let row = 0; row < keys.length; row++) {
    const day = days[from + row]!;
    if (day !== BLANK_DAY) keys[row]! += (day - first + 1) * unit;
  }
}

function addCounted(keys: Float64Array, codes: Uint32Array, from: number, counted: Float64Array) {
  for (let row = 0; row < keys.length; row++) keys[row]! += counted[codes[from + row]!]!;
}

/** Days of another date column: 0 for blank, then from the first day on. */
function dayPart(column: string, range: ReturnType<Columns['range']>) {
  const first = range?.first ?? 0;
  return {
    first,
    size: range ? range.last - first + 2 : 1,
    adder(batch: ColumnBatch, unit: number) {
      const days = batch.days(column);
      return (keys: Float64Array, from: number) => addDays(keys, days, from, first, unit);
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
    adder(batch: ColumnBatch, unit: number) {
      const codes = batch.codes(column);
      const counted = Float64Array.from(placeOf, (place) => place * unit);
      return (keys: Float64Array, from: number) => addCounted(keys, codes, from, counted);
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
