/** The list of dashboards, and what each shows now. */
import { z } from 'zod';

/** What stands in a place of a layout: only as much as its picture tells. */
const partSchema = z.enum(['visual', 'time', 'choice']);

const layoutPartSchema = z.object({
  part: partSchema,
  x: z.int().min(0),
  y: z.int().min(0),
  w: z.int().min(1),
  h: z.int().min(1),
});
export type LayoutPart = z.infer<typeof layoutPartSchema>;

const dashboardEntrySchema = z.object({
  id: z.int(),
  title: z.string(),
  revision: z.int(),
  updatedAt: z.string().describe('ISO 8601'),
  visuals: z.int().min(0),
  controls: z.int().min(0),
  pages: z.int().min(1),
  tags: z.array(z.string()),
  problem: z.string().nullable().describe('Why it cannot be read, where this version does not understand it'),
  layout: z.array(layoutPartSchema).describe('Of the first page, in cells of the grid'),
});
export type DashboardEntry = z.infer<typeof dashboardEntrySchema>;
export const dashboardEntriesSchema = z.array(dashboardEntrySchema);

/** What a dashboard shows as it is designed, today. */
export const overviewSchema = z.object({
  periods: z
    .array(z.object({ control: z.string(), words: z.string() }))
    .describe('What time controls say now'),
  freshness: z.array(z.string()).describe('A sentence a dataset'),
  findings: z.int().min(0).describe('Of the wiring check, without the coming year'),
});
export type DashboardOverview = z.infer<typeof overviewSchema>;

export const revisionEntrySchema = z.object({
  entry: z.int().describe('Number of the version among all that are kept'),
  revision: z
    .int()
    .nullable()
    .describe('Null for one that was refused, since a newer one had been saved, and kept aside'),
  basedOn: z.int(),
  savedAt: z.string(),
});
export type RevisionEntry = z.infer<typeof revisionEntrySchema>;
export const revisionsSchema = z.array(revisionEntrySchema);

export const dashboardAskedSchema = z.object({
  download: z.string().optional().describe('The document alone, as a file'),
});
