/** Answers queries by one pass over columns of rows: what no cube can hold, such as numbers of different values. */
import { runsOfDays, type DayRuns } from '../calendar/runs';
import { bucketEnd, ownWindow, withoutEmptyGroups } from './aggregate';
import { EXACT_LIMIT } from './build';
import { addNumbers, noNumbers } from './scanNumbers';
import type { ColumnBatch } from './columnRows';
import { dictionaryOf } from './columns';
import { keyOfGroup } from './collapse';
import { BLANK_DAY } from './cube';
import type {
  AggregateAnswer,
  AggregateQuery,
  GroupColumn,
  NumberAnswer,
  NumberWanted,
  Selection,
} from './query';
import { daysIn, rowTests, type ScannedColumns } from './scanTests';

/** Largest table of buckets by groups that is worked out. */
const MOST_PLACES = 4_000_000;
/** Largest table of places by values in which different values are marked; beyond, the database counts them. */
const MOST_MARKS = 1 << 27;

const EVERY_DAY: DayRuns = [{ start: -Infinity, end: Infinity }];

/** Days with rows; undefined where columns cannot tell. */
export function scanCovered(columns: ScannedColumns, selection: Selection): DayRuns | undefined {
  const tests = rowTests(columns, selection);
  if (!tests || columns.kind(selection.day) !== 'days') return undefined;
  const range = columns.range(selection.day);
  if (!range) return [];
  const inside = daysIn(columns, selection.day, ownWindow(selection, EVERY_DAY));
  const placeOf = Int32Array.from(inside, (is, i) => (is ? i : -1));
  const seen = new Uint8Array(inside.length);
  forEachBatch(columns, selection.day, placeOf, (batch, places) => {
    for (const test of tests) test(batch, places);
    for (const place of places) if (place >= 0) seen[place] = 1;
  });
  const days: number[] = [];
  seen.forEach((is, i) => is === 1 && days.push(range.first + i));
  return runsOfDays(days);
}

/** Figures by group and bucket; undefined where columns cannot tell, or sums may not be exact. */
export function scanColumns(columns: ScannedColumns, query: AggregateQuery): AggregateAnswer | undefined {
  const tests = rowTests(columns, query);
  const groups = query.by.columns.map((entry) => groupOf(columns, query.day, entry));
  if (!tests || columns.kind(query.day) !== 'days' || !groups.every((group) => group !== undefined))
    return undefined;
  const buckets = query.by.buckets?.starts.length ?? 1;
  const size = groups.reduce((product, group) => product * group.values.length, 1);
  if (size * buckets > MOST_PLACES) return undefined;
  const numbers = query.numbers.map((wanted) => counterOf(columns, query.day, wanted, size * buckets));
  if (!numbers.every((number) => number !== undefined)) return undefined;
  const rows = new Float64Array(size * buckets);
  const bucketOf = bucketsByDay(columns, query);
  forEachBatch(columns, query.day, bucketOf, (batch, places) => {
    for (const test of tests) test(batch, places);
    for (const group of groups) group.add(batch, places);
    for (const place of places) if (place >= 0) rows[place]! += 1;
    for (const number of numbers) number.add(batch, places);
  });
  if (numbers.some((number) => !number.isExact())) return undefined;
  const keys = Array.from({ length: size }, (_, group) => keyOfGroup(groups, group));
  const answer: AggregateAnswer = {
    keys,
    rows,
    numbers: numbers.map((number) => number.answer()),
    layout: 'column file',
  };
  return groups.length > 0 ? withoutEmptyGroups(answer) : answer;
}

/** For each day of the query's own column, from its first on, its bucket; -1 outside of the window and of all buckets. */
function bucketsByDay(columns: ScannedColumns, query: AggregateQuery): Int32Array {
  const inside = daysIn(columns, query.day, ownWindow(query, query.window));
  const { buckets } = query.by;
  if (!buckets) return Int32Array.from(inside, (is) => (is === 1 ? 0 : -1));
  const first = columns.range(query.day)?.first ?? 0;
  const of = new Int32Array(inside.length).fill(-1);
  buckets.starts.forEach((start, bucket) => {
    const to = Math.min(bucketEnd(buckets, bucket) - first, inside.length - 1);
    for (let i = Math.max(0, start - first); i <= to; i++) if (inside[i] === 1) of[i] = bucket;
  });
  return of;
}

/** Visits all rows with their places by day (`placeOf` begins with the first day there is); none where no row has a day. */
function forEachBatch(
  columns: ScannedColumns,
  day: string,
  placeOf: Int32Array,
  visit: (batch: ColumnBatch, places: Int32Array) => void,
) {
  const range = columns.range(day);
  if (range)
    for (const batch of columns.batches()) visit(batch, placesByDay(batch, day, range.first, placeOf));
}

/** Places of rows by their day; -1 for blank ones. */
function placesByDay(batch: ColumnBatch, day: string, first: number, placeOf: Int32Array): Int32Array {
  const days = batch.days(day);
  const places = new Int32Array(batch.rows);
  for (let row = 0; row < places.length; row++)
    places[row] = days[row] === BLANK_DAY ? -1 : placeOf[days[row]! - first]!;
  return places;
}

/** A column that rows are grouped by. */
interface Group {
  readonly values: readonly (string | null)[];
  /** Makes places finer by the column's values. */
  add: (batch: ColumnBatch, places: Int32Array) => void;
}

