import { endSession } from '../../../../server/accounts/people';
import { respond } from '../../../../server/http';

/** Ends one of one’s own sessions. */
export function DELETE(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async ({ person }) => endSession(person!, (await params).id));
}
