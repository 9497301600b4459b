/** The controls of a dashboard, as the document holds them. */
import { z } from 'zod';
import { UNITS } from '../../calendar/units';
import { dimensionSchema } from '../../model/dimension';
import { id as ids } from '../../model/ids';
import { measureRef } from '../../model/model';

const id = ids.item;
const key = ids.key;
export const title = z.string().max(200).describe('Shown title; empty means a title made from the settings');

/** A slicer's value; null is a blank one. */
const value = z.string().max(500).nullable();
const phrase = z.string().min(1).max(500).describe('Period phrase');
const point = z.string().min(1).max(200).describe('Point of time, as period phrases have them');

/** What every control has. */
const common = {
  id,
  title,
  hold: z.boolean().default(false).describe('Whether changes wait for Apply'),
  reveal: z
    .object({
      control: id,
      values: z.array(value).min(1).max(100).describe('Values of a slicer, or phrases of a time control'),
    })
    .nullable()
    .default(null)
    .describe('Shown, and in effect, only while another control holds one of these'),
};

/** What every time control has beside that. */
const time = {
  ...common,
  default: phrase.describe('Period phrase with which readers begin'),
  anchor: point
    .nullable()
    .default(null)
    .describe('What rolling phrases count from; null: as the dashboard says'),
  allowUncovered: z.boolean().default(false).describe('Whether periods without data can be chosen'),
  offer: z
    .enum(['union', 'intersection'])
    .default('union')
    .describe('Days with data in any, or in all, of what it is wired to'),
  lost: z
    .enum(['keep', 'follow'])
    .default('keep')
    .describe('When other choices take the data away under the window: it stays and is struck, or it moves'),
};

const timelineSchema = z.object({
  ...time,
  kind: z.literal('timeline'),
  level: z.enum(UNITS).describe('Unit of a tile at the start'),
  levelFixed: z.boolean().describe('Whether readers cannot change the level'),
  size: z
    .enum(['ribbon', 'scale', 'words'])
    .describe('Ribbon alone, with its scale, or with the window in words too'),
});
const rangeSliderSchema = z.object({
  ...time,
  kind: z.literal('range'),
  measure: measureRef.nullable().describe('Measure of the histogram'),
  fixedEnd: z.enum(['none', 'start', 'end']).describe('An end that readers cannot move'),
  snap: z.enum(UNITS).describe('Unit to whose edges the brackets go'),
});
export const CALENDAR_PICKS = ['day', 'days', 'range', 'from', 'up to'] as const;
const calendarSchema = z.object({
  ...time,
  kind: z.literal('calendar'),
  picks: z.enum(CALENDAR_PICKS).describe('One day, several days, a range, from a day on, up to a day'),
  within: phrase.nullable().describe('Only days of this phrase are offered'),
  tint: measureRef.nullable().describe('Measure that tints the days'),
});
const periodListSchema = z.object({
  ...time,
  kind: z.literal('periods'),
  face: z.enum(['menu', 'buttons']),
  entries: z
    .array(z.object({ name: z.string().trim().min(1).max(100), phrase }))
    .min(1)
    .max(60),
  chooseDates: z.boolean().describe('Whether a last entry opens start and end'),
});
const lookBackSchema = z.object({
  ...time,
  kind: z.literal('lookback'),
  least: z.int().min(1).max(9999),
  most: z.int().min(1).max(9999),
  units: z
    .array(z.enum(['days', 'days of data', 'weeks', 'months', 'full weeks', 'full months']))
    .min(1)
    .describe('Units that readers may choose from'),
});
const phraseBoxSchema = z.object({ ...time, kind: z.literal('phrase') });
const dateTreeSchema = z.object({
  ...time,
  kind: z.literal('tree'),
  levels: z.enum(['calendar', 'fiscal']),
});

const slicerSchema = z.object({
  ...common,
  kind: z.literal('slicer'),
  dimension: dimensionSchema,
  below: z
    .array(z.object({ dataset: key, column: key }))
    .max(3)
    .default([])
    .describe('Further levels of a tree, each limited by the one above; values are then JSON lists of names'),
  custom: z
    .array(z.string().min(1).max(500))
    .max(200)
    .default([])
    .describe('Values that are offered whether the data has them or not'),
  default: z.array(value).max(1000).describe('Values chosen at the start; none means every value'),
  several: z.boolean().describe('Whether more than one value can be chosen'),
  unavailable: z.enum(['struck', 'hidden']).describe('How values without data are shown'),
  face: z.enum(['list', 'menu', 'buttons', 'tree']).default('list'),
  exclude: z
    .boolean()
    .default(false)
    .describe('Whether chosen values are left out, in the place of all others'),
  required: z.boolean().default(false).describe('Whether nothing is shown until a value is chosen'),
  search: z
    .enum(['contains', 'begins with', 'ends with'])
    .default('contains')
    .describe('How the search of a long list looks for values'),
  orderBy: measureRef
    .nullable()
    .default(null)
    .describe('Measure by which values are ordered, the greatest first; null: natural order'),
  counts: z.boolean().default(true).describe('Whether the rows of each value are shown'),
});

