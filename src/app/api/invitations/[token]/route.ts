import { endInvitation, invitedBy } from '../../../../server/accounts/invitations';
import { idFrom, respond } from '../../../../server/http';

export const dynamic = 'force-dynamic';

type Context = { params: Promise<{ token: string }> };

/** Whom an invitation is for, by what stands in its link. */
export function GET(request: Request, { params }: Context) {
  return respond(request, async () => invitedBy((await params).token));
}

/** Takes an invitation back, by its number. */
export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => endInvitation(idFrom((await params).token)));
}
