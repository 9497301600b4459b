/** Rows as they are answered: those of a table visual, and those behind a mark. */
import { z } from 'zod';

const cell = z.union([z.string(), z.number(), z.null()]);

/** A page of rows as it is answered. */
export const rowPageSchema = z.object({
  total: z.int().min(0).describe('Rows that match, on all pages'),
  columns: z.array(z.string()),
  rows: z.array(z.object({ id: z.number(), values: z.array(cell) })),
});
export type RowPage = z.infer<typeof rowPageSchema>;

const rowColumnSchema = z.object({ key: z.string(), name: z.string(), type: z.string(), scale: z.int() });
/** A column of a dataset as its rows are shown. */
export type RowColumn = z.infer<typeof rowColumnSchema>;

/** The rows behind a mark as they are answered, a page of them. */
export const rowsBehindAnswerSchema = rowPageSchema.extend({
  dataset: z.string().describe('Name of the dataset'),
  all: z.array(rowColumnSchema).describe('All columns that it has, in its own order'),
  datasets: z
    .array(z.string())
    .describe('Of a value: the names of all datasets that have such rows; none of a mark'),
  hasSides: z.boolean().describe('Whether the figure is a ratio, with rows of two measures'),
});
export type RowsBehind = z.infer<typeof rowsBehindAnswerSchema>;
