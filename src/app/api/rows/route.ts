import { z } from 'zod';
import { anyDocumentSchema } from '../../../core/dashboard/document/document';
import { readerStateSchema } from '../../../core/dashboard/reader/state';
import { readBody, respond } from '../../../server/http';
import { computed } from '../../../server/work/pool';

const bodySchema = z.object({
  document: anyDocumentSchema,
  state: readerStateSchema,
  table: z.string(),
  offset: z.int().min(0).max(100_000_000),
  limit: z.int().min(1).max(1000),
  sort: z.object({ column: z.string(), descending: z.boolean() }).nullable(),
});

/** A page of a table visual's rows. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { document, state, table, ...page } = await readBody(request, bodySchema);
    return computed('rows', { document, state, table, page });
  });
}
