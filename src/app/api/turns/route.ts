import { z } from 'zod';
import { anyDocumentSchema } from '../../../core/dashboard/document/document';
import { readerStateSchema } from '../../../core/dashboard/reader/state';
import { readBody, respond } from '../../../server/http';
import { computed } from '../../../server/work/pool';

const bodySchema = z.object({
  document: anyDocumentSchema,
  state: readerStateSchema,
  only: z.array(z.string()).max(500),
});

/** Answers the items that the browser's engine cannot, for a document that need not be saved yet. */
export function POST(request: Request) {
  return respond(request, async () => computed('turn', await readBody(request, bodySchema)));
}
