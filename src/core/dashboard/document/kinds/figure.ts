/** Figure: one number with a small line of how it came about. */
import { z } from 'zod';
import { visualKind } from './entry';
import { commonOfMeasured, firstDataset, freshMeasured, MEASURED_DEFAULTS, measureNames } from './measured';

const schema = z.object({ ...commonOfMeasured, kind: z.literal('figure') });

export const figure = visualKind(schema)({
  part: {
    name: 'Figure',
    hint: 'one number, small line',
    group: 'Visuals',
    size: { w: 5, h: 5 },
    least: { w: 3, h: 3 },
  },
  title: ({ measures }, model) => measureNames(measures, model),
  fresh: (ground) => {
    const found = freshMeasured(ground);
    return found && { ...MEASURED_DEFAULTS, kind: 'figure', measures: found.measures, most: 60 };
  },
  dataset: firstDataset,
  dimensions: () => [],
  marks: () => null,
  pales: false,
  takes: () => ['measures', 'baselines', 'grain'],
  overTime: () => true,
});
