import { readiness } from '../../../server/readiness';
import { respond } from '../../../server/http';

export const dynamic = 'force-dynamic';

/** Whether requests may be sent here: 200, or 503 with what is missing. */
export function GET(request: Request) {
  return respond(request, async () => {
    const found = await readiness();
    return Response.json(found, { status: found.ready ? 200 : 503 });
  });
}
