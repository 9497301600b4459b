import { rowsBehindSchema } from '../../../../contract/rowsAsked';
import { readBody, respond } from '../../../../server/http';
import { computed } from '../../../../server/work/pool';

/** The rows behind a mark of a visual, or a value of a slicer, a page of them. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { document, state, of, ...page } = await readBody(request, rowsBehindSchema);
    return computed('rowsBehind', { document, state, of, page });
  });
}
