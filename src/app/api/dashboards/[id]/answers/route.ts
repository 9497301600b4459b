import { answersAskedSchema } from '../../../../../contract/answers';
import { revisionOf } from '../../../../../server/dashboards/read';
import { idFrom, readBody, respond } from '../../../../../server/http';
import { computed } from '../../../../../server/work/pool';

/** What every visual and control of a dashboard shows for a reader's state. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { rows, ...given } = await readBody(request, answersAskedSchema);
    const id = idFrom((await params).id);
    const state = { periods: {}, choices: {}, ...given };
    return computed('answers', { id, state, rows }, String(await revisionOf(id)));
  });
}
