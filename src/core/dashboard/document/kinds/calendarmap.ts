/** Calendar map: a value for each day. */
import { z } from 'zod';
import { visualKind } from './entry';
import { commonOfMeasured, firstDataset, freshMeasured, MEASURED_DEFAULTS, measureNames } from './measured';

const schema = z.object({ ...commonOfMeasured, kind: z.literal('calendarmap') });

export const calendarmap = visualKind(schema)({
  part: {
    name: 'Calendar map',
    hint: 'a value for each day',
    says: 'One square a day, tinted by a measure, a month a line.',
    example: 'Strongest wind on each day: storms stand out',
    group: 'Visuals',
    size: { w: 12, h: 10 },
    least: { w: 8, h: 5 },
  },
  title: ({ measures }, model) => `${measureNames(measures, model)}, day by day`,
  fresh: (ground) => {
    const found = freshMeasured(ground);
    return found && { ...MEASURED_DEFAULTS, kind: 'calendarmap', measures: found.measures };
  },
  dataset: firstDataset,
  dimensions: () => [],
  marks: () => ({ days: true, dimensions: [] }),
  pales: true,
  takes: () => ['measures', 'baselines'],
  overTime: () => true,
});
