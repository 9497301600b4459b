/** What visuals have in common, and what those with measures over days have beside that. */
import { z } from 'zod';
import { UNITS } from '../../../calendar/units';
import { dimensionName, type Dimension } from '../../../model/dimension';
import { id as ids } from '../../../model/ids';
import { measureOf, type DatasetModel, type Model } from '../../../model/model';
import { compareSchema } from './compare';
import { canBeShown, namedPeriod, measureFor, title, type FreshGround } from './entry';

export const grainSchema = z.enum(['auto', ...UNITS]);
export type Grain = z.infer<typeof grainSchema>;

/** Buckets drawn at most, and at least, where the grain follows the window and nothing else is set. */
export const MOST_BUCKETS = 120;
const LEAST_BUCKETS = 8;

/** Measures that a visual shows at most. */
export const MOST_MEASURES = 8;

/** A measure as a visual shows it. */
const shownMeasureSchema = z.object({
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

const ownPeriodSchema = z.object({
  phrase: z.string().min(1).max(500).describe('Period phrase'),
  named: namedPeriod,
  mode: z
    .enum(['replace', 'narrow'])
    .describe('In the place of the windows of wired time controls, or within them'),
  anchor: z.string().min(1).max(200).nullable().default(null).describe('As time controls have it'),
});

const linkSchema = z.object({
  dashboard: z.int().min(1).nullable().describe('Number of a dashboard; null: this one'),
  page: ids.item.nullable().default(null).describe('A page of it; null: the first'),
  words: z.string().trim().max(60).default('').describe('Empty: the name of where it leads'),
});
export type VisualLink = z.infer<typeof linkSchema>;

/** What every visual has. */
export const commonOfVisuals = {
  id: ids.item,
  title,
  ownPeriod: ownPeriodSchema.nullable().default(null).describe('Days of its own, whatever time controls say'),
  subtitle: z
    .string()
    .max(300)
    .default('')
    .describe('Words under the title, with {window}, {latest} and {loaded}; empty: made from the answer'),
  link: linkSchema
    .nullable()
    .optional()
    .describe('Where it leads: the windows and choices that act on it are carried along'),
};

/** What every visual with measures over days has. */
export const commonOfMeasured = {
  ...commonOfVisuals,
  measures: z.array(shownMeasureSchema).min(1).max(MOST_MEASURES),
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
  compare: compareSchema
    .nullable()
    .default(null)
    .describe('What its figures are compared against; null: nothing'),
};

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
  compare: null,
} as const;

/** A measure as a visual first shows it. */
export function shownMeasure(
  dataset: string,
  measure: string,
  more: Partial<ShownMeasure> = {},
): ShownMeasure {
  return { dataset, measure, role: null, mark: 'line', axis: 'auto', ...more };
}

/** The dataset and the measure that a new visual shows; undefined where no dataset fits. */
export function freshMeasured(
  ground: FreshGround,
  fits: (dataset: DatasetModel) => boolean = canBeShown,
): { dataset: DatasetModel; measure: string; measures: ShownMeasure[] } | undefined {
  const dataset = ground.dataset(fits);
  if (!dataset) return undefined;
  const measure = measureFor(dataset)!.key;
  return { dataset, measure, measures: [shownMeasure(dataset.key, measure)] };
}

/** Most measures that a title names. */
const NAMED = 3;

/** The names of measures in a title: "Seats, Revenue and 2 more". */
export function measureNames(measures: readonly ShownMeasure[], model: Model): string {
  const all = measures.map((shown) => measureOf(model, shown.dataset, shown.measure)?.name ?? shown.measure);
  const names = all.length > NAMED ? [...all.slice(0, NAMED - 1), `${all.length - NAMED + 1} more`] : all;
  return names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}` : names[0]!;
}

/** A dimension inside a title. */
export const dimensionInTitle = (model: Model, dimension: Dimension) =>
  dimensionName(model, dimension).toLowerCase();

export const firstDataset = ({ measures }: { measures: readonly ShownMeasure[] }) => measures[0]!.dataset;
