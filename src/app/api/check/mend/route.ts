import { mendAskedSchema } from '../../../../contract/answers';
import { readBody, respond } from '../../../../server/http';
import { computed } from '../../../../server/work/pool';

/** A document with the mend of one of its findings, which is looked for anew. */
export function POST(request: Request) {
  return respond(request, async () => computed('mend', await readBody(request, mendAskedSchema)));
}
