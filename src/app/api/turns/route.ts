import { turnAskedSchema } from '../../../contract/answers';
import { readBody, respond } from '../../../server/http';
import { computed } from '../../../server/work/pool';

/** Answers the items that the browser's engine cannot, for a document that need not be saved yet. */
export function POST(request: Request) {
  return respond(request, async () => computed('turn', await readBody(request, turnAskedSchema)));
}
