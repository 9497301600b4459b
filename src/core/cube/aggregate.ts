/** Aggregates over windows and buckets, from running totals or straight from a cube's cells. */
import type { Day } from '../calendar/day';
import { containsDay, intersectRuns, type DayRuns } from '../calendar/runs';
import { passingCodes, type Collapsed, type CollapsedNumber } from './collapse';
import { BLANK_DAY, dayCount, type Cube } from './cube';
import type { AggregateAnswer, AggregateQuery, Grouping, NumberAnswer } from './query';

/** A stretch of days (indexes from the cube's first day, end exclusive) that adds to one bucket. */
interface Piece {
  readonly bucket: number;
  readonly from: number;
  readonly to: number;
}

/** The window cut into pieces by bucket and to the days the cube holds. */
function piecesOf(cube: Cube, window: DayRuns, by: Grouping): Piece[] {
  const held = [{ start: cube.firstDay, end: cube.firstDay + dayCount(cube) - 1 }];
  const pieces: Piece[] = [];
  const add = (runs: DayRuns, bucket: number) => {
    for (const run of runs) {
      pieces.push({ bucket, from: run.start - cube.firstDay, to: run.end - cube.firstDay + 1 });
    }
  };
  const inside = intersectRuns(window, held);
  if (by.kind !== 'buckets') add(inside, 0);
  else by.starts.forEach((start, i) => add(intersectRuns(inside, [{ start, end: bucketEnd(by, i) }]), i));
  return pieces;
}

/** Last day (inclusive) of the i-th bucket. */
export function bucketEnd(by: { readonly starts: readonly Day[]; readonly end: Day }, i: number): Day {
  return i + 1 < by.starts.length ? by.starts[i + 1]! - 1 : by.end;
}

/** Answers from running totals: two look-ups per group and piece. */
export function aggregateCollapsed(cube: Cube, collapsed: Collapsed, query: AggregateQuery): AggregateAnswer {
  const { groups } = collapsed;
  const pieces = piecesOf(cube, query.window, query.by);
  const size = query.by.kind === 'buckets' ? query.by.starts.length : groups;
  const total = (running: Float64Array) => {
    const out = new Float64Array(size);
    for (const { bucket, from, to } of pieces) {
      for (let group = 0; group < groups; group++) {
        out[bucket + group]! += running[to * groups + group]! - running[from * groups + group]!;
      }
    }
    return out;
  };
  const extreme = (daily: Float64Array, better: (a: number, b: number) => boolean) => {
    const out = new Float64Array(size).fill(NaN);
    for (const { bucket, from, to } of pieces) {
      for (let i = from * groups; i < to * groups; i++) {
        const value = daily[i]!;
        const at = bucket + (i % groups);
        if (!Number.isNaN(value) && (Number.isNaN(out[at]!) || better(value, out[at]!))) out[at] = value;
      }
    }
    return out;
  };
  const numberAnswer = (number: CollapsedNumber, extremes: boolean): NumberAnswer => ({
    column: number.column,
    scale: number.scale,
    sum: total(number.sum),
    count: total(number.count),
    minimum: extremes ? extreme(number.minimum!, (a, b) => a < b) : null,
    maximum: extremes ? extreme(number.maximum!, (a, b) => a > b) : null,
  });
  const keys = query.by.kind === 'buckets' ? query.by.starts.map(() => null) : collapsed.keys;
  const answer: AggregateAnswer = {
    keys,
    rows: total(collapsed.rows),
    numbers: query.numbers.map((wanted) =>
      numberAnswer(collapsed.numbers.get(wanted.column)!, wanted.extremes),
    ),
    layout: 'running totals',
  };
  return query.by.kind === 'category' ? withoutEmptyGroups(answer) : answer;
}

