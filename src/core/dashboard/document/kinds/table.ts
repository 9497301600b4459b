/** Table: the rows of a dataset, one by one. */
import { z } from 'zod';
import { id as ids } from '../../../model/ids';
import { datasetOf } from '../../../model/model';
import { canBeShown, visualKind } from './entry';
import { commonOfVisuals, VISUAL_DEFAULTS } from './measured';

/** Columns that a new table shows. */
const FIRST_COLUMNS = 8;

const schema = z.object({
  ...commonOfVisuals,
  kind: z.literal('table'),
  dataset: ids.key,
  role: ids.key.describe('Date role through which time controls reach the rows'),
  columns: z.array(ids.key).min(1).max(40),
});

export const table = visualKind(schema)({
  part: {
    name: 'Table',
    hint: 'rows, one by one',
    says: 'The rows themselves, one by one, in the columns that you choose.',
    example: 'The sailings that were cancelled, newest first',
    group: 'Visuals',
    size: { w: 24, h: 10 },
    least: { w: 6, h: 5 },
  },
  title: ({ dataset }, model) => `${datasetOf(model, dataset)?.name ?? 'Table'}, row by row`,
  fresh: (ground) => {
    const dataset = ground.dataset(canBeShown);
    if (!dataset) return undefined;
    return {
      ...VISUAL_DEFAULTS,
      kind: 'table',
      dataset: dataset.key,
      role: dataset.roles[0]!.key,
      columns: dataset.columns.slice(0, FIRST_COLUMNS).map((column) => column.key),
    };
  },
  dataset: ({ dataset }) => dataset,
  dimensions: () => [],
  marks: () => null,
  pales: false,
  takes: () => [],
  overTime: () => false,
});
