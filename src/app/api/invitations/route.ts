import { tellObject } from '../../../server/accounts/deeds';
import { inviteSchema } from '../../../contract/people';
import { invite } from '../../../server/accounts/invitations';
import { readBody, respond } from '../../../server/http';

/** Invites a person; the link is told this once. */
export function POST(request: Request) {
  return respond(request, async ({ person }) => {
    const { email, role } = await readBody(request, inviteSchema);
    tellObject(request, `${email}, ${role}`);
    return Response.json(await invite(email.toLowerCase(), role, person), { status: 201 });
  });
}
