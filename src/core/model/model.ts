/** What a dashboard can be made of: the almanac, the datasets with their date roles and measures, shared dimensions. */
import { geometryEntrySchema } from './geometry';
import { rhythmSchema } from './rhythm';
import { z } from 'zod';
import { specialDaySchema } from '../calendar/almanac';
import { calendarRuleSchema } from '../calendar/rule';
import { UNITS } from '../calendar/units';
import { rowConditionSchema } from '../cube/rowCondition';
import { id } from './ids';

export const COLUMN_TYPES = ['day', 'timestamp', 'whole', 'decimal', 'text'] as const;
export type ColumnType = (typeof COLUMN_TYPES)[number];

export const columnSchema = z.object({
  key: z.string(),
  name: z.string(),
  type: z.enum(COLUMN_TYPES),
  /** Decimal places of a decimal column. */
  scale: z.int().min(0).max(12),
  /** Whether a text column's values can be grouped by and sliced on. */
  category: z.boolean(),
});
export type Column = z.infer<typeof columnSchema>;

/** A date column put on the almanac, under a name. Its key is the column's. */
export const roleSchema = z.object({ key: z.string(), name: z.string() });

export const measureRef = z.object({ dataset: id.key, measure: id.key });
export type MeasureRef = z.infer<typeof measureRef>;

export const AGGREGATIONS = [
  'sum',
  'average',
  'count',
  'count distinct',
  'minimum',
  'maximum',
  'closing',
  'ratio',
] as const;
export type Aggregation = (typeof AGGREGATIONS)[number];

export const DIRECTIONS = ['more', 'less', 'neither'] as const;
export type Direction = (typeof DIRECTIONS)[number];
export const MISSING_RULES = ['gap', 'zero', 'dash', 'previous'] as const;
export type MissingRule = (typeof MISSING_RULES)[number];

export const measureSchema = z.object({
  key: z.string(),
  name: z.string(),
  aggregation: z.enum(AGGREGATIONS),
  /** The column; null for a count of rows, and for a ratio. */
  column: z.string().nullable(),
  /** The two measures of a ratio, each of any dataset. */
  ratio: z.object({ over: measureRef, under: measureRef }).nullable().default(null),
  /** Only rows that keep this count. */
  condition: rowConditionSchema.nullable().default(null),
  unit: z.string().max(20),
  decimals: z.int().min(0).max(6),
  /** Whether a rise is good. */
  direction: z.enum(DIRECTIONS).default('neither'),
  /** The date role that it goes by where nothing else is chosen. */
  role: z.string(),
  /** The stretch of time that one row stands for; it is never shown finer unless it is spread. */
  grain: z.enum(UNITS).default('day'),
  /** Whether values of a coarse grain are spread evenly over the days of their stretch. */
  spread: z.boolean().default(false),
  /** How buckets without data read, between the first and the last one with data. */
  missing: z.enum(MISSING_RULES).default('gap'),
  /** Days after which figures are final; 0: at once. */
  settles: z.int().min(0).max(400).default(0),
});
export type Measure = z.infer<typeof measureSchema>;

export const datasetModelSchema = z.object({
  key: z.string(),
  name: z.string(),
  /** Number of the load now in use. */
  load: z.int(),
  loadedAt: z.string(),
  /** Whether every question goes to another database as it is now. */
  live: z.boolean().default(false),
  rows: z.int(),
  columns: z.array(columnSchema),
  roles: z.array(roleSchema),
  measures: z.array(measureSchema),
  /** When its data is expected; absent where nothing is. */
  rhythm: rhythmSchema.nullable().optional(),
});
export type DatasetModel = z.infer<typeof datasetModelSchema>;

/** Columns of several datasets that mean the same, under one name. */
export const sharedDimensionSchema = z.object({
  key: z.string(),
  name: z.string().trim().min(1).max(100),
  members: z.array(z.object({ dataset: z.string(), column: z.string() })).max(100),
  /** Spellings that stand for another one, from the one in the data to the one shown. */
  spellings: z.record(z.string().max(500), z.string().max(500)),
});
export type SharedDimension = z.infer<typeof sharedDimensionSchema>;

/** A condition on a dataset under a name, for use on any dashboard. */
export const definitionSchema = z.object({
  key: z.string(),
  name: z.string().trim().min(1).max(100),
  dataset: z.string(),
  sql: z.string().trim().min(1).max(4000),
});
export type Definition = z.infer<typeof definitionSchema>;

/** A period phrase under a name, for use on any dashboard. */
export const namedPeriodSchema = z.object({
  key: z.string(),
  name: z.string().trim().min(1).max(100),
  phrase: z.string().trim().min(1).max(500),
});
export type NamedPeriod = z.infer<typeof namedPeriodSchema>;

export const modelSchema = z.object({
  rule: calendarRuleSchema,
  /** First and last day (inclusive) of the almanac: whole years around all data. */
  span: z.object({ first: z.int(), last: z.int() }),
  special: z.array(specialDaySchema),
  datasets: z.array(datasetModelSchema),
  shared: z.array(sharedDimensionSchema),
  definitions: z.array(definitionSchema).default([]),
  periods: z.array(namedPeriodSchema).default([]),
  /** Areas and points that maps can draw. */
  geometries: z.array(geometryEntrySchema).optional(),
  /** A day (YYYY-MM-DD) that is taken for today, for demonstrations and tests. */
  pinnedToday: z.string().nullable(),
});
export type Model = z.infer<typeof modelSchema>;

export function definitionOf(model: Model, key: string): Definition | undefined {
  return model.definitions.find((entry) => entry.key === key);
}

export function datasetOf(model: Model, dataset: string): DatasetModel | undefined {
  return model.datasets.find((entry) => entry.key === dataset);
}

export function columnOf(model: Model, dataset: string, column: string): Column | undefined {
  return datasetOf(model, dataset)?.columns.find((entry) => entry.key === column);
}

export function measureOf(model: Model, dataset: string, measure: string): Measure | undefined {
  return datasetOf(model, dataset)?.measures.find((entry) => entry.key === measure);
}

export function roleName(model: Model, dataset: string, role: string): string {
  return datasetOf(model, dataset)?.roles.find((entry) => entry.key === role)?.name ?? role;
}

/** The shared dimension that a column belongs to. */
export function sharedOf(model: Model, dataset: string, column: string): SharedDimension | undefined {
  return model.shared.find((entry) =>
    entry.members.some((member) => member.dataset === dataset && member.column === column),
  );
}

/** Whether a column of a dataset can be grouped by. */
export function isCategory(model: Model, dataset: string, column: string): boolean {
  return columnOf(model, dataset, column)?.category === true;
}

/** Spellings in force on a column; undefined when there are none. */
export function spellingsOf(
  model: Pick<Model, 'shared'>,
  dataset: string,
  column: string,
): Readonly<Record<string, string>> | undefined {
  const shared = model.shared.find((entry) =>
    entry.members.some((member) => member.dataset === dataset && member.column === column),
  );
  return shared && Object.keys(shared.spellings).length > 0 ? shared.spellings : undefined;
}
