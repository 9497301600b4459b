/** Date tree: years down to days with check boxes. */
import { z } from 'zod';
import { controlKind } from './entry';
import { commonOfTime, timeEntry, TIME_DEFAULTS } from './time';

const schema = z.object({ ...commonOfTime, kind: z.literal('tree'), levels: z.enum(['calendar', 'fiscal']) });

export const tree = controlKind(schema)({
  ...timeEntry,
  part: {
    name: 'Date tree',
    hint: 'years down to days',
    says: 'Years that open into months and days, with a box before each.',
    example: 'All of 2025, and March 2026 without its Sundays',
    group: 'Time controls',
    size: { w: 5, h: 9 },
    least: { w: 4, h: 5 },
  },
  title: () => 'Dates',
  fresh: () => ({ ...TIME_DEFAULTS, kind: 'tree', levels: 'calendar' }),
});
