import { tableRowsSchema } from '../../../contract/rowsAsked';
import { readBody, respond } from '../../../server/http';
import { computed } from '../../../server/work/pool';

/** A page of a table visual's rows. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { document, state, table, ...page } = await readBody(request, tableRowsSchema);
    return computed('rows', { document, state, table, page });
  });
}
