import { rehearsalAskedSchema } from '../../../contract/answers';
import { readBody, respond } from '../../../server/http';
import { computed } from '../../../server/work/pool';

/** A document that need not be saved, on each of so many days from today on. */
export function POST(request: Request) {
  return respond(request, async () => computed('rehearsal', await readBody(request, rehearsalAskedSchema)));
}
