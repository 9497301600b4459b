/** Aggregates over windows and buckets, from running totals or straight from a cube's cells. */
import type { Day } from '../calendar/day';
import { containsDay, intersectRuns, type DayRuns } from '../calendar/runs';
import { cellTests, groupsOf, type Collapsed, type CollapsedNumber } from './collapse';
import { BLANK_DAY, dayCount, type Cube } from './cube';
import type {
  AggregateAnswer,
  AggregateQuery,
  BucketSpan,
  Grouping,
  NumberAnswer,
  NumberWanted,
  Selection,
} from './query';

/**
 * Stretches of days that each add to one bucket, three entries a stretch: the bucket, and the first day and the day
 * after the last, as indexes from the cube's first day. Flat, since every frame of a drag makes some for each query.
 */
type Pieces = readonly number[];
const PIECE = 3;

/** The window cut into pieces by bucket and to the days the cube holds, in one sweep over both. */
function piecesOf(cube: Cube, window: DayRuns, { buckets }: Grouping): Pieces {
  const { firstDay } = cube;
  const lastDay = firstDay + dayCount(cube) - 1;
  const pieces: number[] = [];
  const count = buckets ? buckets.starts.length : 1;
  let bucket = 0;
  for (const run of window) {
    const runEnd = Math.min(run.end, lastDay);
    let from = Math.max(run.start, firstDay, buckets?.starts[0] ?? -Infinity);
    while (from <= runEnd) {
      while (buckets && bucket < count && bucketEnd(buckets, bucket) < from) bucket++;
      if (bucket === count) return pieces;
      const to = buckets ? Math.min(runEnd, bucketEnd(buckets, bucket)) : runEnd;
      pieces.push(bucket, from - firstDay, to - firstDay + 1);
      from = to + 1;
    }
  }
  return pieces;
}

/** Last day (inclusive) of the i-th bucket. */
export function bucketEnd(buckets: BucketSpan, i: number): Day {
  return i + 1 < buckets.starts.length ? buckets.starts[i + 1]! - 1 : buckets.end;
}

/** A selection's window, narrowed by what is asked of its own date column beside. */
export function ownWindow(selection: Selection, window: DayRuns): DayRuns {
  return selection.otherDays
    .filter((filter) => filter.column === selection.day)
    .reduce((runs, filter) => intersectRuns(runs, filter.runs), window);
}

/** Answers from running totals: two look-ups per group and piece. */
export function aggregateCollapsed(cube: Cube, collapsed: Collapsed, query: AggregateQuery): AggregateAnswer {
  const { groups } = collapsed;
  const pieces = piecesOf(cube, ownWindow(query, query.window), query.by);
  const size = (query.by.buckets?.starts.length ?? 1) * groups;
  const total = (running: Float64Array) => {
    const out = new Float64Array(size);
    for (let p = 0; p < pieces.length; p += PIECE) {
      const at = pieces[p]! * groups;
      const from = pieces[p + 1]! * groups;
      const to = pieces[p + 2]! * groups;
      for (let group = 0; group < groups; group++)
        out[at + group]! += running[to + group]! - running[from + group]!;
    }
    return out;
  };
  const extreme = (daily: Float64Array, better: (a: number, b: number) => boolean) => {
    const out = new Float64Array(size).fill(NaN);
    for (let p = 0; p < pieces.length; p += PIECE) {
      for (let i = pieces[p + 1]! * groups; i < pieces[p + 2]! * groups; i++) {
        const value = daily[i]!;
        const at = pieces[p]! * groups + (i % groups);
        if (!Number.isNaN(value) && (Number.isNaN(out[at]!) || better(value, out[at]!))) out[at] = value;
      }
    }
    return out;
  };
  const closing = (number: CollapsedNumber) => {
    const out = new Float64Array(size).fill(NaN);
    for (let p = 0; p < pieces.length; p += PIECE) {
      for (let group = 0; group < groups; group++) {
        const day = lastDayWithValue(number.count, groups, group, pieces[p + 1]!, pieces[p + 2]!);
        if (day === undefined) continue;
        out[pieces[p]! * groups + group] =
          number.sum[(day + 1) * groups + group]! - number.sum[day * groups + group]!;
      }
    }
    return out;
  };
  const numberAnswer = (number: CollapsedNumber, wanted: NumberWanted): NumberAnswer => ({
    column: number.column,
    scale: number.scale,
    sum: total(number.sum),
    count: total(number.count),
    minimum: wanted.extremes ? extreme(number.minimum!, (a, b) => a < b) : null,
    maximum: wanted.extremes ? extreme(number.maximum!, (a, b) => a > b) : null,
    closing: wanted.closing ? closing(number) : null,
    distinct: null,
  });
  const answer: AggregateAnswer = {
    keys: collapsed.keys,
    rows: total(collapsed.rows),
    numbers: query.numbers.map((wanted) => numberAnswer(collapsed.numbers.get(wanted.column)!, wanted)),
    layout: 'running totals',
  };
  return query.by.columns.length > 0 ? withoutEmptyGroups(answer) : answer;
}

