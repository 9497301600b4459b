import { isWatcher } from '../../server/watch/isWatcher';
import { metrics } from '../../server/watch/metrics';
import { respond } from '../../server/http';
import { Problem } from '../../server/problem';

export const dynamic = 'force-dynamic';

/** Counts and times in the OpenMetrics text format, for this machine and for owners. */
export function GET(request: Request) {
  return respond(request, async (caller) => {
    if (!isWatcher(caller, request))
      throw new Problem('not-allowed', 'This is for those who run Dathen.', 403);
    const { registry } = metrics();
    return new Response(await registry.metrics(), { headers: { 'content-type': registry.contentType } });
  });
}
