/** Calendar: days, months and years to pick from. */
import { z } from 'zod';
import { measureRef } from '../../../model/model';
import { controlKind, freshMeasure, phrase } from './entry';
import { commonOfTime, timeEntry, TIME_DEFAULTS } from './time';

export const CALENDAR_PICKS = ['day', 'days', 'range', 'from', 'up to'] as const;

const schema = z.object({
  ...commonOfTime,
  kind: z.literal('calendar'),
  picks: z.enum(CALENDAR_PICKS).describe('One day, several days, a range, from a day on, up to a day'),
  within: phrase.nullable().describe('Only days of this phrase are offered'),
  tint: measureRef.nullable().describe('Measure that tints the days'),
});

export const calendar = controlKind(schema)({
  ...timeEntry,
  movable: ({ picks }) => ({ start: picks === 'range', end: picks === 'range' }),
  part: {
    name: 'Calendar',
    hint: 'days, month by month',
    says: 'Days to click, drag over or type, month by month; striped where there is no data.',
    example: 'Mon 3 to Fri 14 March, and the two weekends before',
    group: 'Time controls',
    size: { w: 6, h: 11 },
    least: { w: 5, h: 9 },
  },
  title: () => 'Calendar',
  fresh: (ground) => ({
    ...TIME_DEFAULTS,
    kind: 'calendar',
    picks: 'range',
    within: null,
    tint: freshMeasure(ground) ?? null,
  }),
  measure: (control) => control.tint,
});