/** The last day in [from, to) on which a group has a value, by halving: the running count never falls. */
function lastDayWithValue(
  count: Float64Array,
  groups: number,
  group: number,
  from: number,
  to: number,
): number | undefined {
  const reached = count[to * groups + group]!;
  if (count[from * groups + group]! === reached) return undefined;
  let low = from;
  let high = to;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (count[middle * groups + group]! < reached) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

/** Answers by one pass over the window's cells: for windows on several date columns, and for wide groups. */
export function aggregateCells(cube: Cube, query: AggregateQuery): AggregateAnswer | undefined {
  const tests = cellTests(cube, query);
  const { by } = query;
  const groups = groupsOf(cube, by.columns);
  const sources = query.numbers.map((wanted) => cube.numbers.find((entry) => entry.column === wanted.column));
  const days = otherDayTests(cube, query);
  if (!tests || !groups || !days || sources.some((source) => !source)) return undefined;
  const size = (by.buckets?.starts.length ?? 1) * groups.size;
  const rows = new Float64Array(size);
  const answers = query.numbers.map((wanted, i) => new NumberSum(wanted, sources[i]!, size));
  const pieces = piecesOf(cube, ownWindow(query, query.window), by);
  for (let p = 0; p < pieces.length; p += PIECE) {
    const bucket = pieces[p]!;
    for (let day = pieces[p + 1]!; day < pieces[p + 2]!; day++) {
      for (let cell = cube.dayOffsets[day]!; cell < cube.dayOffsets[day + 1]!; cell++) {
        if (!tests.every((test) => test.passes[test.codes[cell]!] === 1)) continue;
        if (!days.every((test) => test(cell))) continue;
        const at = bucket * groups.size + groups.groupOf(cell, day);
        rows[at]! += cube.rows[cell]!;
        for (const answer of answers) answer.add(at, cell, day);
      }
    }
  }
  const keys = Array.from({ length: groups.size }, (_, group) => groups.keyOf(group));
  const numbers = answers.map((answer) => answer.answer());
  const answer: AggregateAnswer = { keys, rows, numbers, layout: 'sparse by day' };
  return by.columns.length > 0 ? withoutEmptyGroups(answer) : answer;
}

/** Days with rows, for selections that also look at other date columns. */
export function coveredByCells(cube: Cube, selection: Selection): Day[] | undefined {
  const tests = cellTests(cube, selection);
  const others = otherDayTests(cube, selection);
  if (!tests || !others) return undefined;
  const covered: Day[] = [];
  for (let day = 0; day < dayCount(cube); day++) {
    for (let cell = cube.dayOffsets[day]!; cell < cube.dayOffsets[day + 1]!; cell++) {
      if (tests.every((test) => test.passes[test.codes[cell]!] === 1) && others.every((test) => test(cell))) {
        covered.push(cube.firstDay + day);
        break;
      }
    }
  }
  return covered;
}

function otherDayTests(cube: Cube, query: Pick<AggregateQuery, 'otherDays' | 'day'>) {
  const tests: ((cell: number) => boolean)[] = [];
  for (const filter of query.otherDays) {
    if (filter.column === query.day) continue;
    const column = cube.otherDays.find((entry) => entry.column === filter.column);
    if (!column) return undefined;
    tests.push((cell) =>
      column.days[cell] === BLANK_DAY ? filter.blanks === true : containsDay(filter.runs, column.days[cell]!),
    );
  }
  return tests;
}

/** Adds up a number column's cells, which come in the order of their days. */
class NumberSum {
  private readonly sum: Float64Array;
  private readonly count: Float64Array;
  private readonly minimum: Float64Array | null;
  private readonly maximum: Float64Array | null;
  private readonly closing: Float64Array | null;
  private readonly lastDay: Int32Array | null;

  constructor(
    wanted: NumberWanted,
    private readonly source: Cube['numbers'][number],
    size: number,
  ) {
    const none = (asked: boolean) => (asked ? new Float64Array(size).fill(NaN) : null);
    this.sum = new Float64Array(size);
    this.count = new Float64Array(size);
    this.minimum = none(wanted.extremes);
    this.maximum = none(wanted.extremes);
    this.closing = none(wanted.closing);
    this.lastDay = wanted.closing ? new Int32Array(size).fill(-1) : null;
  }

  add(at: number, cell: number, day: number) {
    const { source } = this;
    this.sum[at]! += source.sum[cell]!;
    this.count[at]! += source.count[cell]!;
    if (source.count[cell] === 0) return;
    if (this.minimum && source.minimum && !(this.minimum[at]! <= source.minimum[cell]!))
      this.minimum[at] = source.minimum[cell]!;
    if (this.maximum && source.maximum && !(this.maximum[at]! >= source.maximum[cell]!))
      this.maximum[at] = source.maximum[cell]!;
    if (!this.closing || !this.lastDay) return;
    this.closing[at] = this.lastDay[at] === day ? this.closing[at]! + source.sum[cell]! : source.sum[cell]!;
    this.lastDay[at] = day;
  }

  answer(): NumberAnswer {
    const { sum, count, minimum, maximum, closing } = this;
    const { column, scale } = this.source;
    return { column, scale, sum, count, minimum, maximum, closing, distinct: null };
  }
}

/** Leaves out groups without rows in any bucket. */
export function withoutEmptyGroups(answer: AggregateAnswer): AggregateAnswer {
  const groups = answer.keys.length;
  const filled = new Uint8Array(groups);
  answer.rows.forEach((rows, i) => {
    if (rows > 0) filled[i % groups] = 1;
  });
  const kept: number[] = [];
  filled.forEach((is, group) => is === 1 && kept.push(group));
  if (kept.length === groups) return answer;
  const buckets = groups === 0 ? 0 : answer.rows.length / groups;
  const pick = (values: Float64Array) => {
    const out = new Float64Array(buckets * kept.length);
    for (let b = 0; b < buckets; b++)
      for (let k = 0; k < kept.length; k++) out[b * kept.length + k] = values[b * groups + kept[k]!]!;
    return out;
  };
  const pickExact = (exact: NonNullable<NumberAnswer['exact']>) => {
    const pickOne = (values: readonly (bigint | null)[]) =>
      Array.from({ length: buckets * kept.length }, (_, i) => {
        const bucket = Math.floor(i / kept.length);
        return values[bucket * groups + kept[i % kept.length]!] ?? null;
      });
    return {
      sum: pickOne(exact.sum),
      minimum: pickOne(exact.minimum),
      maximum: pickOne(exact.maximum),
      closing: pickOne(exact.closing),
    };
  };
  const pickMaybe = (values: Float64Array | null) => values && pick(values);
  return {
    keys: kept.map((i) => answer.keys[i]!),
    rows: pick(answer.rows),
    numbers: answer.numbers.map((number) => ({
      ...number,
      sum: pick(number.sum),
      count: pick(number.count),
      minimum: pickMaybe(number.minimum),
      maximum: pickMaybe(number.maximum),
      closing: pickMaybe(number.closing),
      distinct: pickMaybe(number.distinct),
      ...(number.exact ? { exact: pickExact(number.exact) } : {}),
    })),
    layout: answer.layout,
  };
}
