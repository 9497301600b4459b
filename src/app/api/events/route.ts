import { stopping } from '../../../server/stopping';
import { sightOf } from '../../../server/accounts/sight';
import { modelEvents } from '../../../server/model/events';
import { respond } from '../../../server/http';

export const dynamic = 'force-dynamic';

/** Server-sent events: `model` whenever datasets, almanac or shared dimensions change, with what a load changed. */
export function GET(request: Request) {
  return respond(request, async (caller) => {
    const told = caller.kind === 'link' ? 'that' : (await sightOf(caller)) === null ? 'all' : 'what';
    return new Response(modelEvents(AbortSignal.any([request.signal, stopping()]), told), {
      headers: {
        'content-type': 'text/event-stream',
        'cache-control': 'no-store',
        'x-accel-buffering': 'no',
      },
    });
  });
}
