import { acceptSchema } from '../../../../contract/people';
import { noteDeed, addressOf } from '../../../../server/accounts/deeds';
import { acceptInvitation } from '../../../../server/accounts/invitations';
import { readBody, respond } from '../../../../server/http';

/** Makes the account of whoever was invited. */
export function POST(request: Request) {
  return respond(request, async (caller) => {
    const email = await acceptInvitation(await readBody(request, acceptSchema));
    await noteDeed(
      { ...caller, name: email },
      {
        action: 'invitation accepted',
        object: email,
        address: addressOf(request),
      },
    );
    return Response.json({ email }, { status: 201 });
  });
}
