import { startDemo } from '../../../server/datasets/demo';
import { respond } from '../../../server/http';

/** Brings the demo data and its dashboards in, in the background. */
export function POST(request: Request) {
  return respond(request, () => Promise.resolve(Response.json(startDemo(), { status: 202 })));
}
