/** The almanac as it is sent: its rule, its special days, and the sets that they come from. */
import { z } from 'zod';
import { specialDaySchema } from '../core/calendar/almanac';
import { calendarRuleSchema } from '../core/calendar/rule';
import type { MovedWindow, RuleChanges } from '../core/model/ruleChanges';
import { dayNumber } from './days';

const setName = z.string().trim().min(1).max(200);
const setKind = z.enum(['holiday', 'event']);

export const newSetSchema = z.object({
  name: setName,
  kind: setKind,
  source: z.string().min(1).max(500).describe('Name of the file as a person knows it'),
  text: z.string().max(4_000_000).describe('The text of an iCalendar file'),
});
export type NewSet = z.infer<typeof newSetSchema>;

export const setChangeSchema = z.object({ name: setName, kind: setKind, enabled: z.boolean() }).partial();
export type SetChange = z.infer<typeof setChangeSchema>;

const specialSetSchema = z.object({
  id: z.int(),
  name: z.string(),
  kind: setKind,
  enabled: z.boolean(),
  source: z.string(),
  events: z.int().describe('Events in the file, before any is repeated'),
  problem: z
    .string()
    .nullable()
    .describe('Why the set names no days although it is switched on; null when it can be used'),
});
export type SpecialSet = z.infer<typeof specialSetSchema>;
export const specialSetsSchema = z.array(specialSetSchema);

/** The rule that counts now, with what follows from it. */
export const ruleInUseSchema = z.object({
  rule: calendarRuleSchema,
  span: z.object({ first: dayNumber, last: dayNumber }).describe('Of the table of days'),
  special: z.array(specialDaySchema),
});
export const almanacSchema = ruleInUseSchema.extend({
  sets: specialSetsSchema,
  pinnedToday: z.string().nullable().describe('The day that the server was told to take for today'),
});
export type Almanac = z.infer<typeof almanacSchema>;

/** What another rule or phrase would show in the place of what a control shows now. */
const movedWindowSchema = z.object({
  dashboard: z.int(),
  title: z.string(),
  control: z.string(),
  phrase: z.string(),
  before: z.string(),
  after: z.string(),
  startMoves: z
    .number()
    .nullable()
    .describe('Days by which the first day moves; null where that end is open'),
  endMoves: z.number().nullable(),
}) satisfies z.ZodType<MovedWindow>;
export const movedWindowsSchema = z.array(movedWindowSchema);

export const ruleChangesSchema = z.object({
  windows: movedWindowsSchema,
  visuals: z.array(
    z.object({ dashboard: z.int(), title: z.string(), visual: z.string(), reason: z.string() }),
  ),
  dashboards: z.int().describe('Dashboards that were looked at'),
}) satisfies z.ZodType<RuleChanges>;

export const almanacExportSchema = z.object({ format: z.enum(['csv', 'parquet']).default('csv') });
