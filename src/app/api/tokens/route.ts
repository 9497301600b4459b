import { tellObject } from '../../../server/accounts/deeds';
import { newTokenSchema } from '../../../contract/people';
import { listTokens, makeToken } from '../../../server/accounts/tokens';
import { readBody, respond } from '../../../server/http';

export const dynamic = 'force-dynamic';

/** One’s own tokens for scripts. */
export function GET(request: Request) {
  return respond(request, async ({ person }) => listTokens(person!));
}

/** Makes one; it is told this once. */
export function POST(request: Request) {
  return respond(request, async ({ person, role }) => {
    const asked = await readBody(request, newTokenSchema);
    tellObject(request, `${asked.name}, ${asked.scope}`);
    return Response.json({ token: await makeToken(person!, role!, asked) }, { status: 201 });
  });
}
