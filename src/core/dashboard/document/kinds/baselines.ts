/** Baseline chooser: what the figures of wired visuals are compared against. */
import { z } from 'zod';
import { id as ids } from '../../../model/ids';
import { baselineName, ownBaselineSchema } from './compare';
import { commonOfControls, CONTROL_DEFAULTS, controlKind } from './entry';

/** What can be chosen: a baseline of the dashboard by its id, or one that the reader typed. */
export const chosenBaselineSchema = z.union([ids.item, ownBaselineSchema]);
export type ChosenBaseline = z.infer<typeof chosenBaselineSchema>;

const schema = z.object({
  ...commonOfControls,
  kind: z.literal('baselines'),
  offer: z.array(ids.item).max(50).describe('Baselines of the dashboard, by id, in this order'),
  several: z.boolean().default(false).describe('Whether more than one can be chosen'),
  open: z.boolean().default(false).describe('Whether readers can type one of their own'),
  default: z.array(ids.item).max(50).default([]),
});

export const baselines = controlKind(schema)({
  part: {
    name: 'Baseline chooser',
    hint: 'what to compare with',
    says: 'Lets readers choose what figures are compared with.',
    example: 'Against the span before, or the same weeks a year earlier',
    group: 'Slicers and choosers',
    size: { w: 8, h: 5 },
    least: { w: 5, h: 4 },
  },
  holds: 'baselines',
  acts: () => ({ by: 'chooser', chooses: 'baselines' }),
  title: () => 'Compare with',
  fresh: ({ baselines: known }) => ({
    ...CONTROL_DEFAULTS,
    kind: 'baselines',
    offer: known.map((entry) => entry.id),
    several: false,
    open: true,
    default: known.slice(0, 1).map((entry) => entry.id),
  }),
  reveals: ({ offer }, { baselines: named }) => ({
    by: 'choices',
    choices: named
      .filter((entry) => offer.includes(entry.id))
      .map((entry) => ({ value: entry.id, label: baselineName(entry) })),
    isAll: true,
  }),
});
