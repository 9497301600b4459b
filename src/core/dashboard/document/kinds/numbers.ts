/** Number range: bounds of a number of each row, or of a measure's totals by category. */
import { z } from 'zod';
import { id as ids } from '../../../model/ids';
import { columnOf, measureOf, measureRef } from '../../../model/model';
import { canBeShown, commonOfControls, CONTROL_DEFAULTS, controlKind, measureFor } from './entry';

const bound = z.number().nullable();
export const numberBoundsSchema = z.object({ low: bound, high: bound });
export type NumberBounds = z.infer<typeof numberBoundsSchema>;

const schema = z.object({
  ...commonOfControls,
  kind: z.literal('numbers'),
  of: z
    .union([z.object({ dataset: ids.key, column: ids.key }), measureRef])
    .describe('A number of each row, or a measure whose totals by category are compared'),
  default: numberBoundsSchema.describe('Both ends inclusive; null is open'),
});

export const numbers = controlKind(schema)({
  part: {
    name: 'Number range',
    hint: 'on rows, or on totals',
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
    return { ...CONTROL_DEFAULTS, kind: 'numbers', of, default: { low: null, high: null } };
  },
  bounds: ({ of }) => ('column' in of ? of : null),
  reveals: () => ({ by: 'nothing' }),
});
