/**
 * The running-totals layout: a cube's cells under some filters, collapsed onto days and one category, with
 * a running total over the days. A window's total is then two look-ups per group, however long it is.
 */
import { runsOfDays, type DayRuns } from '../calendar/runs';
import { dayCount, type Cube, type CubeNumber } from './cube';
import type { NumberWanted, ValueFilter } from './query';

/** Running totals: entry (d, g) at `d * groups + g` is the total of the first d days for group g. */
export interface CollapsedNumber {
  readonly column: string;
  readonly scale: number;
  readonly sum: Float64Array;
  readonly count: Float64Array;
  /** Extremes cannot be subtracted, so they stay daily: entry (d, g) is of day d alone, NaN where none. */
  readonly minimum: Float64Array | null;
  readonly maximum: Float64Array | null;
}

export interface Collapsed {
  readonly groups: number;
  /** Value of each group; `[null]` when nothing is grouped by. */
  readonly keys: readonly (string | null)[];
  readonly rows: Float64Array;
  readonly numbers: Map<string, CollapsedNumber>;
  /** Days on which any group has rows. */
  readonly covered: DayRuns;
}

/** For each filter, which codes of its column pass. Filters on columns the cube lacks give undefined. */
export function passingCodes(cube: Cube, filters: readonly ValueFilter[]) {
  const tests: { codes: Uint32Array; passes: Uint8Array }[] = [];
  for (const filter of filters) {
    const category = cube.categories.find((entry) => entry.column === filter.column);
    if (!category) return undefined;
    const wanted = new Set(filter.values);
    const passes = Uint8Array.from(category.values, (value) =>
      wanted.has(value) !== filter.exclude ? 1 : 0,
    );
    tests.push({ codes: category.codes, passes });
  }
  return tests;
}

/** Collapses a cube under filters onto one category column, or onto nothing (`by` null). */
export function collapse(
  cube: Cube,
  filters: readonly ValueFilter[],
  by: string | null,
  wanted: readonly NumberWanted[],
): Collapsed | undefined {
  const tests = passingCodes(cube, filters);
  const category = by === null ? null : cube.categories.find((entry) => entry.column === by);
  if (!tests || category === undefined) return undefined;
  const groups = category ? category.values.length : 1;
  const days = dayCount(cube);
  const cells = selectCells(cube, tests);
  const slots = slotsOf(cube, cells, category?.codes ?? null, groups);
  const rows = new Float64Array((days + 1) * groups);
  addUp(rows, slots, cells, cube.rows, groups);
  const covered = coveredDays(cube, rows, groups);
  accumulate(rows, groups);
  const numbers = new Map<string, CollapsedNumber>();
  for (const number of wanted) {
    const source = cube.numbers.find((entry) => entry.column === number.column);
    if (!source || (number.extremes && !source.minimum)) return undefined;
    numbers.set(number.column, collapseNumber(source, slots, cells, days, groups, number.extremes));
  }
  return { groups, keys: category ? category.values : [null], rows, numbers, covered };
}

/** Indexes of the cells that pass every test. */
function selectCells(cube: Cube, tests: readonly { codes: Uint32Array; passes: Uint8Array }[]): Uint32Array {
  const total = cube.rows.length;
  const cells = new Uint32Array(total);
  let size = 0;
  for (let cell = 0; cell < total; cell++) {
    let passes = 1;
    for (const test of tests) passes &= test.passes[test.codes[cell]!]!;
    if (passes) cells[size++] = cell;
  }
  return cells.subarray(0, size);
}

/** For each selected cell, its place (day, group) in a table of days by groups. */
function slotsOf(cube: Cube, cells: Uint32Array, codes: Uint32Array | null, groups: number): Uint32Array {
  const slots = new Uint32Array(cells.length);
  let day = 0;
  for (let i = 0; i < cells.length; i++) {
    const cell = cells[i]!;
    while (cube.dayOffsets[day + 1]! <= cell) day++;
    slots[i] = day * groups + (codes ? codes[cell]! : 0);
  }
  return slots;
}

/** Adds the cells' values into a table whose first row of groups stays zero. */
function addUp(
  table: Float64Array,
  slots: Uint32Array,
  cells: Uint32Array,
  values: Float64Array,
  groups: number,
) {
  for (let i = 0; i < slots.length; i++) table[slots[i]! + groups]! += values[cells[i]!]!;
}

/** Turns daily values into running totals, in place. */
function accumulate(table: Float64Array, groups: number) {
  for (let i = groups; i < table.length; i++) table[i]! += table[i - groups]!;
}

function coveredDays(cube: Cube, dailyRows: Float64Array, groups: number): DayRuns {
  const days: number[] = [];
  for (let day = 0; day < dayCount(cube); day++) {
    for (let group = 0; group < groups; group++) {
      if (dailyRows[(day + 1) * groups + group]! > 0) {
        days.push(cube.firstDay + day);
        break;
      }
    }
  }
  return runsOfDays(days);
}

function collapseNumber(
  source: CubeNumber,
  slots: Uint32Array,
  cells: Uint32Array,
  days: number,
  groups: number,
  extremes: boolean,
): CollapsedNumber {
  const sum = new Float64Array((days + 1) * groups);
  const count = new Float64Array((days + 1) * groups);
  addUp(sum, slots, cells, source.sum, groups);
  addUp(count, slots, cells, source.count, groups);
  accumulate(sum, groups);
  accumulate(count, groups);
  const daily = (values: Float64Array, better: (a: number, b: number) => boolean) => {
    const table = new Float64Array(days * groups).fill(NaN);
    for (let i = 0; i < slots.length; i++) {
      const value = values[cells[i]!]!;
      const slot = slots[i]!;
      if (Number.isNaN(table[slot]!) || better(value, table[slot]!)) table[slot] = value;
    }
    return table;
  };
  return {
    column: source.column,
    scale: source.scale,
    sum,
    count,
    minimum: extremes ? daily(source.minimum!, (a, b) => a < b) : null,
    maximum: extremes ? daily(source.maximum!, (a, b) => a > b) : null,
  };
}
