import { z } from 'zod';
import { readBody, respond } from '../../../../server/http';
import { countKept } from '../../../../server/model/definitions';

const bodySchema = z.object({ dataset: z.string().min(1).max(64), sql: z.string().max(4000) });

/** How many rows of a dataset keep a condition; what is wrong with it comes as an error with its place. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { dataset, sql } = await readBody(request, bodySchema);
    return countKept(dataset, sql);
  });
}
