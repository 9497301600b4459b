/** Long work in the background as it is told. */
import { z } from 'zod';

export const JOB_STATES = ['running', 'done', 'failed', 'cancelled'] as const;
export const JOB_KINDS = ['profile', 'load', 'demo'] as const;

export const problemSchema = z.object({
  code: z.string(),
  message: z.string().describe('A sentence for a person'),
  details: z.unknown().optional(),
});

/** What every answer that is no success says. */
export const errorSchema = z.object({ error: problemSchema });

/** Work with a result of a form, which is null until it is done. */
export const jobWith = <T extends z.ZodType>(result: T) =>
  z.object({
    id: z.string(),
    kind: z.enum(JOB_KINDS),
    state: z.enum(JOB_STATES),
    rows: z.int().min(0),
    refused: z.int().min(0),
    bytes: z.number().min(0),
    totalBytes: z.number().min(0).describe('0 where that is not known'),
    result: result.nullable(),
    error: problemSchema.nullable(),
  });
export const jobSchema = jobWith(z.unknown());
export type JobReport = z.infer<typeof jobSchema>;
