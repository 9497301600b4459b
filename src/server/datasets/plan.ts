/** What a person decided about a file: names, types, roles. Turned into a dataset's definition. */
import type { ColumnPlan, FileProfile, LoadPlan } from '../../contract/datasets';
import { aggregationOf, takesColumn } from '../../core/model/aggregations';
import { measureSchema, type Measure } from '../../core/model/model';
import { Problem } from '../problem';
import { keyFor, type Definition, type StoredColumn } from './definition';

/** The plan that follows from a profile, with some date columns as roles (all of them when not said). */
export function planFromProfile(
  name: string,
  profile: FileProfile,
  options: {
    roles?: readonly string[];
    dateOrder?: 'dmy' | 'mdy';
    mode?: LoadPlan['mode'];
    timeZone?: string;
  } = {},
): LoadPlan {
  for (const wanted of options.roles ?? []) {
    const column = profile.columns.find((entry) => entry.name === wanted);
    if (!column)
      throw new Problem(
        'no-such-column',
        `The file has no column “${wanted}”. It has: ${profile.columns.map((c) => c.name).join(', ')}.`,
      );
    if (column.type !== 'day' && column.type !== 'timestamp')
      throw new Problem('not-a-date', `The column “${wanted}” does not hold dates.`);
  }
  const columns = profile.columns.map((column): ColumnPlan => {
    const isDate = column.type === 'day' || column.type === 'timestamp';
    if (column.ambiguousDates && !options.dateOrder) {
      throw new Problem(
        'ambiguous-dates',
        `The dates of “${column.name}” can be read day first or month first, and both fit every row. Say which.`,
        400,
        {
          column: column.name,
        },
      );
    }
    return {
      name: column.name,
      type: column.type,
      scale: column.scale,
      decimalMark: column.decimalMark,
      category: column.category,
      dateOrder: column.ambiguousDates ? options.dateOrder! : column.dateOrder,
      role:
        isDate && (!options.roles || options.roles.includes(column.name)) ? roleNameFor(column.name) : null,
    };
  });
  return {
    name,
    timeZone: options.timeZone ?? 'UTC',
    mode: options.mode ?? 'replace',
    delimiter: profile.delimiter,
    format: profile.format ?? 'text',
    sheet: profile.sheet ?? null,
    columns,
  };
}

/** A role's name from its column's: "travel_date" becomes "travel". */
export function roleNameFor(column: string): string {
  const name = column
    .replace(/[_-]+/g, ' ')
    .replace(/\b(date|day|on|at)\b/gi, '')
    .replace(/\s+/g, ' ')
    .trim();
  return (name === '' ? column : name).toLowerCase();
}

/** The definition of a dataset after a load by this plan. Keys and measures of columns already known stay. */
export function definitionFor(plan: LoadPlan, known: Definition | undefined): Definition {
  const taken = new Set(known?.columns.map((column) => column.key));
  const columns = plan.columns.map((column): StoredColumn => {
    const before = known?.columns.find((entry) => entry.name === column.name);
    const key = before?.key ?? keyFor(column.name, taken, 'column');
    taken.add(key);
    return {
      key,
      name: column.name,
      type: column.type,
      scale: column.type === 'decimal' ? column.scale : 0,
      category: column.type === 'text' && column.category,
      dateOrder: column.dateOrder,
      decimalMark: column.decimalMark,
    };
  });
  const roles = plan.columns.flatMap((column, i) =>
    column.role === null ? [] : [{ key: columns[i]!.key, name: column.role }],
  );
  const names = new Set<string>();
  for (const role of roles) {
    if (names.has(role.name))
      throw new Problem(
        'role-twice',
        `Two date columns have the role name “${role.name}”. Give each its own.`,
      );
    names.add(role.name);
  }
  const isDate = (key: string) =>
    columns.some((column) => column.key === key && (column.type === 'day' || column.type === 'timestamp'));
  const misplaced = roles.find((role) => !isDate(role.key));
  if (misplaced)
    throw new Problem(
      'not-a-date',
      `The date role “${misplaced.name}” is on a column that does not hold dates.`,
    );
  const kept = (known?.measures ?? []).filter((measure) => fits(measure, columns, roles));
  return {
    columns,
    roles,
    measures: kept.length > 0 ? kept : startingMeasures(columns, roles),
    ...(known?.rhythm ? { rhythm: known.rhythm } : {}),
  };
}

/** Whether a column holds numbers. */
export const isNumber = (column: StoredColumn) => column.type === 'whole' || column.type === 'decimal';

/** Whether what a measure needs is still there. */
function fits(measure: Measure, columns: readonly StoredColumn[], roles: Definition['roles']): boolean {
  const column = columns.find((entry) => entry.key === measure.column);
  const { of } = aggregationOf(measure);
  const hasColumn = measure.column === null || (column !== undefined && takesColumn(of, isNumber(column)));
  const { condition } = measure;
  if (condition && !columns.some((entry) => entry.key === condition.column)) return false;
  return hasColumn && roles.some((role) => role.key === measure.role);
}

/** A count of rows, and the sum of each number column. */
export function startingMeasures(columns: readonly StoredColumn[], roles: Definition['roles']): Measure[] {
  const [role] = roles;
  if (!role) return [];
  const common = { unit: '', role: role.key };
  const measures = [
    measureSchema.parse({
      ...common,
      key: 'rows',
      name: 'Rows',
      aggregation: 'count',
      column: null,
      decimals: 0,
    }),
  ];
  const taken = new Set(['rows']);
  for (const column of columns.filter(isNumber)) {
    const key = keyFor(column.name, taken, 'measure');
    taken.add(key);
    const name = column.name.replace(/_/g, ' ').replace(/^./, (letter) => letter.toUpperCase());
    const decimals = Math.min(column.scale, 2);
    measures.push(
      measureSchema.parse({ ...common, key, name, aggregation: 'sum', column: column.key, decimals }),
    );
  }
  return measures;
}
