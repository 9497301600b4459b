/** What a dataset is made of, as stored: columns, date roles, measures. */
import { DATE_ORDERS, MOST_COLUMNS } from '../../contract/datasets';
import { z } from 'zod';
import { rhythmSchema } from '../../core/model/rhythm';
import { columnSchema, measureSchema, roleSchema } from '../../core/model/model';

/** A column with what is needed to read it from a file. */
const storedColumnSchema = columnSchema.extend({
  dateOrder: z.enum(DATE_ORDERS),
  decimalMark: z.enum(['point', 'comma']),
});
export type StoredColumn = z.infer<typeof storedColumnSchema>;

export const definitionSchema = z.object({
  columns: z.array(storedColumnSchema).min(1).max(MOST_COLUMNS),
  roles: z.array(roleSchema),
  measures: z.array(measureSchema),
  rhythm: rhythmSchema.nullable().optional(),
});
export type Definition = z.infer<typeof definitionSchema>;

export const coverageByRoleSchema = z.record(
  z.string(),
  z.object({
    runs: z.array(z.object({ start: z.int(), end: z.int() })),
    blank: z.int(),
    /** Cells with a day outside the almanac's years, which stands for an open end. */
    outside: z.int().default(0),
  }),
);
/** Days with data and numbers of blank cells and of days outside the almanac, by key of the date column. */
export type CoverageByRole = z.infer<typeof coverageByRoleSchema>;

/** Name of the fact table of a load. Only numbers go into it. */
export function factTable(datasetId: number, loadId: number): string {
  return `fact_${Number(datasetId)}_${Number(loadId)}`;
}

/** Name of the fact table in which the rows of a dataset of our own lie. Throws where there are none. */
export function rowsTable({
  id,
  rowsLoad,
}: {
  readonly id: number;
  readonly rowsLoad: number | null;
}): string {
  if (rowsLoad === null) throw new Error(`Dataset ${id} has no rows of its own`);
  return factTable(id, rowsLoad);
}

/** Physical name of the i-th column; text of users never becomes part of a statement. */
export function physicalName(position: number): string {
  return `c${position + 1}`;
}

/** Physical column of a key. Throws for keys the dataset does not have: callers check before. */
export function physicalColumn(columns: readonly StoredColumn[], key: string): string {
  const position = columns.findIndex((column) => column.key === key);
  if (position < 0) throw new Error(`No column ${key}`);
  return physicalName(position);
}

/** Physical column that holds the civil day of a date column. */
export function physicalDay(columns: readonly StoredColumn[], key: string): string {
  const column = columns.find((entry) => entry.key === key);
  return `${physicalColumn(columns, key)}${column?.type === 'timestamp' ? '_day' : ''}`;
}

/**
 * The columns of a fact table, in SQL. A timestamp has its civil day stored beside it; in a table that only shows rows
 * which lie elsewhere it is worked out there.
 */
export function factColumnsSql(columns: readonly StoredColumn[], isShown = false): string {
  return columns.map((column, i) => columnSql(column, physicalName(i), isShown)).join(', ');
}

/** The statement that makes a fact table which holds its rows itself. */
export const ownTableSql = (table: string, columns: readonly StoredColumn[]): string =>
  `CREATE TABLE ${table} (row_id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY, ${factColumnsSql(columns)})
   ENGINE=InnoDB ${TABLE_FORM}`;

/** Texts of fact tables are the same where all their letters are, blanks at the end too. */
export const TABLE_FORM = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin';

function columnSql(column: StoredColumn, name: string, isShown: boolean): string {
  switch (column.type) {
    case 'day':
      return `${name} DATE`;
    case 'timestamp':
      return `${name} DATETIME(3), ${name}_day DATE${isShown ? '' : ` AS (CAST(${name} AS DATE)) PERSISTENT`}`;
    case 'whole':
      return `${name} BIGINT`;
    case 'decimal':
      return `${name} DECIMAL(${18 + column.scale}, ${column.scale})`;
    case 'text':
      return `${name} VARCHAR(${TEXT_LENGTH})`;
  }
}

/** Longest text that is kept of a cell, in characters. */
export const TEXT_LENGTH = 500;

/** The key that something new is wanted to have, where it is free; else one made from its name. */
export function freeKey(
  wanted: string | undefined,
  name: string,
  others: readonly { readonly key: string }[],
  fallback: string,
): string {
  const taken = new Set(others.map(({ key }) => key));
  return wanted !== undefined && !taken.has(wanted) ? wanted : keyFor(name, taken, fallback);
}

/** A key made from a name: lower case words joined by underscores, unlike the keys already taken. */
export function keyFor(name: string, taken: ReadonlySet<string>, fallback: string): string {
  const words = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^_+|_+$/g, '')
    .slice(0, 48);
  const base = words === '' ? fallback : words;
  let key = base;
  for (let n = 2; taken.has(key); n++) key = `${base}_${n}`;
  return key;
}
