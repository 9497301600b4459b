/** Selections as SQL conditions; values are always parameters. */
import { isoDay } from '../../core/calendar/day';
import { unionRuns, type DayRuns } from '../../core/calendar/runs';
import { runsOfClass, type DayFilter, type PathFilter, type PathPart } from '../../core/cube/query';
import type { Selection, ValueFilter } from '../../core/cube/query';
import { isSqlCondition, type AnyCondition, type RowCondition } from '../../core/cube/rowCondition';
import { checkParsed } from '../../core/condition/check';
import { asConditionColumns } from '../../core/dashboard/reader/conditions';
import { parsePrinted } from '../../core/condition/parse';
import { conditionToSql, joined, plain, type Sql } from '../../core/condition/sql';
import { physicalColumn, physicalDay, type StoredColumn } from '../datasets/definition';
import { Problem } from '../problem';

/** Spellings that stand for others, by column. */
export type Spellings = Readonly<Record<string, Readonly<Record<string, string>>>>;

/** What conditions are made against: the columns, and the spellings in force on them. */
export interface SqlColumns {
  readonly columns: readonly StoredColumn[];
  readonly spellings: Spellings;
}

/** Days since 1970-01-01 of a date expression. */
export const dayNumberSql = (expression: string) => `TO_DAYS(${expression}) - 719528`;

/** The value of a column as shown: spellings that stand for others take their form. */
export function shownSql({ columns, spellings }: SqlColumns, key: string): Sql {
  const name = physicalColumn(columns, key);
  const entries = Object.entries(spellings[key] ?? {});
  if (entries.length === 0) return plain(name);
  return {
    text: `CASE ${name}${' WHEN ? THEN ?'.repeat(entries.length)} ELSE ${name} END`,
    values: entries.flat(),
  };
}

/** Days in runs. Single days are listed together. */
export function runsSql(column: string, runs: DayRuns): Sql {
  if (runs.length === 0) return plain('FALSE');
  const single = runs.filter((run) => run.start === run.end).map((run) => isoDay(run.start));
  const parts: Sql[] = single.length > 0 ? [{ text: `${column} IN (?)`, values: [single] }] : [];
  for (const run of runs.filter((entry) => entry.start !== entry.end)) {
    const ends: Sql[] = [];
    if (run.start !== -Infinity) ends.push({ text: `${column} >= ?`, values: [isoDay(run.start)] });
    if (run.end !== Infinity) ends.push({ text: `${column} <= ?`, values: [isoDay(run.end)] });
    const both = ends.length === 0 ? plain(`${column} IS NOT NULL`) : joined(ends, ' AND ');
    parts.push({ ...both, text: `(${both.text})` });
  }
  return joined(parts, ' OR ');
}

/** Rows whose value is one of a filter's, or none of them. */
export function filterSql(shown: Sql, filter: Pick<ValueFilter, 'values' | 'exclude'>): Sql {
  const values = filter.values.filter((value) => value !== null);
  const parts: Sql[] = [];
  if (values.length > 0)
    parts.push({ text: `COALESCE(${shown.text} IN (?), FALSE)`, values: [...shown.values, values] });
  if (filter.values.includes(null)) parts.push({ text: `${shown.text} IS NULL`, values: shown.values });
  const any = parts.length === 0 ? plain('FALSE') : joined(parts, ' OR ');
  return filter.exclude ? { ...any, text: `NOT (${any.text})` } : any;
}

/** The days of a column that lie in runs, and blank ones where they are wanted. */
function dayFilterSql(column: string, { runs, blanks }: DayFilter): Sql {
  const kept = runsSql(column, runs);
  return blanks ? { ...kept, text: `(${kept.text}) OR ${column} IS NULL` } : kept;
}

/** Rows on one of the paths, or on none of them. */
function pathsSql(target: SqlColumns, { parts, paths, exclude }: PathFilter): Sql {
  const stepSql = (part: PathPart, value: string | null): Sql => {
    if (part.kind === 'column') {
      const shown = shownSql(target, part.column);
      return value === null
        ? { ...shown, text: `${shown.text} IS NULL` }
        : { text: `COALESCE(${shown.text} = ?, FALSE)`, values: [...shown.values, value] };
    }
    const day = physicalDay(target.columns, part.column);
    if (value !== null) {
      // A blank day is on no path: left unknown, it would be lost where paths are left out.
      const inClass = runsSql(day, runsOfClass(part.classes, value));
      return { ...inClass, text: `COALESCE((${inClass.text}), FALSE)` };
    }
    const named = part.classes.values.filter((known) => known !== null);
    const inClass = runsSql(day, unionRuns(...named.map((known) => runsOfClass(part.classes, known))));
    return { ...inClass, text: `NOT COALESCE((${inClass.text}), FALSE)` };
  };
  const each = paths.map((path) =>
    within(
      joined(
        path.map((value, depth) => within(stepSql(parts[depth]!, value))),
        ' AND ',
      ),
    ),
  );
  const any = each.length === 0 ? plain('FALSE') : joined(each, ' OR ');
  return exclude ? { ...any, text: `NOT (${any.text})` } : any;
}

