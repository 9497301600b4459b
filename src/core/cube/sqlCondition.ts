/** How a cube's cells keep SQL search conditions. */
import { compileCondition, type Row, type Truth } from '../condition/evaluate';
import { parsePrinted } from '../condition/parse';
import { columnsIn } from '../condition/print';
import { BLANK_DAY, daysOfCells, type Cube } from './cube';
import type { SqlCondition } from './rowCondition';

interface Compiled {
  readonly columns: readonly string[];
  readonly test: (row: Row) => Truth;
}

/** How many compiled conditions are kept; the oldest go first. */
const KEPT = 200;
const kept = new Map<string, Compiled>();

/** The columns of a condition and its test. Throws where the text cannot be read: it was checked when it was made. */
export function compiledSql({ sql }: SqlCondition): Compiled {
  const known = kept.get(sql);
  if (known) return known;
  const parsed = parsePrinted(sql);
  if (!parsed.ok) throw new Error(`The condition cannot be read: ${parsed.error.message}`);
  const compiled = { columns: columnsIn(parsed.value), test: compileCondition(parsed.value, 0) };
  kept.set(sql, compiled);
  if (kept.size > KEPT) kept.delete(kept.keys().next().value!);
  return compiled;
}

/** For each cell 1 where it keeps the condition, else 0; undefined where the cube lacks a column of it. */
export function cellsKeeping(cube: Cube, condition: SqlCondition): Uint32Array | undefined {
  const { columns, test } = compiledSql(condition);
  const days = daysOfCells(cube);
  const readers = new Map<string, (cell: number) => string | number | null>();
  for (const column of columns) {
    const category = cube.categories.find((held) => held.column === column);
    const other = cube.otherDays.find((held) => held.column === column);
    if (category) readers.set(column, (cell) => category.values[category.codes[cell]!]!);
    else if (column === cube.shape.day) readers.set(column, (cell) => days[cell]!);
    else if (other)
      readers.set(column, (cell) => (other.days[cell] === BLANK_DAY ? null : other.days[cell]!));
    else return undefined;
  }
  let cell = 0;
  const row: Row = (column) => readers.get(column)!(cell);
  const keeping = new Uint32Array(cube.rows.length);
  for (; cell < keeping.length; cell++) keeping[cell] = test(row) === true ? 1 : 0;
  return keeping;
}
