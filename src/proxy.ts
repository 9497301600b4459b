/** What goes before every request for a page or file: who may ask at all, and the headers that keep pages to themselves. */
import { NextResponse, type NextRequest } from 'next/server';
import { originsFrom } from './core/embedOrigins';
import { SAFE_HEADERS } from './core/safeHeaders';
import { admitToPage, isForAnyone, SECURING_PAGE } from './server/accounts/pageRights';
import { hostRefusal } from './server/origin';

/** What a page may load and run: its own files, and the scripts that the server itself put in. */
function contentPolicy(nonce: string, framing: string): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    "worker-src 'self'",
    `style-src-elem 'self' 'nonce-${nonce}'`,
    // Places and sizes are written into elements; that runs nothing and loads nothing.
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    `frame-ancestors ${framing}`,
  ].join('; ');
}

/** What somebody who may not see a page gets in its place; undefined where they may see it. */
async function inPlaceOfPage(
  request: NextRequest,
): Promise<'sign in' | 'second factor' | 'not there' | undefined> {
  const { pathname } = request.nextUrl;
  if (process.env.DATHEN_TEAM !== '1' || isForAnyone(pathname)) return undefined;
  const { callerOf } = await import('./server/accounts/callerOf');
  const answer = admitToPage(await callerOf(request.headers), pathname);
  return answer === 'shown' ? undefined : answer;
}

export async function proxy(request: NextRequest): Promise<NextResponse> {
  const refusal = hostRefusal(request.headers);
  if (refusal) return NextResponse.json({ error: refusal }, { status: 403 });
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64');
  const { pathname, search } = request.nextUrl;
  const instead = await inPlaceOfPage(request);
  if (instead === 'sign in') {
    const signIn = new URL('/sign-in', process.env.DATHEN_ADDRESS);
    signIn.searchParams.set('to', `${pathname}${search}`);
    return NextResponse.redirect(signIn, { status: 303, headers: SAFE_HEADERS });
  }
  if (instead === 'second factor')
    return NextResponse.redirect(new URL(SECURING_PAGE, process.env.DATHEN_ADDRESS), {
      status: 303,
      headers: SAFE_HEADERS,
    });
  // Nothing but what is made for it is shown in frames, and that on listed pages only.
  const origins = pathname.startsWith('/embed/') ? originsFrom(process.env.DATHEN_EMBED_ORIGINS) : [];
  const policy = contentPolicy(nonce, origins.length > 0 ? origins.join(' ') : "'none'");
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('content-security-policy', policy);
  const response =
    instead === 'not there'
      ? NextResponse.rewrite(new URL('/no-such-page', request.url), { request: { headers } })
      : NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  for (const [name, value] of Object.entries(SAFE_HEADERS)) response.headers.set(name, value);
  // It knows no list of origins; the policy says the same.
  if (origins.length > 0) response.headers.delete('x-frame-options');
  return response;
}

/**
 * Everything but the routes for programs, which look at their callers themselves; their headers stand in
 * next.config.ts. Going through here costs as much as most of them take, and holds their bodies in memory, cut off at
 * 10 MB.
 */
export const config = { matcher: ['/((?!api/).*)'] };
