/** Grain chooser: the length of the buckets of wired visuals. */
import { z } from 'zod';
import { commonOfControls, CONTROL_DEFAULTS, controlKind } from './entry';
import { grainSchema } from './measured';

const schema = z.object({
  ...commonOfControls,
  kind: z.literal('grain'),
  offer: z.array(grainSchema).min(1).max(20),
  default: grainSchema.default('auto'),
});

export const grain = controlKind(schema)({
  part: {
    name: 'Grain chooser',
    hint: 'by day, month, quarter …',
    says: 'Lets readers choose the length of the buckets that charts show.',
    example: 'By day, by week or by month',
    group: 'Slicers and choosers',
    size: { w: 8, h: 4 },
    least: { w: 4, h: 3 },
  },
  holds: 'grain',
  acts: () => ({ by: 'chooser', chooses: 'grain' }),
  title: () => 'By',
  fresh: () => ({
    ...CONTROL_DEFAULTS,
    kind: 'grain',
    offer: ['auto', 'day', 'week', 'month', 'quarter', 'year'],
    default: 'auto',
  }),
  reveals: ({ offer }) => ({
    by: 'choices',
    choices: offer.map((entry) => ({ value: entry, label: entry })),
    isAll: true,
  }),
});