const within = (sql: Sql): Sql => ({ ...sql, text: `(${sql.text})` });

/** A value to compare a column with, in the column's own type. */
function operand(column: StoredColumn): string {
  if (column.type === 'whole' || column.type === 'decimal') return 'CAST(? AS DECIMAL(40, 12))';
  return column.type === 'text' ? '?' : 'CAST(? AS DATE)';
}

/** A measure's row condition; a comparison with a blank never holds. */
export function rowConditionSql(target: SqlColumns, condition: RowCondition): Sql {
  const column = target.columns.find((entry) => entry.key === condition.column);
  if (!column) throw new Error(`No column ${condition.column}`);
  const isText = column.type === 'text';
  const shown = isText
    ? shownSql(target, condition.column)
    : plain(
        column.type === 'whole' || column.type === 'decimal'
          ? physicalColumn(target.columns, condition.column)
          : physicalDay(target.columns, condition.column),
      );
  const { operator, values } = condition;
  const compared = (sign: string): Sql => ({
    text: `COALESCE(${shown.text} ${sign} ${operand(column)}, FALSE)`,
    values: [...shown.values, values[0]],
  });
  switch (operator) {
    case 'is one of':
    case 'is none of': {
      const list = values.map(() => operand(column)).join(', ');
      const any = `COALESCE(${shown.text} IN (${list}), FALSE)`;
      return {
        text: operator === 'is one of' ? any : `NOT ${any}`,
        values: [...shown.values, ...values],
      };
    }
    case 'contains':
      return {
        text: `COALESCE(INSTR(LOWER(${shown.text}), LOWER(?)) > 0, FALSE)`,
        values: [...shown.values, values[0]],
      };
    case 'is blank':
      return { text: `${shown.text} IS NULL`, values: shown.values };
    case 'is not blank':
      return { text: `${shown.text} IS NOT NULL`, values: shown.values };
    case 'at least':
      return compared('>=');
    case 'more than':
      return compared('>');
    case 'at most':
      return compared('<=');
    case 'less than':
      return compared('<');
    case 'between':
      return {
        text: `COALESCE(${shown.text} BETWEEN ${operand(column)} AND ${operand(column)}, FALSE)`,
        values: [...shown.values, values[0], values[1]],
      };
  }
}

/** Any row condition; unknown counts as not kept. */
export function anyConditionSql(target: SqlColumns, condition: AnyCondition): Sql {
  if (!isSqlCondition(condition)) return rowConditionSql(target, condition);
  // Columns are named by their keys here.
  const columns = asConditionColumns(target.columns.map(({ key, type }) => ({ key, name: key, type })));
  const checked = checkParsed(parsePrinted(condition.sql), columns);
  if (!checked.ok) throw new Problem('bad-condition', checked.error.message);
  const own = conditionToSql(
    checked.value,
    (key) => {
      const type = columns.find((column) => column.key === key)!.type;
      if (type === 'text') return { ...shownSql(target, key), type };
      const name = type === 'date' ? physicalDay(target.columns, key) : physicalColumn(target.columns, key);
      return { ...plain(name), type };
    },
    0,
  );
  return { ...own, text: `COALESCE((${own.text}), FALSE)` };
}

/** The condition that keeps the rows of a selection, in a window of its own date column if there is one. */
export function selectionSql(target: SqlColumns, selection: Selection, window?: DayRuns): Sql {
  const { columns } = target;
  const day = physicalDay(columns, selection.day);
  const conditions: Sql[] = [
    plain(`${day} IS NOT NULL`),
    ...(window ? [runsSql(day, window)] : []),
    ...selection.filters.map((filter) => filterSql(shownSql(target, filter.column), filter)),
    ...selection.otherDays.map((filter) => dayFilterSql(physicalDay(columns, filter.column), filter)),
    ...(selection.paths ?? []).map((filter) => pathsSql(target, filter)),
    ...selection.conditions.map((condition) => anyConditionSql(target, condition)),
  ];
  return joined(
    conditions.map((condition) => ({ ...condition, text: `(${condition.text})` })),
    ' AND ',
  );
}
