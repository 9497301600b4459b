/** Period list: the designer's named phrases. */
import { z } from 'zod';
import { controlKind, namedPeriod, phrase } from './entry';
import { commonOfTime, timeEntry, TIME_DEFAULTS } from './time';

const schema = z.object({
  ...commonOfTime,
  kind: z.literal('periods'),
  face: z.enum(['menu', 'buttons']),
  entries: z
    .array(z.object({ name: z.string().trim().min(1).max(100), phrase, named: namedPeriod }))
    .min(1)
    .max(60),
  chooseDates: z.boolean().describe('Whether a last entry opens start and end'),
});

/** The periods that a new list begins with; the designer takes away and adds. */
const STARTING_PERIODS = [
  { name: 'Last 7 days', phrase: 'last 7 days' },
  { name: 'Last 28 days', phrase: 'last 28 days' },
  { name: 'Last 13 full weeks', phrase: 'last 13 full weeks' },
  { name: 'This month so far', phrase: 'this month to date' },
  { name: 'Last month', phrase: 'last month' },
  { name: 'Last 3 full months', phrase: 'last 3 full months' },
  { name: 'This quarter so far', phrase: 'this quarter to date' },
  { name: 'This year so far', phrase: 'this year to date' },
  { name: 'Last year', phrase: 'last year' },
  { name: 'Next 30 days', phrase: 'next 30 days' },
  { name: 'Everything', phrase: 'all' },
];

export const periods = controlKind(schema)({
  ...timeEntry,
  part: {
    name: 'Period list',
    hint: 'named periods',
    says: 'A short list of periods by name, of which readers choose one or several.',
    example: 'This month, last month, Summer timetable',
    group: 'Time controls',
    size: { w: 7, h: 11 },
    least: { w: 4, h: 4 },
  },
  title: () => 'Period',
  fresh: () => ({
    ...TIME_DEFAULTS,
    kind: 'periods',
    face: 'buttons',
    entries: STARTING_PERIODS.map((entry) => ({ ...entry, named: null })),
    chooseDates: true,
  }),
  reveals: ({ entries, chooseDates }) => ({
    by: 'choices',
    choices: entries.map((entry) => ({ value: entry.phrase, label: entry.name })),
    isAll: !chooseDates,
  }),
});
