import { z } from 'zod';
import { anyDocumentSchema } from '../../../core/dashboard/document/document';
import { readerStateSchema } from '../../../core/dashboard/reader/state';
import { readRowPage } from '../../../server/answers/rows';
import { readBody, respond } from '../../../server/http';
import { Problem } from '../../../server/problem';

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
    const visual = document.visuals.find((entry) => entry.id === table);
    if (visual?.kind !== 'table')
      throw new Problem('no-such-table', `The dashboard has no table “${table}”.`, 404);
    return readRowPage(document, state, visual, page);
  });
}
