/** Number range: bounds of a number of each row, or of a measure's totals by category. */
import { z } from 'zod';
import { id as ids } from '../../../model/ids';
import { numberBoundsSchema } from '../../../model/numberBounds';
import { columnOf, measureOf, measureRef } from '../../../model/model';
import { canBeShown, commonOfControls, CONTROL_DEFAULTS, controlKind, measureFor } from './entry';

const schema = z.object({
  ...commonOfControls,
  kind: z.literal('numbers'),
  of: z
    .union([z.object({ dataset: ids.key, column: ids.key }), measureRef])
    .describe('A number of each row, or a measure whose totals by category are compared'),
  face: z.enum(['slider', 'bins']).default('slider').describe('Of numbers of rows: a range, or ordered bins'),
  join: z
    .enum(['all', 'any'])
    .default('all')
    .describe(
      'Of totals: together with other ranges on totals of a visual, all of them or any of those joined by any',
    ),
  default: numberBoundsSchema.describe('Both ends inclusive; null is open'),
});

/** What every number range begins with, beside what it compares. */
export const NUMBERS_DEFAULTS = {
  ...CONTROL_DEFAULTS,
  title: '',
  face: 'slider',
  join: 'all',
  default: { low: null, high: null },
} satisfies Partial<z.infer<typeof schema>>;

export const numbers = controlKind(schema)({
  part: {
    name: 'Number range',
    hint: 'on rows, or on totals',
    says: 'Keeps rows, or whole categories by their totals, between two numbers.',
    example: 'Routes with more than 5,000 passengers in the window',
    group: 'Slicers and choosers',
    size: { w: 7, h: 5 },
    least: { w: 5, h: 4 },
  },
  holds: 'numbers',
  acts: ({ of }) => ('measure' in of ? { by: 'totals', measure: of } : { by: 'rows', dataset: of.dataset }),
  title: ({ of }, model) =>
    'measure' in of
      ? (measureOf(model, of.dataset, of.measure)?.name ?? of.measure)
      : (columnOf(model, of.dataset, of.column)?.name ?? of.column).replace(/_/g, ' '),
  /** A range on the dataset's first number; on totals of its first measure where it has none. */
  fresh: (ground) => {
    const dataset = ground.dataset(canBeShown);
    if (!dataset) return undefined;
    const column = dataset.columns.find((entry) => entry.type === 'whole' || entry.type === 'decimal');
    const of = column
      ? { dataset: dataset.key, column: column.key }
      : { dataset: dataset.key, measure: measureFor(dataset)!.key };
    return { ...NUMBERS_DEFAULTS, kind: 'numbers', of };
  },
  bounds: ({ of }) => ('column' in of ? of : null),
  reveals: () => ({ by: 'nothing' }),
});
