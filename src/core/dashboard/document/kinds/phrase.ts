/** Phrase box: any period, typed. */
import { z } from 'zod';
import { controlKind } from './entry';
import { commonOfTime, timeEntry, TIME_DEFAULTS } from './time';

const schema = z.object({ ...commonOfTime, kind: z.literal('phrase') });

export const phrase = controlKind(schema)({
  ...timeEntry,
  movable: () => ({ start: true, end: true }),
  part: {
    name: 'Phrase box',
    hint: 'any period, typed',
    says: 'A field for any period in words, with completion and its days as you type.',
    example: 'last 13 full weeks before the latest',
    group: 'Time controls',
    size: { w: 8, h: 5 },
    least: { w: 5, h: 4 },
  },
  title: () => 'Days',
  fresh: () => ({ ...TIME_DEFAULTS, kind: 'phrase' }),
});
