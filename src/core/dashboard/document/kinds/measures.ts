/** Measure chooser: which measure the wired visuals show in the slot that the wire names. */
import { z } from 'zod';
import { measureOf, measureRef } from '../../../model/model';
import { canBeShown, commonOfControls, CONTROL_DEFAULTS, controlKind } from './entry';

/** Measures that a fresh chooser offers. */
const FIRST_OFFERED = 4;

const schema = z.object({
  ...commonOfControls,
  kind: z.literal('measures'),
  offer: z.array(measureRef).min(1).max(50).describe('Measures of any dataset, in this order'),
  several: z.boolean().default(false).describe('Whether several can be chosen, which fill several slots'),
  default: z.array(z.int().min(0).max(49)).max(8).default([0]).describe('Places in the list, from 0'),
});

export const measures = controlKind(schema)({
  part: {
    name: 'Measure chooser',
    hint: 'what visuals show',
    says: 'Lets readers choose which measures visuals show.',
    example: 'Passengers, revenue, or delay in the same charts',
    group: 'Slicers and choosers',
    size: { w: 8, h: 4 },
    least: { w: 4, h: 3 },
  },
  holds: 'measures',
  acts: () => ({ by: 'chooser', chooses: 'measures' }),
  title: () => 'Show',
  fresh: (ground) => {
    const dataset = ground.dataset(canBeShown);
    if (!dataset) return undefined;
    const offer = dataset.measures
      .slice(0, FIRST_OFFERED)
      .map((measure) => ({ dataset: dataset.key, measure: measure.key }));
    return { ...CONTROL_DEFAULTS, kind: 'measures', offer, several: false, default: [0] };
  },
  reveals: ({ offer }, { model }) => ({
    by: 'choices',
    choices: offer.map(({ dataset, measure }, i) => ({
      value: String(i),
      label: measureOf(model, dataset, measure)?.name ?? measure,
    })),
    isAll: true,
  }),
});
