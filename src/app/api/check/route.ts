import { checkAskedSchema } from '../../../contract/answers';
import { readBody, respond } from '../../../server/http';
import { computed } from '../../../server/work/pool';

/** The wiring check of a document that need not be saved; `year` looks at every day of the coming year too. */
export function POST(request: Request) {
  return respond(request, async () => computed('check', await readBody(request, checkAskedSchema)));
}
