/** Look-back: a number and a unit, counted back from the anchor. */
import { z } from 'zod';
import { controlKind } from './entry';
import { commonOfTime, timeEntry, TIME_DEFAULTS } from './time';

/** Units that a look-back can count in: whole ones are those that are over. */
export const LOOK_BACK_UNITS = [
  'days',
  'days of data',
  'weeks',
  'months',
  'quarters',
  'years',
  'full weeks',
  'full months',
  'full quarters',
  'full years',
  'fiscal months',
  'full fiscal months',
] as const;

const schema = z.object({
  ...commonOfTime,
  kind: z.literal('lookback'),
  least: z.int().min(1).max(9999),
  most: z.int().min(1).max(9999),
  units: z.array(z.enum(LOOK_BACK_UNITS)).min(1).describe('Units that readers may choose from'),
});

export const lookback = controlKind(schema)({
  ...timeEntry,
  part: {
    name: 'Look-back',
    hint: 'last 14 days',
    says: 'So many days, weeks or months back from a point, changed by one number.',
    example: 'Last 28 days, up to the newest day with data',
    group: 'Time controls',
    size: { w: 6, h: 5 },
    least: { w: 5, h: 4 },
  },
  title: () => 'Look-back',
  fresh: () => ({
    ...TIME_DEFAULTS,
    kind: 'lookback',
    default: 'last 14 days',
    least: 1,
    most: 365,
    units: ['days', 'days of data', 'weeks', 'full weeks', 'full months'],
  }),
});
