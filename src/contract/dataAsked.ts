/** What is asked of the figures of a dashboard as a file. */
import { z } from 'zod';
import { anyDocumentSchema } from '../core/dashboard/document/document';
import { readerStateSchema } from '../core/dashboard/reader/state';
import { fileFormatSchema } from './files';

/** Which visuals are taken away, and how. */
export const takenSchema = z.object({
  visual: z.string().max(24).nullable().default(null).describe('Id of a visual; null: all of them'),
  page: z.string().max(24).nullable().default(null).describe('Id of a page: its visuals; null: those of all'),
  format: fileFormatSchema,
});

export const dataSchema = takenSchema.extend({ document: anyDocumentSchema, state: readerStateSchema });
