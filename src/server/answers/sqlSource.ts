/** A source that answers from the fact tables (or a live table) by SQL. */
import { intersectRuns, runsOfDays } from '../../core/calendar/runs';
import { joined, type Sql } from '../../core/condition/sql';
import type { AggregateQuery, GroupColumn, NumberWanted, Source } from '../../core/cube/query';
import { spellingsOf, type Model } from '../../core/model/model';
import { physicalColumn, physicalDay, type StoredColumn } from '../datasets/definition';
import { relationOf, type Relation } from '../datasets/relation';
import type { StoredDataset } from '../datasets/repository';
import { dayNumberSql, selectionSql, shownSql, type Spellings, type SqlColumns } from './conditionSql';
import { rolledUp, withDistinct, type FigureRow } from './rollUp';

/** Select list for the figures of number columns, as scaled integers; texts and dates are only counted. */
export function numbersSql(
  columns: readonly StoredColumn[],
  numbers: readonly Pick<NumberWanted, 'column' | 'scale' | 'extremes'>[],
): string[] {
  return numbers.flatMap((number, i) => {
    const column = physicalColumn(columns, number.column);
    const type = columns.find((entry) => entry.key === number.column)?.type;
    if (type !== 'whole' && type !== 'decimal') return [`0 AS sum${i}`, `COUNT(${column}) AS count${i}`];
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

/** Spellings in force on the columns of a dataset. */
export function spellingsIn(model: Pick<Model, 'shared'>, stored: StoredDataset): Spellings {
  return Object.fromEntries(
    stored.definition.columns.flatMap((column) => {
      const spellings = spellingsOf(model, stored.key, column.key);
      return spellings ? [[column.key, spellings]] : [];
    }),
  );
}

const columnsOnly = (columns: readonly GroupColumn[]) =>
  columns.flatMap((entry) => (entry.kind === 'column' ? [entry.column] : []));

/** A query without the days of its window that lie in no bucket. */
function insideBuckets(query: AggregateQuery): AggregateQuery {
  const { buckets } = query.by;
  const [first] = buckets?.starts ?? [];
  if (!buckets || first === undefined) return query;
  return { ...query, window: intersectRuns(query.window, [{ start: first, end: buckets.end }]) };
}

/** A source over the rows in use of some datasets. */
export function sqlSource(datasets: readonly StoredDataset[], model: Pick<Model, 'shared'>): Source {
  const find = (key: string) => datasets.find((entry) => entry.key === key && entry.currentLoad !== null);
  const targetOf = (stored: StoredDataset): SqlColumns => ({
    columns: stored.definition.columns,
    spellings: spellingsIn(model, stored),
  });
  return {
    async covered(selection) {
      const stored = find(selection.dataset);
      if (!stored) return undefined;
      const relation = await relationOf(stored);
      const target = targetOf(stored);
      const where = selectionSql(target, selection);
      const rows = await relation.selectParts<{ day: number }>(
        `SELECT DISTINCT ${dayNumberSql(physicalDay(target.columns, selection.day))} AS day
         FROM ${relation.from} WHERE ${where.text}`,
        where.values,
      );
      return runsOfDays([...new Set(rows.map((row) => Number(row.day)))].sort((a, b) => a - b));
    },
    async aggregate(asked) {
      const query = insideBuckets(asked);
      const stored = find(query.dataset);
      if (!stored) return undefined;
      const relation = await relationOf(stored);
      const target = targetOf(stored);
      const answer = rolledUp(query, await groupedByDay(relation, target, query));
      if (!query.numbers.some((number) => number.distinct)) return answer;
      return withDistinct(query, answer, await distinctRows(relation, target, query));
    },
  };
}

/** Figures grouped by the query's columns, and by day where buckets, classes of days or closing values ask for it. */
function groupedByDay(
  relation: Relation,
  target: SqlColumns,
  query: AggregateQuery,
): Promise<readonly FigureRow[]> {
  const { by } = query;
  const byDay =
    by.buckets !== null ||
    by.columns.some((entry) => entry.kind === 'days') ||
    query.numbers.some((number) => number.closing);
  const keys = columnsOnly(by.columns).map((column) => shownSql(target, column));
  const day: Sql[] = byDay
    ? [{ text: dayNumberSql(physicalDay(target.columns, query.day)), values: [] }]
    : [];
  const named: Sql[] = [
    ...day.map((entry) => ({ ...entry, text: `${entry.text} AS day` })),
    ...keys.map((key, i) => ({ ...key, text: `${key.text} AS key${i}` })),
  ];
  return select(relation, target, query, named, numbersSql(target.columns, query.numbers));
}

/** Numbers of different values by column, bucket and class of days: these cannot be rolled up from days. */
function distinctRows(
  relation: Relation,
  target: SqlColumns,
  query: AggregateQuery,
): Promise<readonly FigureRow[]> {
  const { by } = query;
  const day = dayNumberSql(physicalDay(target.columns, query.day));
  const named: Sql[] = [];
  if (by.buckets) named.push({ text: `INTERVAL(${day}, ?) AS bucket`, values: [[...by.buckets.starts]] });
  let keys = 0;
  by.columns.forEach((entry, i) => {
    if (entry.kind === 'column') {
      const shown = shownSql(target, entry.column);
      named.push({ ...shown, text: `${shown.text} AS key${keys++}` });
    } else {
      const { starts, codes } = changesOf(entry.classes.codes, entry.classes.first);
      named.push({ text: `ELT(INTERVAL(${day}, ?), ?) AS class${i}`, values: [starts, codes] });
    }
  });
  const counts = query.numbers.flatMap((number, i) => {
    if (!number.distinct) return [];
    const shown = shownSql(target, number.column);
    return [{ ...shown, text: `COUNT(DISTINCT ${shown.text}) AS distinct${i}` }];
  });
  const list = [...named, ...counts];
  const groups = named.map((_, i) => String(i + 1));
  // A value may lie in several parts, and counts once.
  return relation.select(...groupedSql(relation, target, query, list, groups));
}

/** The days on which the class changes, and the class from each of them on. */
function changesOf(codes: Uint16Array, first: number): { starts: number[]; codes: string[] } {
  const starts: number[] = [];
  const named: string[] = [];
  codes.forEach((code, i) => {
    if (i > 0 && codes[i - 1] === code) return;
    starts.push(first + i);
    named.push(String(code));
  });
  return { starts, codes: named };
}

/** Figures of the groups in each part; those of a group are added up by whoever rolls them up. */
function select(
  relation: Relation,
  target: SqlColumns,
  query: AggregateQuery,
  keys: readonly Sql[],
  figures: readonly string[],
): Promise<readonly FigureRow[]> {
  const list = [...keys, ...['COUNT(*) AS group_rows', ...figures].map((text) => ({ text, values: [] }))];
  const groups = keys.map((_, i) => String(i + 1));
  return relation.selectParts(...groupedSql(relation, target, query, list, groups));
}

function groupedSql(
  relation: Relation,
  target: SqlColumns,
  query: AggregateQuery,
  list: readonly Sql[],
  groups: readonly string[],
): [sql: string, values: readonly unknown[]] {
  const selected = joined(list, ', ');
  const where = selectionSql(target, query, query.window);
  const groupBy = groups.length > 0 ? ` GROUP BY ${groups.join(', ')}` : '';
  return [
    `SELECT ${selected.text} FROM ${relation.from} WHERE ${where.text}${groupBy}`,
    [...selected.values, ...where.values],
  ];
}
