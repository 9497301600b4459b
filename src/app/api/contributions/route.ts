import { contributionsAskedSchema } from '../../../contract/answers';
import { readBody, respond } from '../../../server/http';
import { computed } from '../../../server/work/pool';

/** Where a change of a visual comes from: by dimension, what each value adds to it. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { document, state, visual, ...asked } = await readBody(request, contributionsAskedSchema);
    return computed('contributions', { document, state, visual, asked });
  });
}
