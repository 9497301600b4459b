/** Crosstab: categories down, periods across. */
import { z } from 'zod';
import { dimensionSchema } from '../../../model/dimension';
import { firstDimension } from './chart';
import { columnsSchema } from './columns';
import { hasCategory, visualKind } from './entry';
import {
  commonOfMeasured,
  dimensionInTitle,
  firstDataset,
  freshMeasured,
  MEASURED_DEFAULTS,
  measureNames,
} from './measured';

const schema = z.object({
  ...commonOfMeasured,
  kind: z.literal('crosstab'),
  rows: z.array(dimensionSchema).min(1).max(3).describe('Dimensions down the side, the outer one first'),
  columns: columnsSchema,
  subtotals: z.boolean().default(true),
});

export const crosstab = visualKind(schema)({
  part: {
    name: 'Crosstab',
    hint: 'categories by periods',
    says: 'Figures in rows and columns: categories down, periods across, with totals and changes.',
    example: 'Passengers by route, this month beside the one before',
    group: 'Visuals',
    size: { w: 16, h: 10 },
    least: { w: 6, h: 5 },
  },
  title: ({ measures, rows }, model) =>
    `${measureNames(measures, model)} by ${rows.map((row) => dimensionInTitle(model, row)).join(' and ')}`,
  fresh: (ground) => {
    const found = freshMeasured(ground, hasCategory);
    if (!found) return undefined;
    return {
      ...MEASURED_DEFAULTS,
      kind: 'crosstab',
      measures: found.measures,
      most: 14,
      least: 1,
      rows: [firstDimension(found.dataset) ?? { attribute: 'weekday' }],
      columns: { kind: 'grain' },
      subtotals: true,
    };
  },
  dataset: firstDataset,
  dimensions: ({ rows }) => rows,
  marks: ({ rows, columns }) => ({ days: columns?.kind === 'grain', dimensions: rows }),
  pales: true,
  takes: ({ columns }) => {
    if (columns?.kind === 'periods') return ['measures'];
    return columns ? ['measures', 'baselines', 'grain'] : ['measures', 'baselines'];
  },
  overTime: ({ columns }) => columns?.kind === 'grain',
});
