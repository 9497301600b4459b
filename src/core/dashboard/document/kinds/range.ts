/** Range slider: two brackets over the covered span. */
import { z } from 'zod';
import { UNITS } from '../../../calendar/units';
import { measureRef } from '../../../model/model';
import { controlKind, freshMeasure } from './entry';
import { commonOfTime, timeEntry, TIME_DEFAULTS } from './time';

const schema = z.object({
  ...commonOfTime,
  kind: z.literal('range'),
  measure: measureRef.nullable().describe('Measure of the histogram'),
  fixedEnd: z.enum(['none', 'start', 'end']).describe('An end that readers cannot move'),
  snap: z.enum(UNITS).describe('Unit to whose edges the brackets go'),
});

export const range = controlKind(schema)({
  ...timeEntry,
  movable: ({ fixedEnd }) => ({ start: fixedEnd !== 'start', end: fixedEnd !== 'end' }),
  part: {
    name: 'Range slider',
    hint: 'two brackets, play',
    says: 'Two brackets on a scale of days, moved apart or together; it can also play.',
    example: 'Drag a window of 30 days through the year',
    group: 'Time controls',
    size: { w: 16, h: 5 },
    least: { w: 10, h: 4 },
  },
  title: () => 'Range',
  fresh: (ground) => ({
    ...TIME_DEFAULTS,
    kind: 'range',
    measure: freshMeasure(ground) ?? null,
    fixedEnd: 'none',
    snap: 'day',
  }),
  measure: (control) => control.measure,
  step: (control) => control.snap,
});
