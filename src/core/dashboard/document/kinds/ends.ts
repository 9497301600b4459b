/** From–to: each end fixed, rolling, or tied to the other one by a length. */
import { z } from 'zod';
import { controlKind } from './entry';
import { commonOfTime, timeEntry, TIME_DEFAULTS } from './time';

const schema = z.object({ ...commonOfTime, kind: z.literal('ends') });

export const ends = controlKind(schema)({
  ...timeEntry,
  movable: () => ({ start: true, end: true }),
  part: {
    name: 'From–to',
    hint: 'each end by itself',
    says: 'The first and the last day, each chosen by itself and each able to roll.',
    example: 'From the start of the year to yesterday',
    group: 'Time controls',
    size: { w: 9, h: 7 },
    least: { w: 6, h: 5 },
  },
  title: () => 'From–to',
  fresh: () => ({
    ...TIME_DEFAULTS,
    kind: 'ends',
    default: 'from latest so far minus 1 month plus 1 day to latest so far',
  }),
});