/** Answers by one pass over the window's cells: for windows on several date columns, and for wide groups. */
export function aggregateCells(cube: Cube, query: AggregateQuery): AggregateAnswer | undefined {
  const tests = passingCodes(cube, query.filters);
  const { by } = query;
  const category =
    by.kind === 'category' ? cube.categories.find((entry) => entry.column === by.column) : null;
  const sources = query.numbers.map((wanted) => cube.numbers.find((entry) => entry.column === wanted.column));
  const days = otherDayTests(cube, query);
  if (!tests || category === undefined || !days || sources.some((source) => !source)) return undefined;
  const size = by.kind === 'buckets' ? by.starts.length : category ? category.values.length : 1;
  const rows = new Float64Array(size);
  const answers = query.numbers.map((wanted, i) =>
    emptyNumber(wanted.column, sources[i]!.scale, size, wanted.extremes),
  );
  for (const { bucket, from, to } of piecesOf(cube, query.window, by)) {
    for (let cell = cube.dayOffsets[from]!; cell < cube.dayOffsets[to]!; cell++) {
      if (!tests.every((test) => test.passes[test.codes[cell]!] === 1)) continue;
      if (!days.every((test) => test(cell))) continue;
      const at = bucket + (category ? category.codes[cell]! : 0);
      rows[at]! += cube.rows[cell]!;
      for (let i = 0; i < answers.length; i++) addCell(answers[i]!, sources[i]!, at, cell);
    }
  }
  const keys = category ? category.values : Array.from(rows, () => null);
  const answer: AggregateAnswer = { keys, rows, numbers: answers, layout: 'sparse by day' };
  return category ? withoutEmptyGroups(answer) : answer;
}

/** Days with rows, for selections that also look at other date columns. */
export function coveredByCells(
  cube: Cube,
  selection: Pick<AggregateQuery, 'filters' | 'otherDays'>,
): Day[] | undefined {
  const tests = passingCodes(cube, selection.filters);
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

function otherDayTests(cube: Cube, query: Pick<AggregateQuery, 'otherDays'>) {
  const tests: ((cell: number) => boolean)[] = [];
  for (const filter of query.otherDays) {
    const column = cube.otherDays.find((entry) => entry.column === filter.column);
    if (!column) return undefined;
    tests.push((cell) => column.days[cell] !== BLANK_DAY && containsDay(filter.runs, column.days[cell]!));
  }
  return tests;
}

function emptyNumber(column: string, scale: number, size: number, extremes: boolean): NumberAnswer {
  const none = () => (extremes ? new Float64Array(size).fill(NaN) : null);
  return {
    column,
    scale,
    sum: new Float64Array(size),
    count: new Float64Array(size),
    minimum: none(),
    maximum: none(),
  };
}

function addCell(answer: NumberAnswer, source: Cube['numbers'][number], at: number, cell: number) {
  answer.sum[at]! += source.sum[cell]!;
  answer.count[at]! += source.count[cell]!;
  if (source.count[cell] === 0 || !answer.minimum || !answer.maximum || !source.minimum || !source.maximum)
    return;
  const low = source.minimum[cell]!;
  const high = source.maximum[cell]!;
  if (!(answer.minimum[at]! <= low)) answer.minimum[at] = low;
  if (!(answer.maximum[at]! >= high)) answer.maximum[at] = high;
}

/** Leaves out groups without rows. */
function withoutEmptyGroups(answer: AggregateAnswer): AggregateAnswer {
  const kept: number[] = [];
  answer.rows.forEach((rows, i) => {
    if (rows > 0) kept.push(i);
  });
  const pick = (values: Float64Array) => Float64Array.from(kept, (i) => values[i]!);
  return {
    keys: kept.map((i) => answer.keys[i]!),
    rows: pick(answer.rows),
    numbers: answer.numbers.map((number) => ({
      ...number,
      sum: pick(number.sum),
      count: pick(number.count),
      minimum: number.minimum && pick(number.minimum),
      maximum: number.maximum && pick(number.maximum),
    })),
    layout: answer.layout,
  };
}
