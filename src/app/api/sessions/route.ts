import { sessionsOf } from '../../../server/accounts/people';
import { auth } from '../../../server/accounts/auth';
import { respond } from '../../../server/http';
import type { OwnSession } from '../../../contract/people';

export const dynamic = 'force-dynamic';

/** Where one is signed in. */
export function GET(request: Request) {
  return respond(request, async ({ person }): Promise<OwnSession[]> => {
    const now = await auth().api.getSession({ headers: request.headers });
    return (await sessionsOf(person!)).map((session) => ({
      id: session.id,
      browser: session.userAgent ?? '',
      address: session.ipAddress,
      begunAt: session.createdAt.toISOString(),
      seenAt: session.updatedAt.toISOString(),
      isThis: session.id === now?.session.id,
    }));
  });
}
