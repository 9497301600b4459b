/** What is asked of rows: those of a table visual, and those behind a mark. */
import { z } from 'zod';
import { anyDocumentSchema } from '../core/dashboard/document/document';
import { value } from '../core/dashboard/document/kinds/entry';
import { readerStateSchema } from '../core/dashboard/reader/state';
import { dimensionSchema } from '../core/model/dimension';
import { runSchema } from './days';

/** A page of rows: from where on, how many, and by which column. */
const pageSchema = z.object({
  offset: z.int().min(0).max(100_000_000).default(0),
  limit: z.int().min(1).max(1000).default(50),
  sort: z
    .object({ column: z.string().max(64), descending: z.boolean() })
    .nullable()
    .default(null),
});

/** A mark of a visual: which figure it is. */
const markSchema = z.object({
  measure: z.int().min(0).max(7).default(0).describe('Index among the visual’s measures'),
  side: z
    .enum(['over', 'under'])
    .default('over')
    .describe('Of a ratio: rows of the upper or the lower measure'),
  baseline: z.string().max(40).nullable().default(null).describe('Id of a baseline; null: the rows of now'),
  period: z.string().max(40).nullable().default(null).describe('Id of a period that stands across'),
  days: runSchema
    .nullable()
    .default(null)
    .describe('First and last day of the bucket; null: the whole window'),
  within: z
    .array(z.object({ dimension: dimensionSchema, value }))
    .max(8)
    .default([])
    .describe('The values that the mark is of'),
  beyond: z
    .array(z.object({ dimension: dimensionSchema, values: z.array(value).max(2000) }))
    .max(2)
    .default([])
    .describe('Of marks of all others: the values that they are not of'),
});

const shownSchema = z.object({ document: anyDocumentSchema, state: readerStateSchema });

export const tableRowsSchema = shownSchema.extend({ table: z.string(), ...pageSchema.shape });

/** A value of a slicer. */
const valueSchema = z.object({
  slicer: z.string().max(24),
  path: z.array(value).min(1).max(4).describe('Values of its levels; one where it is no tree'),
  use: z.int().min(0).max(99).default(0).describe('Which of the datasets that it reaches'),
});

export const rowsBehindSchema = shownSchema.extend({
  of: z.union([z.object({ visual: z.string().max(24), ...markSchema.shape }), valueSchema]),
  ...pageSchema.shape,
  columns: z
    .array(z.string().max(64))
    .min(1)
    .max(100)
    .nullable()
    .default(null)
    .describe('Keys of the columns to read; null: the first ones'),
});

/** Rows as a file: those of a table visual, or those behind a mark or a value. */
export const rowsFileSchema = shownSchema.extend({
  sort: pageSchema.shape.sort,
  rows: z.union([
    z.object({ table: z.string().max(24) }),
    rowsBehindSchema.pick({ of: true, columns: true }),
  ]),
});
