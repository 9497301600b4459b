/** What all charts with axes have in common. */
import { z } from 'zod';
import { dimensionSchema, type Dimension } from '../../../model/dimension';
import type { DatasetModel, Model } from '../../../model/model';
import { categoryOf, type Marks, type VisualEntry } from './entry';
import {
  commonOfMeasured,
  dimensionInTitle,
  firstDataset,
  MEASURED_DEFAULTS,
  measureNames,
  type ShownMeasure,
} from './measured';

const valueAxisSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('zero') }).describe('From zero to the greatest value'),
  z.object({ kind: z.literal('fit') }).describe('From the smallest to the greatest value'),
  z
    .object({ kind: z.literal('fixed'), low: z.number(), high: z.number() })
    .refine((axis) => axis.low < axis.high, 'The axis has to begin below its end'),
]);
export type ValueAxis = z.infer<typeof valueAxisSchema>;

const ORDERS = ['value', 'natural', 'change'] as const;
export type Order = (typeof ORDERS)[number];

const commonOfCharts = {
  ...commonOfMeasured,
  across: dimensionSchema.nullable().default(null).describe('What the chart goes along; null: time'),
  split: dimensionSchema
    .nullable()
    .default(null)
    .describe('Dimension with a series of its own for each value'),
  order: z
    .enum(ORDERS)
    .default('value')
    .describe('Order of categories; by change: against the first baseline, else by value'),
  limit: z.int().min(1).max(100).default(12).describe('At most so many categories or split series'),
  axis: valueAxisSchema.default({ kind: 'zero' }),
  events: z
    .boolean()
    .default(false)
    .describe('Whether holidays and events of the almanac are marked at the foot, along time'),
};

const RESTS = ['others', 'drop'] as const;
/** What becomes of what lies beyond a limit. */
export type Rest = (typeof RESTS)[number];

/** The schema of a chart of a kind, with what becomes of what lies beyond its limit where nothing is set. */
export const chartOf = <const K extends string>(kind: K, rest: Rest = 'drop') =>
  z.object({
    ...commonOfCharts,
    kind: z.literal(kind),
    rest: z
      .enum(RESTS)
      .default(rest)
      .describe('What lies beyond the limit: one last category or series, or left away'),
  });

/** What every chart begins with. */
export const CHART_DEFAULTS = {
  ...MEASURED_DEFAULTS,
  across: null,
  split: null,
  order: 'value',
  limit: 12,
  rest: 'drop',
  axis: { kind: 'zero' },
  events: false,
} as const;

interface Along {
  readonly across: Dimension | null;
  readonly split: Dimension | null;
}

function chartTitle(
  { measures, across, split }: Along & { measures: readonly ShownMeasure[] },
  model: Model,
) {
  const named = measureNames(measures, model);
  const by = split ? ` by ${dimensionInTitle(model, split)}` : '';
  return across
    ? `${named} by ${dimensionInTitle(model, across)}${by && `, ${by.trim()}`}`
    : `${named} over time${by}`;
}

function marksOf({ across, split }: Along): Marks {
  const dimension = across ?? split;
  return { days: across === null, dimensions: dimension ? [dimension] : [] };
}

/** What entries of charts have in common. */
export const chartEntry = {
  title: chartTitle,
  dataset: firstDataset,
  dimensions: ({ across, split }) => [across, split].filter((entry) => entry !== null),
  marks: marksOf,
  pales: true,
  takes: ({ across }) => (across === null ? ['measures', 'baselines', 'grain'] : ['measures', 'baselines']),
  overTime: ({ across }) => across === null,
} satisfies Omit<VisualEntry<ReturnType<typeof chartOf>>, 'schema' | 'part' | 'fresh'>;

/** The first category of a dataset as a dimension. */
export function firstDimension(dataset: DatasetModel): Dimension | null {
  const category = categoryOf(dataset);
  return category ? { dataset: dataset.key, column: category.key } : null;
}
