import { z } from 'zod';

const namedFor = z.enum(['start', 'end']);

/** The calendar rule of a workspace: where weeks begin, and how the fiscal year runs and is named. */
export const calendarRuleSchema = z.object({
  /** ISO weekday on which weeks begin, 1 Monday to 7 Sunday. */
  weekStart: z.int().min(1).max(7).default(1),
  /** ISO weekdays of the weekend. */
  weekend: z.array(z.int().min(1).max(7)).max(7).default([6, 7]),
  fiscal: z
    .object({
      /** Number of the fiscal month with which the fiscal year begins. */
      yearStartMonth: z.int().min(1).max(12).default(1),
      /** Day of a calendar month on which fiscal months begin. */
      monthStartDay: z.int().min(1).max(28).default(1),
      /** Whether a fiscal month takes the number of the calendar month in which it starts or ends. */
      monthNamedFor: namedFor.default('end'),
      /** Whether a fiscal year takes the year of its first or its last fiscal month. */
      yearNamedFor: namedFor.default('end'),
    })
    .prefault({}),
});

export type CalendarRule = z.infer<typeof calendarRuleSchema>;

/** Monday weeks, fiscal years that are calendar years. */
export const DEFAULT_RULE: CalendarRule = calendarRuleSchema.parse({});
