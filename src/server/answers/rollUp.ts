/** Rolls rows of SQL up into answers: grouping by day there and adding up here is faster than the other way round. */
import type { Day } from '../../core/calendar/day';
import { withoutEmptyGroups } from '../../core/cube/aggregate';
import type { AggregateAnswer, AggregateQuery, GroupColumn, NumberAnswer } from '../../core/cube/query';

/** A row of figures: `day`, `key0` …, `group_rows`, `sum0`, `count0`, `low0`, `high0` … */
export type FigureRow = Record<string, number | string | null>;

type Key = readonly (string | null)[];

/** The values of a row in each column of a grouping. */
function keyOf(columns: readonly GroupColumn[], row: FigureRow, classOf: (i: number) => string | null): Key {
  let keys = 0;
  return columns.map((entry, i) =>
    entry.kind === 'column' ? ((row[`key${keys++}`] as string | null) ?? null) : classOf(i),
  );
}

function classAt(entry: GroupColumn, day: Day): string | null {
  if (entry.kind === 'column') return null;
  const { codes, values, first } = entry.classes;
  const code = codes[day - first];
  return code === undefined ? null : values[code]!;
}

/** An answer from rows by day and column. */
export function rolledUp(query: AggregateQuery, rows: readonly FigureRow[]): AggregateAnswer {
  const { columns, buckets } = query.by;
  const places = new Map<string, number>();
  const keys: Key[] = [];
  const groupOf = (row: FigureRow) => {
    const key = keyOf(columns, row, (i) => classAt(columns[i]!, Number(row.day)));
    const text = JSON.stringify(key);
    const known = places.get(text);
    if (known !== undefined) return known;
    places.set(text, keys.length);
    return keys.push(key) - 1;
  };
  if (columns.length === 0) {
    places.set('[]', 0);
    keys.push([]);
  }
  const groups = rows.map(groupOf);
  const size = (buckets?.starts.length ?? 1) * keys.length;
  const counted = new Float64Array(size);
  const none = (asked: boolean) => (asked ? new Float64Array(size).fill(NaN) : null);
  const numbers = query.numbers.map((wanted): NumberAnswer => ({
    column: wanted.column,
    scale: wanted.scale,
    sum: new Float64Array(size),
    count: new Float64Array(size),
    minimum: none(wanted.extremes),
    maximum: none(wanted.extremes),
    closing: none(wanted.closing),
    distinct: null,
  }));
  const lastDays = query.numbers.map((wanted) =>
    wanted.closing ? new Float64Array(size).fill(-Infinity) : null,
  );
  const placed = rows.map((row, r) => {
    const bucket = buckets ? bucketAt(buckets.starts, Number(row.day)) : 0;
    return bucket * keys.length + groups[r]!;
  });
  rows.forEach((row, r) => {
    const at = placed[r]!;
    counted[at]! += Number(row.group_rows);
    numbers.forEach((number, i) => addRow(number, lastDays[i]!, row, i, at));
  });
  const exact = numbers.map((number, i) =>
    isBeyondExact(number, rows, i) ? { ...number, exact: exactFigures(rows, placed, i, size) } : number,
  );
  return { keys, rows: counted, numbers: exact, layout: 'database' };
}

const isUnsafe = (value: number) => Math.abs(value) > Number.MAX_SAFE_INTEGER;

/** Whether a figure, or a part of it, lies beyond the whole numbers that are exact as doubles. */
function isBeyondExact(number: NumberAnswer, rows: readonly FigureRow[], i: number): boolean {
  const figures = [number.sum, number.minimum, number.maximum];
  return (
    figures.some((values) => values?.some(isUnsafe)) || rows.some((row) => isUnsafe(Number(row[`sum${i}`])))
  );
}

const lesser = (known: bigint | null | undefined, found: bigint) =>
  known == null || found < known ? found : known;
const negated = (value: bigint | null | undefined) => (value == null ? null : -value);

/** The figures of a number as whole units of the last place, from the texts that the database gives. */
function exactFigures(
  rows: readonly FigureRow[],
  places: readonly number[],
  i: number,
  size: number,
): NonNullable<NumberAnswer['exact']> {
  const none = () => Array.from({ length: size }, (): bigint | null => null);
  const [sum, minimum, maximum, closing] = [none(), none(), none(), none()];
  const lastDay = new Float64Array(size).fill(-Infinity);
  rows.forEach((row, r) => {
    const at = places[r]!;
    if (Number(row[`count${i}`]) === 0) return;
    const own = BigInt(row[`sum${i}`]!);
    sum[at] = (sum[at] ?? 0n) + own;
    const low = row[`low${i}`];
    const high = row[`high${i}`];
    if (low != null) minimum[at] = lesser(minimum[at], BigInt(low));
    if (high != null) maximum[at] = -lesser(negated(maximum[at]), -BigInt(high));
    const day = Number(row.day);
    if (day < lastDay[at]!) return;
    closing[at] = day === lastDay[at] ? closing[at]! + own : own;
    lastDay[at] = day;
  });
  return { sum, minimum, maximum, closing };
}

function addRow(number: NumberAnswer, lastDay: Float64Array | null, row: FigureRow, i: number, at: number) {
  const sum = Number(row[`sum${i}`]);
  const count = Number(row[`count${i}`]);
  number.sum[at]! += sum;
  number.count[at]! += count;
  const low = row[`low${i}`];
  const high = row[`high${i}`];
  if (number.minimum && low != null && !(number.minimum[at]! <= Number(low)))
    number.minimum[at] = Number(low);
  if (number.maximum && high != null && !(number.maximum[at]! >= Number(high)))
    number.maximum[at] = Number(high);
  if (!number.closing || !lastDay || count === 0) return;
  const day = Number(row.day);
  if (day < lastDay[at]!) return;
  number.closing[at] = day === lastDay[at] ? number.closing[at]! + sum : sum;
  lastDay[at] = day;
}

/** An answer with the numbers of different values that rows by bucket and column tell. */
export function withDistinct(
  query: AggregateQuery,
  answer: AggregateAnswer,
  rows: readonly FigureRow[],
): AggregateAnswer {
  const { columns, buckets } = query.by;
  const groupAt = new Map(answer.keys.map((key, g) => [JSON.stringify(key), g]));
  const numbers = answer.numbers.map((number, i) =>
    query.numbers[i]!.distinct ? { ...number, distinct: new Float64Array(answer.rows.length) } : number,
  );
  for (const row of rows) {
    const classOf = (i: number) => {
      const entry = columns[i]!;
      const code = row[`class${i}`];
      return entry.kind === 'days' && code != null ? entry.classes.values[Number(code)]! : null;
    };
    const group = groupAt.get(JSON.stringify(keyOf(columns, row, classOf)));
    const bucket = buckets ? Number(row.bucket) - 1 : 0;
    if (group === undefined || bucket < 0) continue;
    numbers.forEach((number, i) => {
      if (number.distinct)
        number.distinct[bucket * answer.keys.length + group]! += Number(row[`distinct${i}`]);
    });
  }
  return withoutEmptyGroups({ ...answer, numbers });
}

/** Index of the bucket that holds the day. */
function bucketAt(starts: readonly Day[], day: Day): number {
  let low = 0;
  let high = starts.length;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (starts[middle]! <= day) low = middle;
    else high = middle;
  }
  return low;
}
