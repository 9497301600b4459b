/** Prints and files that are made by themselves, as they are sent. */
import { z } from 'zod';

/** What can be made of a whole dashboard or page. */
export const SCHEDULE_FORMATS = ['pdf', 'xlsx', 'json'] as const;

const name = z.string().trim().min(1).max(100);
const address = z.email().max(200);

export const scheduleSchema = z.object({
  name,
  cron: z
    .string()
    .trim()
    .min(9)
    .max(100)
    .describe('Minute, hour, day of the month, month, weekday: "0 7 * * 1-5"'),
  timeZone: z.string().min(1).max(64).describe('IANA time zone in which the hours are meant'),
  format: z.enum(SCHEDULE_FORMATS),
  selection: name.nullable().default(null).describe('Name of a selection; null: as designed'),
  page: name.nullable().default(null).describe('Name of a page; null: all'),
  folder: z
    .string()
    .trim()
    .max(200)
    .regex(
      /^(?:[\p{L}\p{N}_][\p{L}\p{N}_ -]*(?:\/[\p{L}\p{N}_][\p{L}\p{N}_ -]*)*)?$/u,
      'Letters, digits and lines, folders with / between.',
    )
    .default('')
    .describe('Folder below the one in which everything is put that is made'),
  mailTo: z.array(address).max(20).default([]),
  enabled: z.boolean().default(true),
});
export type Schedule = z.infer<typeof scheduleSchema>;

const scheduleRunSchema = z.object({
  dueAt: z.string().describe('ISO 8601'),
  startedAt: z.string(),
  finishedAt: z.string().nullable(),
  status: z.enum(['running', 'done', 'failed', 'interrupted']),
  missed: z.int().min(0).describe('Times that went by unused before it, which it stands for'),
  file: z.string().nullable(),
  message: z.string().nullable(),
});

export const storedScheduleSchema = scheduleSchema.extend({
  id: z.int(),
  nextDue: z.string().describe('ISO 8601'),
  runs: z.array(scheduleRunSchema).describe('The last ones, the newest first'),
});
export type StoredSchedule = z.infer<typeof storedScheduleSchema>;

export const schedulesSchema = z.object({
  schedules: z.array(storedScheduleSchema),
  folder: z.string().describe('Where everything is put that is made'),
  mails: z.boolean().describe('Whether mail can be sent'),
});
export type Schedules = z.infer<typeof schedulesSchema>;
