/**
 * The day cube of a dataset: its rows grouped by day (of one date role) and by some category columns,
 * sorted by day. Per group (a cell): the number of rows and, per number column, exact sums, counts and
 * extremes as scaled integers (a decimal with 2 places is held in hundredths).
 */
import { z } from 'zod';
import type { Day } from '../calendar/day';
import { anyConditionSchema, conditionKey } from './rowCondition';

/** Which rows and columns a cube holds. Columns are named by their keys in the dataset. */
export const cubeShapeSchema = z.object({
  dataset: z.string(),
  /** Number of the dataset's load. */
  load: z.int(),
  /** Key of the date column that days are counted by. */
  day: z.string(),
  /** Other date columns, for windows that come through another role. */
  otherDays: z.array(z.string()),
  categories: z.array(z.string()),
  /** Row conditions: each is held as a category of two values. */
  conditions: z.array(anyConditionSchema),
  numbers: z.array(z.object({ column: z.string(), scale: z.int().min(0), extremes: z.boolean() })),
  /** Spellings of category values that stand for another: by column, from the one in the data to the one shown. */
  spellings: z.record(z.string(), z.record(z.string(), z.string())),
});
export type CubeShape = z.infer<typeof cubeShapeSchema>;

interface CubeCategory {
  readonly column: string;
  /** Value of each code; null stands for blank. */
  readonly values: readonly (string | null)[];
  /** Code of each cell. */
  readonly codes: Uint32Array;
}

export interface CubeNumber {
  readonly column: string;
  /** Decimal places: values are integers in units of 10^-scale. */
  readonly scale: number;
  readonly sum: Float64Array;
  /** Rows of the cell in which the column is not blank. */
  readonly count: Float64Array;
  readonly minimum: Float64Array | null;
  readonly maximum: Float64Array | null;
}

export interface Cube {
  readonly shape: CubeShape;
  readonly firstDay: Day;
  /** Cells of day `firstDay + i` are `dayOffsets[i]` up to, not including, `dayOffsets[i + 1]`. */
  readonly dayOffsets: Uint32Array;
  readonly rows: Float64Array;
  readonly categories: readonly CubeCategory[];
  readonly numbers: readonly CubeNumber[];
  /** Day of each cell in the other date columns; `BLANK_DAY` where blank. */
  readonly otherDays: readonly { readonly column: string; readonly days: Int32Array }[];
}

/** The categories that the cube of a shape holds: columns, then row conditions. */
export function heldCategories(shape: CubeShape): string[] {
  return [...shape.categories, ...shape.conditions.map(conditionKey)];
}

/** Stands for a blank date in a cube's other date columns. */
export const BLANK_DAY = -2147483648;

/** Beyond this many cells a cube stops paying, and the database answers instead. */
export const CELL_LIMIT = 1_000_000;

/** Number of days from the first to the last day with data (0 for an empty cube). */
export function dayCount(cube: Cube): number {
  return cube.dayOffsets.length - 1;
}

/** The day of each cell. */
export function daysOfCells(cube: Cube): Int32Array {
  const days = new Int32Array(cube.rows.length);
  for (let day = 0; day < dayCount(cube); day++)
    days.fill(cube.firstDay + day, cube.dayOffsets[day], cube.dayOffsets[day + 1]);
  return days;
}

export function cellCount(cube: Cube): number {
  return cube.rows.length;
}

/** A key that is the same for the same rows and columns. */
export function shapeKey(shape: CubeShape): string {
  const numbers = shape.numbers.map((number) => `${number.column}${number.extremes ? '+' : ''}`);
  return [
    shape.dataset,
    shape.load,
    shape.day,
    shape.otherDays.join(','),
    heldCategories(shape).join(','),
    numbers.join(','),
    Object.keys(shape.spellings).length === 0 ? '' : JSON.stringify(shape.spellings),
  ].join('|');
}
