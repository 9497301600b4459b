/** Which values of a category have data on which days. */
import { compareNames } from '../../core/compareNames';
import type { ValueCoverage } from '../../contract/datasets';
import { runsOfDays, unionRuns } from '../../core/calendar/runs';
import { dayNumberSql } from '../answers/conditionSql';
import { Problem } from '../problem';
import { physicalColumn, physicalDay } from './definition';
import { relationOf } from './relation';
import type { StoredDataset } from './repository';

/** Categories with more values than this are not listed value by value. */
const MOST_VALUES = 200;

/** Days with data through a date role, in all and by the values of a category column. */
export async function coverageByValue(
  stored: StoredDataset,
  role: string,
  column: string | null,
): Promise<ValueCoverage> {
  const { columns, roles } = stored.definition;
  if (!roles.some((entry) => entry.key === role))
    throw new Problem('no-such-role', 'There is no such date role.', 404);
  if (column !== null && !columns.some((entry) => entry.key === column && entry.category))
    throw new Problem('no-category', 'There is no such category.', 404);
  const relation = await relationOf(stored);
  const day = physicalDay(columns, role);
  const value = column === null ? 'NULL' : physicalColumn(columns, column);
  const rows = await relation.select<{ value: string | null; day: number }>(
    `SELECT DISTINCT ${value} AS value, ${dayNumberSql(day)} AS day FROM ${relation.from}
     WHERE ${day} IS NOT NULL ORDER BY value, day`,
  );
  const days = new Map<string | null, number[]>();
  for (const row of rows) {
    const list = days.get(row.value) ?? [];
    list.push(Number(row.day));
    days.set(row.value, list);
  }
  const values = [...days]
    .sort(([a], [b]) => compareNames(a, b))
    .map(([entry, list]) => ({ value: entry, runs: [...runsOfDays(list)] }));
  const runs = [...unionRuns(...values.map((entry) => entry.runs))];
  return { runs, values: column === null ? null : values.slice(0, MOST_VALUES), total: values.length };
}
