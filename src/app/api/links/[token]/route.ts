import { linkAskedSchema } from '../../../../contract/people';
import { serialize } from 'cookie';
import { LINK_COOKIE, dashboardOfLink } from '../../../../server/accounts/dashboardRights';
import { serverConfig } from '../../../../server/config';
import { readQuery, respond } from '../../../../server/http';
import { Problem } from '../../../../server/problem';

export const dynamic = 'force-dynamic';

/** Where a link to one dashboard leads: its key goes into a cookie, and one goes on to the dashboard (`?embed`: to its frame). */
export function GET(request: Request, { params }: { params: Promise<{ token: string }> }) {
  return respond(request, async () => {
    const { team } = serverConfig();
    const key = (await params).token;
    const found = team && (await dashboardOfLink(key));
    if (!found) throw new Problem('no-such-link', 'This link is over. Ask whoever gave it to you.', 404);
    const isSecure = team.address.startsWith('https:');
    const cookie = serialize(LINK_COOKIE, key, {
      httpOnly: true,
      path: '/',
      // In the frames of other pages too, each page's apart.
      ...(isSecure ? { secure: true, sameSite: 'none', partitioned: true } : { sameSite: 'lax' }),
    });
    const place = readQuery(request, linkAskedSchema).embed !== undefined ? 'embed' : 'dashboards';
    return new Response(null, {
      status: 303,
      headers: { location: `/${place}/${found.dashboard}`, 'set-cookie': cookie },
    });
  });
}
