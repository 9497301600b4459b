/** The visuals of a dashboard, as the document holds them. */
import { z } from 'zod';
import { UNITS } from '../../calendar/units';
import { dimensionSchema } from '../../model/dimension';
import { id as ids } from '../../model/ids';

export const grainSchema = z.enum(['auto', ...UNITS]);
export type Grain = z.infer<typeof grainSchema>;

/** Buckets drawn at most, and at least, where the grain follows the window and nothing else is set. */
export const MOST_BUCKETS = 120;
export const LEAST_BUCKETS = 8;

const title = z.string().max(200).describe('Shown title; empty means a title made from the settings');

/** A measure as a visual shows it. */
export const shownMeasureSchema = z.object({
  dataset: ids.key,
  measure: ids.key,
  role: ids.key
    .nullable()
    .default(null)
    .describe('Date role by which it counts days; null: the measure’s own'),
  mark: z.enum(['line', 'area', 'bar']).default('line').describe('How a combined chart draws it'),
  axis: z
    .enum(['auto', 'left', 'right'])
    .default('auto')
    .describe('Value axis; auto: the right one for units other than the first measure’s'),
});
export type ShownMeasure = z.infer<typeof shownMeasureSchema>;

export const ownPeriodSchema = z.object({
  phrase: z.string().min(1).max(500).describe('Period phrase'),
  mode: z
    .enum(['replace', 'narrow'])
    .describe('In the place of the windows of wired time controls, or within them'),
  anchor: z.string().min(1).max(200).nullable().default(null).describe('As time controls have it'),
});
export type OwnPeriod = z.infer<typeof ownPeriodSchema>;

const common = {
  id: ids.item,
  title,
  ownPeriod: ownPeriodSchema.nullable().default(null).describe('Days of its own, whatever time controls say'),
  subtitle: z
    .string()
    .max(300)
    .default('')
    .describe('Words under the title, with {window}, {latest} and {loaded}; empty: made from the answer'),
};

/** What every visual with measures over days has. */
const measured = {
  ...common,
  measures: z.array(shownMeasureSchema).min(1).max(8),
  grain: grainSchema.default('auto').describe('Length of a bucket; auto follows the window'),
  most: z.int().min(2).max(1000).default(MOST_BUCKETS).describe('Buckets at most, where the grain is auto'),
  least: z.int().min(1).max(200).default(LEAST_BUCKETS).describe('Buckets at least, where the grain is auto'),
  unsettled: z
    .enum(['show', 'leave out'])
    .default('show')
    .describe('Days whose figures are not final yet: marked as provisional, or left out'),
  picks: z
    .boolean()
    .default(false)
    .describe('Whether marks can be chosen, and then act on what the visual is wired to'),
};

export const valueAxisSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('zero') }).describe('From zero to the greatest value'),
  z.object({ kind: z.literal('fit') }).describe('From the smallest to the greatest value'),
  z
    .object({ kind: z.literal('fixed'), low: z.number(), high: z.number() })
    .refine((axis) => axis.low < axis.high, 'The axis has to begin below its end'),
]);
export type ValueAxis = z.infer<typeof valueAxisSchema>;

const chart = {
  ...measured,
  across: dimensionSchema.nullable().default(null).describe('What the chart goes along; null: time'),
  split: dimensionSchema
    .nullable()
    .default(null)
    .describe('Dimension with a series of its own for each value'),
  order: z.enum(['value', 'natural']).default('value').describe('Order of categories'),
  limit: z.int().min(1).max(100).default(12).describe('At most so many categories or split series'),
  axis: valueAxisSchema.default({ kind: 'zero' }),
};
const chartOf = <const K extends string>(kind: K) => z.object({ ...chart, kind: z.literal(kind) });

const tableSchema = z.object({
  ...common,
  kind: z.literal('table'),
  dataset: ids.key,
  role: ids.key.describe('Date role through which time controls reach the rows'),
  columns: z.array(ids.key).min(1).max(40),
});
const crosstabSchema = z.object({
  ...measured,
  kind: z.literal('crosstab'),
  rows: z.array(dimensionSchema).min(1).max(3).describe('Dimensions down the side, the outer one first'),
  periods: z.boolean().default(true).describe('Whether periods go across'),
  subtotals: z.boolean().default(true),
});
const figureSchema = z.object({ ...measured, kind: z.literal('figure') });
const calendarMapSchema = z.object({ ...measured, kind: z.literal('calendarmap') });

export const visualSchema = z.discriminatedUnion('kind', [
  chartOf('line'),
  chartOf('area'),
  chartOf('bar'),
  chartOf('stacked'),
  chartOf('combined'),
  tableSchema,
  crosstabSchema,
  figureSchema,
  calendarMapSchema,
]);
export type Visual = z.infer<typeof visualSchema>;
export type VisualKind = Visual['kind'];
export type TableOfRows = z.infer<typeof tableSchema>;
export type Crosstab = z.infer<typeof crosstabSchema>;
export type Figure = z.infer<typeof figureSchema>;
export type CalendarMap = z.infer<typeof calendarMapSchema>;
export type MeasuredVisual = Exclude<Visual, TableOfRows>;
export type Chart = Exclude<MeasuredVisual, Crosstab | Figure | CalendarMap>;

export const VISUAL_KINDS: readonly VisualKind[] = visualSchema.options.map(
  (option) => option.shape.kind.value,
);
const CHART_KINDS: readonly VisualKind[] = ['line', 'area', 'bar', 'stacked', 'combined'];

export function isChart(visual: Visual): visual is Chart {
  return CHART_KINDS.includes(visual.kind);
}

/** The measures of a visual; none for a table of rows. */
export function measuresOf(visual: Visual): readonly ShownMeasure[] {
  return visual.kind === 'table' ? [] : visual.measures;
}

/** A measure as a visual first shows it. */
export function shownMeasure(
  dataset: string,
  measure: string,
  more: Partial<ShownMeasure> = {},
): ShownMeasure {
  return { dataset, measure, role: null, mark: 'line', axis: 'auto', ...more };
}

/** What every visual begins with. */
export const VISUAL_DEFAULTS = { title: '', subtitle: '', ownPeriod: null } as const;

/** What every visual with measures begins with. */
export const MEASURED_DEFAULTS = {
  ...VISUAL_DEFAULTS,
  grain: 'auto',
  most: MOST_BUCKETS,
  least: LEAST_BUCKETS,
  unsettled: 'show',
  picks: false,
} as const;

/** What every chart begins with. */
export const CHART_DEFAULTS = {
  ...MEASURED_DEFAULTS,
  across: null,
  split: null,
  order: 'value',
  limit: 12,
  axis: { kind: 'zero' },
} as const;

/** The dimensions that a visual groups its rows by. */
export function dimensionsOf(visual: Visual) {
  if (visual.kind === 'crosstab') return visual.rows;
  if (!isChart(visual)) return [];
  return [visual.across, visual.split].filter((entry) => entry !== null);
}
