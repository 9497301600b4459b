/** What was deleted and can be brought back. */
import { z } from 'zod';

const kind = z.enum(['dashboard', 'dataset']);

/** One thing in the bin. */
export const binnedSchema = z.object({
  kind,
  id: z.string().min(1).max(64).describe('Number of a dashboard, key of a dataset'),
});

const binEntrySchema = z.object({
  kind,
  id: z.string(),
  name: z.string(),
  deletedAt: z.string().describe('ISO 8601'),
  goneAt: z.string().describe('From then on it can be gone for good'),
});
export type BinEntry = z.infer<typeof binEntrySchema>;
export const binSchema = z.array(binEntrySchema);
