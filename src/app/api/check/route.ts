import { z } from 'zod';
import { anyDocumentSchema } from '../../../core/dashboard/document/document';
import { readBody, respond } from '../../../server/http';
import { computed } from '../../../server/work/pool';

const bodySchema = z.object({ document: anyDocumentSchema, year: z.boolean().default(false) });

/** The wiring check of a document that need not be saved; `year` looks at every day of the coming year too. */
export function POST(request: Request) {
  return respond(request, async () => computed('check', await readBody(request, bodySchema)));
}
