/** What is asked of the figures of a dashboard as a file. */
import { z } from 'zod';
import { anyDocumentSchema } from '../core/dashboard/document/document';
import { readerStateSchema } from '../core/dashboard/reader/state';
import { fileFormatSchema, WHOLE_FORMATS } from './files';

export const dataSchema = z
  .object({
    document: anyDocumentSchema,
    state: readerStateSchema,
    visual: z.string().max(24).nullable().default(null).describe('Id of a visual; null: all of them'),
    format: fileFormatSchema,
  })
  .refine(({ visual, format }) => visual !== null || WHOLE_FORMATS.includes(format), {
    message: 'All visuals together go into xlsx or json; choose one visual for csv or parquet.',
    path: ['format'],
  });
