import { endLink, makeLink } from '../../../../../server/accounts/dashboardRights';
import { serverConfig } from '../../../../../server/config';
import { idFrom, respond } from '../../../../../server/http';
import { Problem } from '../../../../../server/problem';

type Context = { params: Promise<{ id: string }> };

/** Makes a link that leads to a dashboard without an account, in the place of the one before; it is told this once. */
export function POST(request: Request, { params }: Context) {
  return respond(request, async ({ person }) => {
    const { team } = serverConfig();
    if (!team || person === null) throw new Problem('no-accounts', 'There are no accounts here.', 404);
    const key = await makeLink(idFrom((await params).id), person);
    return Response.json({ link: `${team.address}/api/links/${key}` }, { status: 201 });
  });
}

/** Ends it. */
export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => endLink(idFrom((await params).id)));
}
