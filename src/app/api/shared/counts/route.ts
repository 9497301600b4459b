import { valueCountsAskedSchema } from '../../../../contract/modelling';
import { readBody, respond } from '../../../../server/http';
import { rowsOfValues } from '../../../../server/model/shared';

/** The rows that have each of some values, over the columns of a shared dimension. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { members, values } = await readBody(request, valueCountsAskedSchema);
    return rowsOfValues(members, values);
  });
}
