/** Which rows of columns a selection keeps: a test a filter or condition, each over a batch of rows. */
import { parseIsoDay } from '../calendar/day';
import { containsDay, type DayRuns } from '../calendar/runs';
import type { ColumnBatch, Columns } from './columnRows';
import { BLANK_DAY } from './cube';
import type { Selection } from './query';
import { isSqlCondition, type RowCondition, type SqlCondition } from './rowCondition';
import { compiledSql } from './sqlCondition';

/** Columns that can be scanned, with what is needed to read them. */
export interface ScannedColumns extends Columns {
  /** What a column is held as; undefined where it is not held. */
  kind: (column: string) => 'days' | 'texts' | 'numbers' | undefined;
  /** Decimal places of a number column. */
  scale: (column: string) => number;
  /** Whether a date column has times as well, of which the columns hold the days alone. */
  hasTimes: (column: string) => boolean;
  /** Values of a text column as they are shown. */
  shown: (column: string) => readonly string[];
}

/** Sets the places of rows that are not kept to -1. */
export type RowTest = (batch: ColumnBatch, places: Int32Array) => void;

/** Tests for all that a selection asks, its window and own days aside; undefined where columns cannot tell. */
export function rowTests(columns: ScannedColumns, selection: Selection): RowTest[] | undefined {
  if (selection.paths && selection.paths.length > 0) return undefined;
  const tests: (RowTest | undefined)[] = [
    ...selection.filters.map((filter) => {
      const wanted = new Set(filter.values);
      return textTest(columns, filter.column, (value) => wanted.has(value) !== filter.exclude);
    }),
    ...selection.otherDays
      .filter(({ column }) => column !== selection.day)
      .map(({ column, runs, blanks }) => dayTest(columns, column, runs, blanks === true)),
    ...selection.conditions.map((condition) =>
      isSqlCondition(condition) ? sqlTest(columns, condition) : rowTest(columns, condition),
    ),
  ];
  return tests.every((test) => test !== undefined) ? tests : undefined;
}

function textTest(
  columns: ScannedColumns,
  column: string,
  keeps: (value: string | null) => boolean,
): RowTest | undefined {
  if (columns.kind(column) !== 'texts') return undefined;
  const shown = columns.shown(column);
  const passes = new Uint8Array(shown.length + 1);
  passes[0] = keeps(null) ? 1 : 0;
  shown.forEach((value, i) => (passes[i + 1] = keeps(value) ? 1 : 0));
  return (batch, places) => {
    const codes = batch.codes(column);
    for (let row = 0; row < places.length; row++) if (passes[codes[row]!] === 0) places[row] = -1;
  };
}

/** For each day of a date column's range, from its first on, whether it lies in runs. */
export function daysIn(columns: ScannedColumns, column: string, runs: DayRuns): Uint8Array {
  const range = columns.range(column);
  if (!range) return new Uint8Array(0);
  return Uint8Array.from({ length: range.last - range.first + 1 }, (_, i) =>
    containsDay(runs, range.first + i) ? 1 : 0,
  );
}

function dayTest(
  columns: ScannedColumns,
  column: string,
  runs: DayRuns,
  keepsBlanks: boolean,
): RowTest | undefined {
  if (columns.kind(column) !== 'days') return undefined;
  const first = columns.range(column)?.first ?? 0;
  const inside = daysIn(columns, column, runs);
  return (batch, places) => {
    const days = batch.days(column);
    for (let row = 0; row < places.length; row++) {
      const day = days[row]!;
      if (day === BLANK_DAY ? !keepsBlanks : inside[day - first] === 0) places[row] = -1;
    }
  };
}

