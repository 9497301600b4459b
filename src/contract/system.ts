/** How a Dathen itself is, as it is sent. */
import { z } from 'zod';

export const doneSchema = z.object({ ok: z.literal(true) });

export const healthSchema = z.object({
  version: z.string(),
  database: z.union([
    z.object({ ok: z.literal(true), version: z.string() }),
    z.object({ ok: z.literal(false) }),
  ]),
});

export const readinessSchema = z.object({
  ready: z.boolean(),
  missing: z.array(z.string()).describe('What is missing, in words; none where it is ready'),
  away: z
    .array(z.string())
    .describe('Nodes that do not answer: what no cube holds of the rows there cannot be answered'),
});
export type Readiness = z.infer<typeof readinessSchema>;

export const embedOriginsSchema = z.object({ origins: z.array(z.string()) });

export const madeIdSchema = z.object({ id: z.int() });
