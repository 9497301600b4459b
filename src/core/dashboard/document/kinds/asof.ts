/** As-of day: another day in the place of today, for the whole dashboard. */
import { z } from 'zod';
import { id as ids } from '../../../model/ids';
import { commonOfControls, CONTROL_DEFAULTS, controlKind } from './entry';

const roleRefSchema = z.object({ dataset: ids.key, role: ids.key });
/** A date role of a dataset. */
export type RoleRef = z.infer<typeof roleRefSchema>;

const schema = z.object({
  ...commonOfControls,
  kind: z.literal('asof'),
  later: z
    .array(roleRefSchema)
    .max(50)
    .default([])
    .describe('Date roles whose later rows are left out while a day is chosen'),
});

export const asof = controlKind(schema)({
  part: {
    name: 'As-of day',
    hint: 'another day as today',
    says: 'Puts another day in the place of today, so that everything is seen as it stood then.',
    example: 'As of 1 March: last month is February, and later rows are not there yet',
    group: 'Slicers and choosers',
    size: { w: 7, h: 4 },
    least: { w: 5, h: 3 },
  },
  holds: 'day',
  acts: () => ({ by: 'clock' }),
  title: () => 'As of',
  fresh: () => ({ ...CONTROL_DEFAULTS, kind: 'asof', later: [] }),
  reveals: () => ({ by: 'nothing' }),
});
