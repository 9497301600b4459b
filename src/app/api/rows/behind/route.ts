import { rowsBehindSchema } from '../../../../contract/rowsAsked';
import { readBody, respond } from '../../../../server/http';
import { computed } from '../../../../server/work/pool';

/** The rows behind a mark of a visual, a page of them. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { document, state, visual, offset, limit, sort, columns, ...asked } = await readBody(
      request,
      rowsBehindSchema,
    );
    return computed('rowsBehind', { document, state, visual, asked, page: { offset, limit, sort, columns } });
  });
}