function groupOf(columns: ScannedColumns, day: string, entry: GroupColumn): Group | undefined {
  if (entry.kind === 'days') {
    const { classes } = entry;
    const outside = classes.values.length - 1;
    return {
      values: classes.values,
      add(batch, places) {
        const days = batch.days(day);
        for (let row = 0; row < places.length; row++)
          if (places[row]! >= 0)
            places[row] =
              places[row]! * classes.values.length + (classes.codes[days[row]! - classes.first] ?? outside);
      },
    };
  }
  const { column } = entry;
  if (columns.kind(column) !== 'texts') return undefined;
  const { values, placeOf } = dictionaryOf(columns.shown(column));
  return {
    values,
    add(batch, places) {
      const codes = batch.codes(column);
      for (let row = 0; row < places.length; row++)
        if (places[row]! >= 0) places[row] = places[row]! * values.length + placeOf[codes[row]!]!;
    },
  };
}

/** Figures of a column, by place. */
interface Counter {
  add: (batch: ColumnBatch, places: Int32Array) => void;
  isExact: () => boolean;
  answer: () => NumberAnswer;
}

function counterOf(
  columns: ScannedColumns,
  day: string,
  wanted: NumberWanted,
  size: number,
): Counter | undefined {
  const kind = columns.kind(wanted.column);
  if (kind === undefined) return undefined;
  const isNumber = kind === 'numbers';
  if (!isNumber && (wanted.extremes || wanted.closing)) return undefined;
  const values = wanted.distinct ? differentOf(columns, wanted.column, size) : null;
  if (values === undefined) return undefined;
  const figures = noNumbers(size, wanted.extremes);
  const closing = wanted.closing ? new Closing(wanted.column, size) : null;
  return {
    add(batch, places) {
      if (isNumber) addNumbers(figures, places, batch.numbers(wanted.column));
      else addCounts(figures.count, batch, wanted.column, kind, places);
      closing?.add(batch, places, batch.days(day));
      values?.add(batch, places);
    },
    isExact: () => figures.total <= EXACT_LIMIT,
    answer: () => ({
      column: wanted.column,
      scale: wanted.scale,
      count: figures.count,
      sum: figures.sum,
      minimum: figures.minimum,
      maximum: figures.maximum,
      closing: closing?.values ?? null,
      distinct: values?.counts ?? null,
    }),
  };
}

/** Counts the texts or days of rows that are not blank. */
function addCounts(
  count: Float64Array,
  batch: ColumnBatch,
  column: string,
  kind: 'days' | 'texts',
  places: Int32Array,
) {
  const cells = kind === 'texts' ? batch.codes(column) : batch.days(column);
  const blank = kind === 'texts' ? 0 : BLANK_DAY;
  for (let row = 0; row < places.length; row++)
    if (places[row]! >= 0 && cells[row] !== blank) count[places[row]!]! += 1;
}

/** Sums of the last day with a value; rows come in any order. */
class Closing {
  readonly values: Float64Array;
  private readonly lastDay: Int32Array;

  constructor(
    private readonly column: string,
    size: number,
  ) {
    this.values = new Float64Array(size).fill(NaN);
    this.lastDay = new Int32Array(size).fill(BLANK_DAY);
  }

  /** `days` are those of the rows. */
  add(batch: ColumnBatch, places: Int32Array, days: Int32Array) {
    const { values, lastDay } = this;
    const numbers = batch.numbers(this.column);
    for (let row = 0; row < places.length; row++) {
      const place = places[row]!;
      const value = numbers[row]!;
      if (place < 0 || Number.isNaN(value) || days[row]! < lastDay[place]!) continue;
      values[place] = days[row] === lastDay[place] ? values[place]! + value : value;
      lastDay[place] = days[row]!;
    }
  }
}

/** Counts the different values of a column by place; undefined where there would be too many to mark. */
function differentOf(columns: ScannedColumns, column: string, size: number) {
  const counts = new Float64Array(size);
  if (columns.kind(column) === 'numbers') {
    const seen: (Set<number> | undefined)[] = [];
    return {
      counts,
      add(batch: ColumnBatch, places: Int32Array) {
        const values = batch.numbers(column);
        for (let row = 0; row < places.length; row++) {
          const place = places[row]!;
          if (place < 0 || Number.isNaN(values[row])) continue;
          const set = (seen[place] ??= new Set());
          set.add(values[row]!);
          counts[place] = set.size;
        }
      },
    };
  }
  // Times of a day are different values; only the database has them.
  if (columns.hasTimes(column)) return undefined;
  const isText = columns.kind(column) === 'texts';
  const dictionary = isText ? dictionaryOf(columns.shown(column)) : null;
  const range = isText ? undefined : columns.range(column);
  const width = dictionary ? dictionary.values.length : range ? range.last - range.first + 1 : 1;
  if (size * width > MOST_MARKS) return undefined;
  const marks = new Uint8Array(size * width);
  return {
    counts,
    add(batch: ColumnBatch, places: Int32Array) {
      const codes = dictionary ? batch.codes(column) : batch.days(column);
      const blank = dictionary ? 0 : BLANK_DAY;
      for (let row = 0; row < places.length; row++) {
        const place = places[row]!;
        if (place < 0 || codes[row] === blank) continue;
        const mark =
          place * width + (dictionary ? dictionary.placeOf[codes[row]!]! : codes[row]! - range!.first);
        if (marks[mark] === 0) {
          marks[mark] = 1;
          counts[place]! += 1;
        }
      }
    },
  };
}
