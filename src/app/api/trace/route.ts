import { traceAskedSchema } from '../../../contract/answers';
import { readBody, respond } from '../../../server/http';
import { computed } from '../../../server/work/pool';

/** Why an item of a document shows what it shows, step by step. */
export function POST(request: Request) {
  return respond(request, async () => computed('trace', await readBody(request, traceAskedSchema)));
}