/** What every slicer begins with, beside what it chooses from. */
export const SLICER_DEFAULTS = {
  title: '',
  hold: false,
  reveal: null,
  below: [],
  custom: [],
  default: [],
  several: true,
  unavailable: 'struck',
  face: 'list',
  exclude: false,
  required: false,
  search: 'contains',
  orderBy: null,
  counts: true,
} satisfies Omit<z.infer<typeof slicerSchema>, 'id' | 'kind' | 'dimension'>;
/** One condition of a condition control: a text of its own, or a definition that other dashboards share. */
export const conditionEntrySchema = z.object({
  id,
  name: z.string().max(100).describe('Shown name; empty means the text itself'),
  sql: z.string().max(4000).describe('SQL search condition on the dataset’s columns'),
  definition: key
    .nullable()
    .default(null)
    .describe('Key of a definition that stands in the place of the text'),
  on: z.boolean().default(true).describe('Whether it is switched on at the start'),
});
export type ConditionEntry = z.infer<typeof conditionEntrySchema>;
const joinSchema = z.enum(['all', 'any']).describe('Whether rows have to keep all of them, or any');
const conditionControlSchema = z.object({
  ...common,
  kind: z.literal('condition'),
  dataset: key,
  join: joinSchema.default('all'),
  groups: z
    .array(
      z.object({ join: joinSchema.default('all'), entries: z.array(conditionEntrySchema).min(1).max(30) }),
    )
    .max(12),
  open: z.boolean().default(true).describe('Whether readers can type a condition of their own'),
});

const bound = z.number().nullable();
export const numberBoundsSchema = z.object({ low: bound, high: bound });
export type NumberBounds = z.infer<typeof numberBoundsSchema>;
const numberRangeSchema = z.object({
  ...common,
  kind: z.literal('numbers'),
  of: z
    .union([z.object({ dataset: key, column: key }), measureRef])
    .describe('A number of each row, or a measure whose totals by category are compared'),
  default: numberBoundsSchema.describe('Both ends inclusive; null is open'),
});
const asOfSchema = z.object({ ...common, kind: z.literal('asof') });

export const controlSchema = z.discriminatedUnion('kind', [
  timelineSchema,
  rangeSliderSchema,
  calendarSchema,
  periodListSchema,
  lookBackSchema,
  phraseBoxSchema,
  dateTreeSchema,
  slicerSchema,
  conditionControlSchema,
  numberRangeSchema,
  asOfSchema,
]);
export type Control = z.infer<typeof controlSchema>;
export type ControlKind = Control['kind'];
export type Timeline = z.infer<typeof timelineSchema>;
export type RangeSlider = z.infer<typeof rangeSliderSchema>;
export type CalendarPicker = z.infer<typeof calendarSchema>;
export type PeriodList = z.infer<typeof periodListSchema>;
export type LookBack = z.infer<typeof lookBackSchema>;
export type PhraseBox = z.infer<typeof phraseBoxSchema>;
export type DateTree = z.infer<typeof dateTreeSchema>;
export type Slicer = z.infer<typeof slicerSchema>;
export type AsOfChooser = z.infer<typeof asOfSchema>;
export type ConditionControl = z.infer<typeof conditionControlSchema>;
export type NumberRange = z.infer<typeof numberRangeSchema>;
export type TimeControl = Exclude<Control, Slicer | ConditionControl | NumberRange | AsOfChooser>;

/** Kinds of controls that hold no days. */
const TIMELESS: readonly Control['kind'][] = ['slicer', 'condition', 'numbers', 'asof'];

export const CONTROL_KINDS: readonly ControlKind[] = controlSchema.options.map(
  (option) => option.shape.kind.value,
);

/** Whether a control holds a period phrase. */
export function isTimeControl(control: Control): control is TimeControl {
  return !TIMELESS.includes(control.kind);
}

/** What every time control begins with, beside its own settings. */
export const TIME_DEFAULTS = {
  title: '',
  hold: false,
  reveal: null,
  default: 'all',
  anchor: null,
  allowUncovered: false,
  offer: 'union',
  lost: 'keep',
} as const;
