/** As-of day: another day in the place of today, for the whole dashboard. */
import { z } from 'zod';
import { commonOfControls, CONTROL_DEFAULTS, controlKind } from './entry';

const schema = z.object({ ...commonOfControls, kind: z.literal('asof') });

export const asof = controlKind(schema)({
  part: {
    name: 'As-of day',
    hint: 'another day as today',
    group: 'Slicers and choosers',
    size: { w: 7, h: 4 },
    least: { w: 5, h: 3 },
  },
  holds: 'day',
  acts: () => ({ by: 'clock' }),
  title: () => 'As of',
  fresh: () => ({ ...CONTROL_DEFAULTS, kind: 'asof' }),
  reveals: () => ({ by: 'nothing' }),
});
