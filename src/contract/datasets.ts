/** Datasets as they are sent: what is known of them, how they are loaded and changed. */
import { z } from 'zod';
import { loadChangesSchema } from '../core/model/freshness';
import { COLUMN_TYPES, datasetModelSchema, measureSchema, roleSchema } from '../core/model/model';
import { rhythmSchema } from '../core/model/rhythm';
import { dayNumber } from './days';
import { jobWith } from './jobs';

/** Columns that a dataset may have. */
export const MOST_COLUMNS = 200;

export const DELIMITERS = [',', ';', '\t'] as const;
export type Delimiter = (typeof DELIMITERS)[number];

export const DATE_ORDERS = ['iso', 'dmy', 'mdy'] as const;
export type DateOrder = (typeof DATE_ORDERS)[number];

const DECIMAL_MARKS = ['point', 'comma'] as const;

/** The forms in which a file can come. */
const FORMATS = ['text', 'workbook', 'parquet', 'json lines'] as const;
export type Format = (typeof FORMATS)[number];

/** A table of another database: copied at each load, or read live. */
export const originSchema = z.object({
  connection: z.int(),
  table: z.string().min(1).max(200),
  mode: z.enum(['copy', 'live']),
});
export type Origin = z.infer<typeof originSchema>;

const columnPlanSchema = z.object({
  name: z.string().min(1).max(200),
  type: z.enum(COLUMN_TYPES),
  dateOrder: z.enum(DATE_ORDERS).default('iso'),
  decimalMark: z.enum(DECIMAL_MARKS).default('point'),
  scale: z.int().min(0).max(12).default(2),
  category: z.boolean().default(false),
  /** Name of the date role, or null when the column is none. */
  role: z.string().trim().min(1).max(60).nullable().default(null),
});
export type ColumnPlan = z.infer<typeof columnPlanSchema>;

/** What a person decided about a file: names, types, roles. */
export const loadPlanSchema = z.object({
  /** Name of the dataset. */
  name: z.string().trim().min(1).max(200),
  timeZone: z.string().min(1).max(64).default('UTC'),
  mode: z.enum(['replace', 'append']).default('replace'),
  delimiter: z.enum(DELIMITERS),
  /** What the file was before it became a text table. */
  format: z.enum(FORMATS).default('text'),
  /** Sheet of a workbook; null for its first one. */
  sheet: z.string().max(200).nullable().default(null),
  columns: z.array(columnPlanSchema).min(1).max(MOST_COLUMNS),
});
export type LoadPlan = z.infer<typeof loadPlanSchema>;

export const loadAskedSchema = z.object({
  upload: z.string(),
  source: z.string().min(1).max(500),
  into: z
    .string()
    .optional()
    .describe('Key of the dataset whose rows are replaced or added to; absent for a new dataset'),
  plan: loadPlanSchema,
  origin: originSchema
    .omit({ mode: true })
    .optional()
    .describe('The table of another database that the upload was copied from'),
});
export type LoadAsked = z.infer<typeof loadAskedSchema>;

export const datasetEditSchema = z.object({
  name: z.string().trim().min(1).max(200).optional(),
  roles: z
    .array(roleSchema.extend({ name: z.string().trim().min(1).max(60) }))
    .max(50)
    .optional(),
  categories: z.array(z.string()).max(200).optional(),
  rhythm: rhythmSchema.nullable().optional(),
  measures: z
    .array(
      measureSchema.extend({
        name: z.string().trim().min(1).max(100),
        key: z.string().regex(/^[a-z0-9_]{1,64}$/),
      }),
    )
    .max(200)
    .optional(),
});
export type DatasetEdit = z.infer<typeof datasetEditSchema>;

const day = z.string().describe('YYYY-MM-DD');

/** The days with data through a date role. */
const roleCoverageSchema = z.object({
  first: day.nullable(),
  last: day.nullable(),
  days: z.int(),
  blank: z.int().describe('Rows whose date is blank'),
  outside: z
    .int()
    .describe('Rows whose date lies outside the almanac’s years, since it stands for an open end'),
  holes: z.array(z.object({ first: day, last: day, days: z.int() })),
});
export type RoleCoverage = z.infer<typeof roleCoverageSchema>;

