/** Timeline: the almanac as a ribbon of tiles. */
import { z } from 'zod';
import { UNITS } from '../../../calendar/units';
import { controlKind } from './entry';
import { commonOfTime, timeEntry, TIME_DEFAULTS } from './time';

const schema = z.object({
  ...commonOfTime,
  kind: z.literal('timeline'),
  level: z.enum(UNITS).describe('Unit of a tile at the start'),
  levelFixed: z.boolean().describe('Whether readers cannot change the level'),
  size: z
    .enum(['ribbon', 'scale', 'words'])
    .describe('Ribbon alone, with its scale, or with the window in words too'),
});

export const timeline = controlKind(schema)({
  ...timeEntry,
  movable: () => ({ start: true, end: true }),
  part: {
    name: 'Timeline',
    hint: 'tiles of the almanac',
    says: 'Tiles of the almanac in a row: a window is moved and stretched over them at any level from year to day.',
    example: 'Months of two years, April to June in the brackets',
    group: 'Time controls',
    size: { w: 24, h: 4 },
    least: { w: 8, h: 3 },
  },
  title: () => 'Timeline',
  fresh: () => ({ ...TIME_DEFAULTS, kind: 'timeline', level: 'month', levelFixed: false, size: 'words' }),
  step: (control) => control.level,
});
