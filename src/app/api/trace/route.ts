import { z } from 'zod';
import { anyDocumentSchema } from '../../../core/dashboard/document/document';
import { readerStateSchema } from '../../../core/dashboard/reader/state';
import { readBody, respond } from '../../../server/http';
import { computed } from '../../../server/work/pool';

const bodySchema = z.object({
  document: anyDocumentSchema,
  state: readerStateSchema,
  item: z.string().max(24),
});

/** Why an item of a document shows what it shows, step by step. */
export function POST(request: Request) {
  return respond(request, async () => computed('trace', await readBody(request, bodySchema)));
}