export const datasetSummarySchema = datasetModelSchema.extend({
  timeZone: z.string(),
  source: z.string(),
  refused: z.int(),
  origin: originSchema.nullable(),
  nodes: z.array(z.string()).describe('Nodes that its rows lie on; none where they lie in the database itself'),
  coverage: z.record(z.string(), roleCoverageSchema).describe('By key of the date column'),
});
export type DatasetSummary = z.infer<typeof datasetSummarySchema>;
export const datasetSummariesSchema = z.array(datasetSummarySchema);

const loadEntrySchema = z.object({
  id: z.int(),
  mode: z.string(),
  status: z.string(),
  source: z.string(),
  startedAt: z.string(),
  finishedAt: z.string().nullable(),
  rowsLoaded: z.int(),
  rowsRefused: z.int(),
  rowsTotal: z.int(),
  bytes: z.number(),
  message: z.string().nullable(),
  changes: loadChangesSchema.nullable(),
  actor: z.string(),
});
export type LoadEntry = z.infer<typeof loadEntrySchema>;
export const loadEntriesSchema = z.array(loadEntrySchema);

const refusalSchema = z.object({
  line: z.int(),
  column: z.string(),
  value: z.string(),
  reason: z.string(),
});
export const refusalsSchema = z.array(refusalSchema);

const numberedRuns = z.array(z.object({ start: dayNumber, end: dayNumber }));

export const coverageAskedSchema = z.object({
  role: z.string('Say which date role: ?role=KEY.').describe('Key of a date role'),
  column: z.string().optional().describe('Key of a category column'),
});
/** Which values of a category have data on which days. */
export const valueCoverageSchema = z.object({
  runs: numberedRuns,
  values: z
    .array(z.object({ value: z.string().nullable(), runs: numberedRuns }))
    .nullable()
    .describe('Null where no category was asked for'),
  total: z.int().describe('Values that there are, of which the first are listed'),
});
export type ValueCoverage = z.infer<typeof valueCoverageSchema>;

export const uploadedSchema = z.object({ upload: z.string(), bytes: z.int() });

export const profileAskedSchema = z.object({
  delimiter: z.enum(DELIMITERS).optional(),
  sheet: z.string().max(200).optional().describe('Sheet of a workbook; its first when absent'),
});

const columnProfileSchema = z.object({
  key: z.string(),
  name: z.string(),
  type: z.enum(COLUMN_TYPES),
  scale: z.int(),
  dateOrder: z.enum(DATE_ORDERS),
  ambiguousDates: z
    .boolean()
    .describe('Day first and month first both fit every row: a person has to say which'),
  decimalMark: z.enum(DECIMAL_MARKS),
  category: z.boolean().describe('Whether the values look like categories'),
  blanks: z.int(),
  distinct: z.int().nullable().describe('Different values; null when there are more than are counted'),
  misfits: z.int().describe('Rows that are not blank and do not fit the found type'),
});
export type ColumnProfile = z.infer<typeof columnProfileSchema>;

const fileProfileSchema = z.object({
  delimiter: z.enum(DELIMITERS),
  columns: z.array(columnProfileSchema),
  rows: z.int(),
  bytes: z.number(),
  preview: z.array(z.array(z.string())).describe('The first rows, as they stand in the file'),
  notes: z.array(z.string()).describe('What was noticed about the file as a whole, in sentences'),
  format: z.enum(FORMATS).optional().describe('What it was before it became a text table; text when absent'),
  sheets: z.array(z.string()).optional(),
  sheet: z.string().optional(),
});
export type FileProfile = z.infer<typeof fileProfileSchema>;

const loadResultSchema = z.object({
  dataset: z.string().describe('Its key'),
  load: z.int(),
  loaded: z.int(),
  refused: z.int(),
});
export type LoadResult = z.infer<typeof loadResultSchema>;

export const profileJobSchema = jobWith(fileProfileSchema);
export const copyJobSchema = jobWith(z.object({ upload: z.string(), profile: fileProfileSchema }));
export const loadJobSchema = jobWith(loadResultSchema);

export const columnAskedSchema = z.object({ column: z.string().describe('Key of the column') });
export const refusalsAskedSchema = z.object({ format: z.enum(['json', 'csv']).default('json') });
/** The values of a text column. */
export const columnValuesSchema = z.array(z.string());
