/** A source that answers from the fact tables by SQL. */
import { isoDay, type Day } from '../../core/calendar/day';
import { runsOfDays, type DayRuns } from '../../core/calendar/runs';

import type {
  AggregateAnswer,
  AggregateQuery,
  NumberAnswer,
  NumberWanted,
  Selection,
  Source,
  ValueFilter,
} from '../../core/cube/query';
import { selectRows } from '../database/connection';
import { factTable, physicalColumn, physicalDay, type StoredColumn } from '../datasets/definition';
import type { StoredDataset } from '../datasets/repository';

/** A condition with its parameters. */
export interface Sql {
  readonly text: string;
  readonly values: readonly unknown[];
}

/** Days since 1970-01-01 of a date expression. */
export const dayNumberSql = (expression: string) => `TO_DAYS(${expression}) - 719528`;

function runsSql(column: string, runs: DayRuns): Sql {
  if (runs.length === 0) return { text: 'FALSE', values: [] };
  const values: unknown[] = [];
  const parts = runs.map((run) => {
    const ends: string[] = [];
    if (run.start !== -Infinity) {
      ends.push(`${column} >= ?`);
      values.push(isoDay(run.start));
    }
    if (run.end !== Infinity) {
      ends.push(`${column} <= ?`);
      values.push(isoDay(run.end));
    }
    return ends.length === 0 ? `${column} IS NOT NULL` : ends.join(' AND ');
  });
  return { text: parts.map((part) => `(${part})`).join(' OR '), values };
}

function filterSql(column: string, filter: ValueFilter): Sql {
  const values = filter.values.filter((value) => value !== null);
  const parts: string[] = [];
  if (values.length > 0) parts.push(`${column} IN (?)`);
  if (filter.values.includes(null)) parts.push(`${column} IS NULL`);
  const any = parts.length === 0 ? 'FALSE' : parts.map((part) => `COALESCE(${part}, FALSE)`).join(' OR ');
  return { text: filter.exclude ? `NOT (${any})` : any, values: values.length > 0 ? [values] : [] };
}

/** The condition that keeps the rows of a selection, in a window of its own date column if there is one. */
export function selectionSql(columns: readonly StoredColumn[], selection: Selection, window?: DayRuns): Sql {
  const day = physicalDay(columns, selection.day);
  const conditions: Sql[] = [
    { text: `${day} IS NOT NULL`, values: [] },
    ...(window ? [runsSql(day, window)] : []),
    ...selection.filters.map((filter) => filterSql(physicalColumn(columns, filter.column), filter)),
    ...selection.otherDays.map((filter) => runsSql(physicalDay(columns, filter.column), filter.runs)),
  ];
  return {
    text: conditions.map((condition) => `(${condition.text})`).join(' AND '),
    values: conditions.flatMap((condition) => condition.values),
  };
}

/** Select list for the figures of number columns, as scaled integers. */
export function numbersSql(columns: readonly StoredColumn[], numbers: readonly NumberWanted[]): string[] {
  return numbers.flatMap((number, i) => {
    const column = physicalColumn(columns, number.column);
    const scaled = (expression: string) => `CAST(${expression} * ${10 ** number.scale} AS DECIMAL(40,0))`;
    const extremes = number.extremes
      ? [`${scaled(`MIN(${column})`)} AS low${i}`, `${scaled(`MAX(${column})`)} AS high${i}`]
      : [];
    return [
      `${scaled(`COALESCE(SUM(${column}), 0)`)} AS sum${i}`,
      `COUNT(${column}) AS count${i}`,
      ...extremes,
    ];
  });
}

type FigureRow = Record<string, number | string | null>;

/** A source over the current fact tables of some datasets. */
export function sqlSource(datasets: readonly StoredDataset[]): Source {
  const find = (key: string) => datasets.find((entry) => entry.key === key && entry.currentLoad !== null);
  return {
    async covered(selection) {
      const stored = find(selection.dataset);
      if (!stored) return undefined;
      const columns = stored.definition.columns;
      const where = selectionSql(columns, selection);
      const rows = await selectRows<{ day: number }>(
        `SELECT DISTINCT ${dayNumberSql(physicalDay(columns, selection.day))} AS day
         FROM ${factTable(stored.id, stored.currentLoad!)} WHERE ${where.text} ORDER BY day`,
        [...where.values],
      );
      return runsOfDays(rows.map((row) => row.day));
    },
    async aggregate(query) {
      const stored = find(query.dataset);
      if (!stored) return undefined;
      const columns = stored.definition.columns;
      const { by } = query;
      const key =
        by.kind === 'category'
          ? physicalColumn(columns, by.column)
          : by.kind === 'buckets'
            ? dayNumberSql(physicalDay(columns, query.day))
            : undefined;
      const where = selectionSql(columns, query, query.window);
      const list = ['COUNT(*) AS group_rows', ...numbersSql(columns, query.numbers)];
      if (key) list.unshift(`${key} AS group_key`);
      const rows = await selectRows<FigureRow>(
        `SELECT ${list.join(', ')} FROM ${factTable(stored.id, stored.currentLoad!)} WHERE ${where.text}${key ? ' GROUP BY group_key' : ''}`,
        [...where.values],
      );
      return answerOf(query, rows);
    },
  };
}

/** Rolls result rows up into an answer; by days where there are buckets, which is faster than in SQL. */
function answerOf(query: AggregateQuery, rows: readonly FigureRow[]): AggregateAnswer {
  const { by } = query;
  const starts = by.kind === 'buckets' ? by.starts : undefined;
  const size = starts ? starts.length : rows.length;
  const counted = new Float64Array(size);
  const numbers = query.numbers.map((wanted): NumberAnswer => {
    const none = () => (wanted.extremes ? new Float64Array(size).fill(NaN) : null);
    return {
      ...wanted,
      sum: new Float64Array(size),
      count: new Float64Array(size),
      minimum: none(),
      maximum: none(),
    };
  });
  rows.forEach((row, r) => {
    const at = starts ? bucketAt(starts, Number(row.group_key)) : r;
    counted[at]! += Number(row.group_rows);
    numbers.forEach((number, i) => {
      number.sum[at]! += Number(row[`sum${i}`]);
      number.count[at]! += Number(row[`count${i}`]);
      const low = row[`low${i}`];
      const high = row[`high${i}`];
      if (number.minimum && low != null && !(number.minimum[at]! <= Number(low)))
        number.minimum[at] = Number(low);
      if (number.maximum && high != null && !(number.maximum[at]! >= Number(high)))
        number.maximum[at] = Number(high);
    });
  });
  const keys =
    by.kind === 'category'
      ? rows.map((row) => row.group_key as string | null)
      : Array.from(counted, () => null);
  return { keys, rows: counted, numbers, layout: 'database' };
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
