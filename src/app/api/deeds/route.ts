import { deedsAsked } from '../../../server/accounts/deedsAsked';
import { listDeeds } from '../../../server/accounts/deeds';
import { respond } from '../../../server/http';

export const dynamic = 'force-dynamic';

/** Who did what, the newest first: `?search=`, `?from=`, `?to=`, `?offset=`, `?limit=`. */
export function GET(request: Request) {
  return respond(request, async () => {
    const { offset, limit, ...asked } = deedsAsked(request);
    return listDeeds(asked, { offset, limit });
  });
}
