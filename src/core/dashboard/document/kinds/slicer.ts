/** Slicer: values of a dimension, or of several as the levels of a tree. */
import { z } from 'zod';
import { dimensionKey, dimensionName, dimensionSchema, type Dimension } from '../../../model/dimension';
import { id as ids } from '../../../model/ids';
import { measureRef } from '../../../model/model';
import { categoryOf, commonOfControls, CONTROL_DEFAULTS, controlKind, hasCategory, value } from './entry';

/** What a designer can leave to readers. */
export const SLICER_SWITCHES = ['keep or leave out', 'kind of search'] as const;

const schema = z.object({
  ...commonOfControls,
  kind: z.literal('slicer'),
  dimension: dimensionSchema,
  below: z
    .array(z.object({ dataset: ids.key, column: ids.key }))
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
    .describe('Measure by which values are ordered; null: natural order'),
  orderFirst: z
    .enum(['greatest', 'least'])
    .default('greatest')
    .describe('Of values ordered by a measure: which come first; those without a value come last'),
  readers: z
    .array(z.enum(SLICER_SWITCHES))
    .max(SLICER_SWITCHES.length)
    .default([])
    .describe('What readers may switch for themselves'),
  counts: z.boolean().default(true).describe('Whether the rows of each value are shown'),
});

/** What every slicer begins with, beside what it chooses from. */
export const SLICER_DEFAULTS = {
  ...CONTROL_DEFAULTS,
  title: '',
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
  orderFirst: 'greatest',
  readers: [],
  counts: true,
} satisfies Omit<z.infer<typeof schema>, 'id' | 'kind' | 'dimension'>;

/** The dimensions of a slicer: its own, and the levels of a tree below it. */
export function slicerLevels({
  face,
  dimension,
  below,
}: Pick<z.infer<typeof schema>, 'face' | 'dimension' | 'below'>): Dimension[] {
  return face === 'tree' ? [dimension, ...below] : [dimension];
}

export const slicer = controlKind(schema)({
  part: {
    name: 'Slicer',
    hint: 'choose values',
    says: 'Values of a category to choose from, as a list, a menu, buttons or a tree.',
    example: 'Route: Veldry–Osk Head and Tamsel–Quern',
    group: 'Slicers and choosers',
    size: { w: 5, h: 9 },
    least: { w: 3, h: 4 },
  },
  holds: 'choice',
  acts: (control) => ({ by: 'dimensions', levels: slicerLevels(control) }),
  title: (control, model) => dimensionName(model, control.dimension),
  fresh: (ground) => {
    const dataset = ground.dataset(hasCategory);
    if (!dataset) return undefined;
    const isFree = (column: string) => !ground.taken.has(dimensionKey({ dataset: dataset.key, column }));
    const column =
      dataset.columns.find((entry) => entry.category && isFree(entry.key)) ?? categoryOf(dataset)!;
    return { ...SLICER_DEFAULTS, kind: 'slicer', dimension: { dataset: dataset.key, column: column.key } };
  },
  measure: (control) => control.orderBy,
  reveals: () => ({ by: 'values' }),
});