/** SQL conditions on texts and days; numbers are compared exactly by the database, and so by it alone. */
function sqlTest(columns: ScannedColumns, condition: SqlCondition): RowTest | undefined {
  const { columns: named, test } = compiledSql(condition);
  const kinds = named.map((column) => columns.kind(column));
  if (
    !kinds.every((kind) => kind === 'texts' || kind === 'days') ||
    named.some((column) => columns.hasTimes(column))
  )
    return undefined;
  const [only] = named;
  if (only !== undefined && named.length === 1 && kinds[0] === 'texts')
    return textTest(columns, only, (value) => test(() => value) === true);
  const shown = new Map(
    named.map((column, i) => [column, kinds[i] === 'texts' ? columns.shown(column) : null]),
  );
  return (batch, places) => {
    let row = 0;
    const read = new Map(
      named.map((column): [string, () => string | number | null] => {
        const values = shown.get(column);
        if (values) {
          const codes = batch.codes(column);
          return [column, () => (codes[row] === 0 ? null : values[codes[row]! - 1]!)];
        }
        const days = batch.days(column);
        return [column, () => (days[row] === BLANK_DAY ? null : days[row]!)];
      }),
    );
    const value = (column: string) => read.get(column)!();
    for (; row < places.length; row++) if (places[row] !== -1 && test(value) !== true) places[row] = -1;
  };
}

const DECIMAL = /^-?\d{1,15}(?:\.\d+)?$/;

/** A number in units of a column's last place; undefined for what cannot be compared exactly. */
function scaledNumber(text: string, scale: number): number | undefined {
  if (!DECIMAL.test(text)) return undefined;
  const decimals = text.split('.')[1]?.length ?? 0;
  const scaled = Number(text) * 10 ** scale;
  if (decimals > 12 || Math.abs(scaled) > 2 ** 51) return undefined;
  return decimals <= scale ? Math.round(scaled) : scaled;
}

/** A simple condition. Undefined where only the database knows what texts are alike, or how they are ordered. */
function rowTest(columns: ScannedColumns, { column, operator, values }: RowCondition): RowTest | undefined {
  const kind = columns.kind(column);
  if (kind === undefined) return undefined;
  if (kind === 'texts') {
    const wanted = new Set<string | null>(values);
    if (operator === 'is one of') return textTest(columns, column, (value) => wanted.has(value));
    if (operator === 'is none of') return textTest(columns, column, (value) => !wanted.has(value));
    if (operator === 'is blank') return textTest(columns, column, (value) => value === null);
    if (operator === 'is not blank') return textTest(columns, column, (value) => value !== null);
    return undefined;
  }
  const read = values.map((text) =>
    kind === 'days' ? parseIsoDay(text) : scaledNumber(text, columns.scale(column)),
  );
  if (!read.every((value) => value !== undefined)) return undefined;
  const keeps = numberTest(operator, read);
  if (!keeps) return undefined;
  return (batch, places) => {
    const cells = kind === 'days' ? batch.days(column) : batch.numbers(column);
    for (let row = 0; row < places.length; row++) {
      const cell = cells[row]!;
      const isBlank = kind === 'days' ? cell === BLANK_DAY : Number.isNaN(cell);
      if (!keeps(isBlank ? null : cell)) places[row] = -1;
    }
  };
}

/** Comparisons with a blank never hold; undefined for an operator that numbers do not have. */
function numberTest(
  operator: RowCondition['operator'],
  values: readonly number[],
): ((value: number | null) => boolean) | undefined {
  const [low, high] = values as [number, number];
  switch (operator) {
    case 'is one of':
      return (value) => value !== null && values.includes(value);
    case 'is none of':
      return (value) => value === null || !values.includes(value);
    case 'is blank':
      return (value) => value === null;
    case 'is not blank':
      return (value) => value !== null;
    case 'at least':
      return (value) => value !== null && value >= low;
    case 'more than':
      return (value) => value !== null && value > low;
    case 'at most':
      return (value) => value !== null && value <= low;
    case 'less than':
      return (value) => value !== null && value < low;
    case 'between':
      return (value) => value !== null && value >= low && value <= high;
    case 'contains':
      return undefined;
  }
}
