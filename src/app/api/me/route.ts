import { meOf } from '../../../server/accounts/me';
import { respond } from '../../../server/http';

export const dynamic = 'force-dynamic';

/** Who asks, and whether there are accounts at all. */
export function GET(request: Request) {
  return respond(request, meOf);
}
