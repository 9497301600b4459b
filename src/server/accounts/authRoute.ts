/** Requests to the library for accounts: only what the interface uses, and signing in goes into the log of deeds. */
import { z } from 'zod';
import { LEAST_PASSWORD, OPENID_PROVIDER } from '../../contract/people';
import type { Caller } from '../caller';
import { respond } from '../http';
import { serverConfig } from '../config';
import { Problem } from '../problem';
import { nothingThere } from './admission';
import { auth } from './auth';
import { NOBODY } from './callerOf';
import { addressOf, noteDeed } from './deeds';
import { endSessionOf } from './people';
import { checkTries, forgetTries, noteWrong, spendCode } from './tries';
import { checkStrength } from './weakPasswords';

/** Where the provider leads back to. */
const CALLBACK = `callback/${OPENID_PROVIDER}`;

/** What of the library is open; the rest of it is not, so that nothing is there twice. */
const OPEN = [
  'sign-in/email',
  'sign-in/social',
  'sign-out',
  CALLBACK,
  'two-factor/enable',
  'two-factor/disable',
  'two-factor/verify-totp',
  'two-factor/verify-backup-code',
  'request-password-reset',
  'reset-password',
  'change-password',
  'error',
];
const isOpen = (path: string) => OPEN.includes(path) || /^reset-password\/[\w-]+$/.test(path);

/** What the log says of a request to the library, by its path and the status of its answer. */
const DEEDS: Readonly<Record<string, { readonly done: string; readonly refused?: string }>> = {
  'sign-in/email': { done: 'signed in', refused: 'sign-in refused' },
  [CALLBACK]: { done: 'signed in by the provider', refused: 'sign-in by the provider refused' },
  'two-factor/verify-totp': { done: 'second factor given', refused: 'second factor refused' },
  'two-factor/verify-backup-code': { done: 'backup code given', refused: 'backup code refused' },
  'two-factor/enable': { done: 'second factor begun' },
  'two-factor/disable': { done: 'second factor given up' },
  'request-password-reset': { done: 'new password asked for' },
  'reset-password': { done: 'new password set', refused: 'new password refused' },
  'change-password': { done: 'password changed', refused: 'password not changed' },
  'sign-out': { done: 'signed out' },
};

/** A text of a JSON body, read from a copy of the request; undefined where there is none. */
async function textIn(request: Request, name: string): Promise<string | undefined> {
  if (!/^application\/json\b/i.test(request.headers.get('content-type') ?? '')) return undefined;
  const body: unknown = await request
    .clone()
    .json()
    .catch(() => undefined);
  const value =
    typeof body === 'object' && body !== null ? (body as Record<string, unknown>)[name] : undefined;
  return typeof value === 'string' ? value : undefined;
}

/** The address that somebody claims to have, for the log. */
const claimedEmail = async (request: Request) => (await textIn(request, 'email'))?.slice(0, 255);

/** Throws a `Problem` for what the library would do, but not we. */
async function checkAsked(path: string, request: Request, caller: Caller): Promise<void> {
  if (path === 'two-factor/disable' && serverConfig().team?.requiresSecondFactor)
    throw new Problem('second-factor-needed', 'Everybody here signs in with a second factor.', 403);
  if (path !== 'reset-password' && path !== 'change-password') return;
  const password = await textIn(request, 'newPassword');
  // One that is too short is told so by the library.
  if (password !== undefined && password.length >= LEAST_PASSWORD)
    await checkStrength(password, caller.person === null ? [] : [caller.name]);
}

const CODE = 'two-factor/verify-totp';
const signedInSchema = z.object({
  token: z.string(),
  user: z.object({ id: z.string(), email: z.string() }),
});

/** Takes a session back whose code had let somebody in before. */
async function checkUnused(code: string, request: Request, response: Response): Promise<void> {
  const { token, user } = signedInSchema.parse(await response.json());
  if (await spendCode(user.id, code)) return;
  await endSessionOf(token);
  const who = { ...NOBODY, name: user.email };
  await noteDeed(who, { action: 'used code refused', object: user.email, address: addressOf(request) });
  throw new Problem('used-code', 'This code was used already. Wait for the next one.', WRONG);
}

const WRONG = 401;
const TOO_MANY = 429;

/** A redirection to a page that says that something went wrong is no success. */
const isRefused = (response: Response) =>
  response.status >= 400 || /[?&]error=/.test(response.headers.get('location') ?? '');

/** Puts what became of a request into the log of deeds. */
async function noteAnswer(path: string, request: Request, response: Response, who: Caller): Promise<void> {
  const deed = DEEDS[path];
  const action = isRefused(response) ? deed?.refused : deed?.done;
  // Whoever is turned away for trying too often does not fill the log as well.
  if (action === undefined || response.status === TOO_MANY) return;
  await noteDeed(who, { action, object: who.name, address: addressOf(request) });
}

/** Answers a request to the library. */
export function answerAuth(request: Request): Promise<Response> {
  return respond(request, async (caller) => {
    if (!serverConfig().team) throw new Problem('no-accounts', 'There are no accounts here.', 404);
    const path = new URL(request.url).pathname.slice('/api/auth/'.length);
    if (!isOpen(path)) throw nothingThere();
    await checkAsked(path, request, caller);
    const email = caller.person === null ? await claimedEmail(request) : undefined;
    const response = await (path === 'sign-in/email' && email !== undefined
      ? answerSignIn(request, email)
      : path === CODE && caller.person === null
        ? answerCode(request)
        : auth().handler(request));
    // What of the data the browser kept goes with the session.
    if (path === 'sign-out' && response.ok) response.headers.set('clear-site-data', '"cache"');
    await noteAnswer(path, request, response, email === undefined ? caller : { ...NOBODY, name: email });
    return response;
  });
}

/** Throws a `Problem` where too many passwords were tried for an address. */
async function answerSignIn(request: Request, email: string): Promise<Response> {
  await checkTries(email);
  const response = await auth().handler(request);
  if (response.ok) await forgetTries(email);
  else if (response.status === WRONG) await noteWrong(email);
  return response;
}

/** Throws a `Problem` for a code that had let somebody in before. */
async function answerCode(request: Request): Promise<Response> {
  const code = await textIn(request, 'code');
  const response = await auth().handler(request);
  if (code !== undefined && response.ok) await checkUnused(code, request, response.clone());
  return response;
}
