/**
 * The running-totals layout: a cube's cells under some filters, collapsed onto days and groups, with a running
 * total over the days. A window's total is then two look-ups per group, however long it is.
 */
import { runsOfDays, type DayRuns } from '../calendar/runs';
import { dayCount, type Cube, type CubeNumber } from './cube';
import { cellsOnPaths } from './paths';
import type { GroupColumn, NumberWanted, Selection, ValueFilter } from './query';
import { conditionKey, isSqlCondition, KEPT, type AnyCondition } from './rowCondition';
import { cellsKeeping, compiledSql } from './sqlCondition';

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
  /** Values of each group, one per column grouped by. */
  readonly keys: readonly (readonly (string | null)[])[];
  readonly rows: Float64Array;
  readonly numbers: Map<string, CollapsedNumber>;
  /** Days on which any group has rows. */
  readonly covered: DayRuns;
}

export type CellTest = { readonly codes: Uint32Array; readonly passes: Uint8Array };

/** Tests on a cube's categories for a selection's filters and conditions; undefined where the cube lacks a column. */
export function cellTests(
  cube: Cube,
  selection: Pick<Selection, 'filters' | 'conditions' | 'paths'>,
): CellTest[] | undefined {
  const tests: CellTest[] = [];
  const conditions: ValueFilter[] = [];
  for (const condition of selection.conditions) {
    const column = conditionKey(condition);
    const isHeld = cube.categories.some((entry) => entry.column === column);
    if (isHeld || !isSqlCondition(condition)) {
      conditions.push({ column, values: [KEPT], exclude: false });
      continue;
    }
    const codes = cellsKeeping(cube, condition);
    if (!codes) return undefined;
    tests.push({ codes, passes: Uint8Array.of(0, 1) });
  }
  for (const filter of selection.paths ?? []) {
    const codes = cellsOnPaths(cube, filter);
    if (!codes) return undefined;
    tests.push({ codes, passes: Uint8Array.of(0, 1) });
  }
  for (const filter of [...selection.filters, ...conditions]) {
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

/** Whether a cube can tell which of its cells keep a condition. */
export function canTest(cube: Cube, condition: AnyCondition): boolean {
  const column = conditionKey(condition);
  if (cube.categories.some((entry) => entry.column === column)) return true;
  const isHeld = (name: string) =>
    name === cube.shape.day ||
    cube.categories.some((entry) => entry.column === name) ||
    cube.otherDays.some((entry) => entry.column === name);
  return isSqlCondition(condition) && compiledSql(condition).columns.every(isHeld);
}

/** The groups of a grouping's columns: how many combinations there are, and which one a cell belongs to. */
export interface Groups {
  readonly size: number;
  groupOf: (cell: number, day: number) => number;
  keyOf: (group: number) => readonly (string | null)[];
}

/** Groups of a cube's cells; `day` counts from the cube's first day. Undefined where the cube lacks a column. */
export function groupsOf(cube: Cube, columns: readonly GroupColumn[]): Groups | undefined {
  const parts: { values: readonly (string | null)[]; codeOf: (cell: number, day: number) => number }[] = [];
  for (const entry of columns) {
    if (entry.kind === 'days') {
      const { classes } = entry;
      const shift = cube.firstDay - classes.first;
      const outside = classes.values.length - 1;
      parts.push({ values: classes.values, codeOf: (_, day) => classes.codes[day + shift] ?? outside });
      continue;
    }
    const category = cube.categories.find((held) => held.column === entry.column);
    if (!category) return undefined;
    parts.push({ values: category.values, codeOf: (cell) => category.codes[cell]! });
  }
  const size = parts.reduce((product, part) => product * part.values.length, 1);
  const [first, ...rest] = parts;
  const groupOf = (cell: number, day: number) => {
    if (!first) return 0;
    let group = first.codeOf(cell, day);
    for (const part of rest) group = group * part.values.length + part.codeOf(cell, day);
    return group;
  };
  return { size, groupOf, keyOf: (group) => keyOfGroup(parts, group) };
}

/** The values of a group, one of each part that groups are made of; the last part changes first. */
export function keyOfGroup(
  parts: readonly { readonly values: readonly (string | null)[] }[],
  group: number,
): (string | null)[] {
  const key: (string | null)[] = [];
  for (let i = parts.length - 1, left = group; i >= 0; i--) {
    const { values } = parts[i]!;
    key.unshift(values[left % values.length]!);
    left = Math.floor(left / values.length);
  }
  return key;
}

/** Collapses the cells that pass every test onto groups. */
export function collapse(
  cube: Cube,
  tests: readonly CellTest[],
  groups: Groups,
  wanted: readonly NumberWanted[],
): Collapsed | undefined {
  const days = dayCount(cube);
  const cells = selectCells(cube, tests);
  const slots = slotsOf(cube, cells, groups);
  const rows = new Float64Array((days + 1) * groups.size);
  addUp(rows, slots, cells, cube.rows, groups.size);
  const covered = coveredDays(cube, rows, groups.size);
  accumulate(rows, groups.size);
  const numbers = new Map<string, CollapsedNumber>();
  for (const number of wanted) {
    const source = cube.numbers.find((entry) => entry.column === number.column);
    if (!source || (number.extremes && !source.minimum)) return undefined;
    numbers.set(number.column, collapseNumber(source, slots, cells, days, groups.size, number.extremes));
  }
  const keys = Array.from({ length: groups.size }, (_, group) => groups.keyOf(group));
  return { groups: groups.size, keys, rows, numbers, covered };
}

/** Indexes of the cells that pass every test. */
function selectCells(cube: Cube, tests: readonly CellTest[]): Uint32Array {
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
function slotsOf(cube: Cube, cells: Uint32Array, groups: Groups): Uint32Array {
  const slots = new Uint32Array(cells.length);
  let day = 0;
  for (let i = 0; i < cells.length; i++) {
    const cell = cells[i]!;
    while (cube.dayOffsets[day + 1]! <= cell) day++;
    slots[i] = day * groups.size + groups.groupOf(cell, day);
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
