import { respond } from '../../../server/http';
import { startJob } from '../../../server/jobs/jobs';

/** Brings the demo data and its dashboards in, in the background. */
export function POST(request: Request) {
  return respond(request, async () => Response.json(await startJob({ do: 'demo' }, 0), { status: 202 }));
}
