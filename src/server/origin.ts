/** Who may ask for what, told by a request's headers alone: pages of others must not use Dathen through their visitors. */

export interface Refusal {
  readonly code: 'foreign-host' | 'foreign-origin';
  readonly message: string;
}

const LOCAL_HOSTS = new Set(['127.0.0.1', 'localhost', '[::1]']);

/** Where people with accounts reach it; undefined where there are none. */
const publicHost = (): string | undefined =>
  process.env.DATHEN_TEAM === '1' && process.env.DATHEN_ADDRESS !== undefined
    ? hostOf(process.env.DATHEN_ADDRESS)
    : undefined;

/**
 * Whether a `Host` header names this machine and, where the port that is listened on is known, that port; or where
 * people with accounts reach it.
 */
function isOurHost(host: string, port: string | undefined): boolean {
  if (host !== '' && host === publicHost()) return true;
  const match = /^(.*?)(?::(\d+))?$/.exec(host)!;
  return LOCAL_HOSTS.has(match[1]!) && (port === undefined || (match[2] ?? '80') === port);
}

/**
 * Why a request for a page or file is refused: host names that somebody else points to this machine are turned away.
 * Undefined where it may be answered.
 */
export function hostRefusal(headers: Headers, port = process.env.DATHEN_PORT): Refusal | undefined {
  if (isOurHost(headers.get('host') ?? '', port)) return undefined;
  return { code: 'foreign-host', message: `Dathen answers on ${publicHost() ?? '127.0.0.1'} only.` };
}

interface CallerRules {
  /** A person may come by a link on another page; a page in the background may not. */
  readonly isLedTo?: boolean;
  readonly port?: string | undefined;
}

/** Whether a browser shows the answer as a page of its own, at the word of a person. */
const isOpened = (headers: Headers): boolean =>
  headers.get('sec-fetch-mode') === 'navigate' && headers.get('sec-fetch-dest') === 'document';

/**
 * Why a request to the interface for programs is refused: pages from elsewhere may neither change nor read anything,
 * nor make it work. Programs say nothing of where they come from, and a person may open an address.
 */
export function callerRefusal(
  headers: Headers,
  { isLedTo = false, port = process.env.DATHEN_PORT }: CallerRules = {},
): Refusal | undefined {
  const foreignHost = hostRefusal(headers, port);
  if (foreignHost) return foreignHost;
  const origin = headers.get('origin');
  if (isLedTo && origin === null && isOpened(headers)) return undefined;
  const isForeign = origin === null ? isFromElsewhere(headers) : hostOf(origin) !== headers.get('host');
  if (!isForeign) return undefined;
  return { code: 'foreign-origin', message: 'Only Dathen’s own pages may ask for this.' };
}

/** The host of an origin; undefined for pages without one (“null”) and for what is none. */
function hostOf(origin: string): string | undefined {
  return URL.canParse(origin) ? new URL(origin).host : undefined;
}

function isFromElsewhere(headers: Headers): boolean {
  const site = headers.get('sec-fetch-site');
  return site !== null && site !== 'same-origin' && site !== 'none';
}
