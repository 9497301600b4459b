/** Figure: one number with a small line of how it came about. */
import { z } from 'zod';
import { visualKind } from './entry';
import { commonOfMeasured, firstDataset, freshMeasured, MEASURED_DEFAULTS, measureNames } from './measured';

const schema = z.object({ ...commonOfMeasured, kind: z.literal('figure') });

export const figure = visualKind(schema)({
  part: {
    name: 'Figure',
    hint: 'one number, small line',
    says: 'One number with what it is compared against and a small line of how it came about.',
    example: '148,841 passengers, +11 % on the span before',
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
