import { conditionAskedSchema } from '../../../../contract/modelling';
import { readBody, respond } from '../../../../server/http';
import { countKept } from '../../../../server/model/definitions';

/** How many rows of a dataset keep a condition; what is wrong with it comes as an error with its place. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { dataset, sql, values } = await readBody(request, conditionAskedSchema);
    return countKept(dataset, sql, new Map(Object.entries(values)));
  });
}
