/** What a dashboard can be made of: the datasets with their columns, date roles and measures. */
import { z } from 'zod';
import { calendarRuleSchema } from '../calendar/rule';

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
export type Role = z.infer<typeof roleSchema>;

export const AGGREGATIONS = ['sum', 'average', 'count', 'minimum', 'maximum'] as const;
export type Aggregation = (typeof AGGREGATIONS)[number];

export const measureSchema = z.object({
  key: z.string(),
  name: z.string(),
  aggregation: z.enum(AGGREGATIONS),
  /** The number column; null only for a count of rows. */
  column: z.string().nullable(),
  unit: z.string().max(20),
  decimals: z.int().min(0).max(6),
  role: z.string(),
});
export type Measure = z.infer<typeof measureSchema>;

export const datasetModelSchema = z.object({
  key: z.string(),
  name: z.string(),
  /** Number of the load now in use. */
  load: z.int(),
  loadedAt: z.string(),
  rows: z.int(),
  columns: z.array(columnSchema),
  roles: z.array(roleSchema),
  measures: z.array(measureSchema),
});
export type DatasetModel = z.infer<typeof datasetModelSchema>;

export const modelSchema = z.object({
  rule: calendarRuleSchema,
  datasets: z.array(datasetModelSchema),
  /** A day (YYYY-MM-DD) that is taken for today, for demonstrations and tests. */
  pinnedToday: z.string().nullable(),
});
export type Model = z.infer<typeof modelSchema>;

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
