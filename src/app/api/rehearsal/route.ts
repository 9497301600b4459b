import { z } from 'zod';
import { anyDocumentSchema } from '../../../core/dashboard/document/document';
import { DATA_ASSUMPTIONS } from '../../../core/dashboard/review/rehearsal';
import { readBody, respond } from '../../../server/http';
import { LONGEST_REHEARSAL } from '../../../server/wiring/wiring';
import { computed } from '../../../server/work/pool';

const bodySchema = z.object({
  document: anyDocumentSchema,
  days: z.int().min(1).max(LONGEST_REHEARSAL).default(366),
  assumption: z.enum(DATA_ASSUMPTIONS).default('same lag'),
});

/** A document that need not be saved, on each of so many days from today on. */
export function POST(request: Request) {
  return respond(request, async () => computed('rehearsal', await readBody(request, bodySchema)));
}
