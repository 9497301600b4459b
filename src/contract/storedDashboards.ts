/** Dashboards with their documents as they are sent; apart from the lists of them, which need no document. */
import { z } from 'zod';
import { anyDocumentSchema, documentSchema } from '../core/dashboard/document/document';
import { revisionEntrySchema } from './dashboards';
import { DASHBOARD_RIGHTS } from './people';

/** A dashboard as it was saved last. */
export const storedDashboardSchema = z.object({
  id: z.int(),
  revision: z.int(),
  savedAt: z.string().describe('ISO 8601'),
  document: documentSchema,
});
/** With what one may do with it; everything where that is not said. */
export const openedDashboardSchema = storedDashboardSchema.extend({
  right: z.enum(DASHBOARD_RIGHTS).optional(),
});
/** A dashboard as it is opened. */
export type StoredDashboard = z.infer<typeof openedDashboardSchema>;

export const saveSchema = z.object({
  basedOn: z.int().min(0).describe('The revision that the document was made from'),
  document: anyDocumentSchema,
});
export const savedSchema = z.object({ saved: z.literal(true), revision: z.int(), savedAt: z.string() });

export const revisionSchema = revisionEntrySchema.extend({ document: documentSchema });
export type Revision = z.infer<typeof revisionSchema>;
