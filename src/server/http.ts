/** What all route handlers share: who may call, how errors are told, how input is read. */
import { z } from 'zod';
import { fingerprint } from '../core/model/fingerprint';
import { admit } from './accounts/admission';
import { callerOf } from './accounts/callerOf';
import { addressOf, noteDeed, objectOf } from './accounts/deeds';
import { routeOf, type RouteFound } from './accounts/routeRights';
import { forCaller, type Caller } from './caller';
import { callerRefusal } from './origin';
import { Problem } from './problem';
import { problemFor } from './problemFor';
import { watched } from './watch/watched';

/** Largest JSON body that is read, in bytes. */
const LARGEST_JSON = 8 * 1024 * 1024;

/** A problem as an answer; one that is turned away is told when to come back. */
function errorResponse({ status, code, message, details }: Problem): Response {
  const error = { code, message, ...(details === undefined ? {} : { details }) };
  const seconds = (details as { retryAfter?: number } | undefined)?.retryAfter;
  const headers: Record<string, string> = seconds === undefined ? {} : { 'retry-after': String(seconds) };
  return Response.json({ error }, { status, headers });
}

/** What is wrong with the input of a request; undefined for errors of another kind. */
function inputProblem(error: unknown): Problem | undefined {
  if (error instanceof RangeError && /call stack/i.test(error.message))
    return new Problem('too-deep', 'The body is nested too deeply.');
  if (!(error instanceof z.ZodError)) return undefined;
  const [issue] = error.issues;
  const place = issue?.path.map(String).join('.') || 'the body';
  return new Problem('bad-request', `${place}: ${issue?.message ?? 'does not fit'}`, 400, error.issues);
}

/**
 * Runs a handler for a caller who may use the route (`routeRights.ts` says who), and turns its errors into JSON with a
 * code and a sentence.
 */
export function respond(request: Request, handler: (caller: Caller) => Promise<unknown>): Promise<Response> {
  const route = routeOf(request.method, new URL(request.url).pathname);
  return watched(route?.route ?? 'unlisted', () => answered(request, route, handler));
}

async function answered(
  request: Request,
  route: RouteFound | undefined,
  handler: (caller: Caller) => Promise<unknown>,
): Promise<Response> {
  try {
    const refusal = callerRefusal(request.headers, { isLedTo: route?.right.isLedTo === true });
    if (refusal) throw new Problem(refusal.code, refusal.message, 403);
    const caller = await callerOf(request.headers);
    await admit(caller, route);
    const result = await forCaller(request.signal, caller, () => handler(caller));
    const deed = route?.right.deed;
    if (deed !== undefined && !(result instanceof Response && result.status >= 400))
      await noteDeed(caller, { action: deed, object: objectOf(request), address: addressOf(request) });
    return result instanceof Response ? result : Response.json(result ?? { ok: true });
  } catch (error) {
    return errorResponse(inputProblem(error) ?? problemFor(error, 'a request'));
  }
}

/** The text of a body; what is larger is given up while it is read. */
async function readText(request: Request, most: number): Promise<string> {
  const tooLarge = () => new Problem('too-large', `The body is larger than ${most / 1024 / 1024} MB.`, 413);
  if (Number(request.headers.get('content-length') ?? 0) > most) throw tooLarge();
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  for await (const chunk of (request.body ?? []) as AsyncIterable<Uint8Array>) {
    bytes += chunk.byteLength;
    if (bytes > most) throw tooLarge();
    chunks.push(chunk);
  }
  return Buffer.concat(chunks).toString('utf8');
}

/** The text of a body of a type. Throws a `Problem` for one of another type, and for a larger one. */
export async function readPlainText(request: Request, type: string, most: number): Promise<string> {
  if (!(request.headers.get('content-type') ?? '').toLowerCase().startsWith(type))
    throw new Problem('bad-type', `Send the body as ${type}.`, 415);
  return readText(request, most);
}

/** The JSON body of a request, checked. Throws a `Problem` or a Zod error. */
export async function readBody<T>(request: Request, schema: z.ZodType<T>): Promise<T> {
  if (!/^application\/json\b/i.test(request.headers.get('content-type') ?? ''))
    throw new Problem('not-json', 'Send the body as application/json.', 415);
  const text = await readText(request, LARGEST_JSON);
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    throw new Problem('not-json', 'The body is not JSON.');
  }
  return schema.parse(body);
}

/** What stands after the question mark of a request's address, checked. Throws a Zod error. */
export function readQuery<T>(request: Request, schema: z.ZodType<T>): T {
  return schema.parse(Object.fromEntries(new URL(request.url).searchParams));
}

/**
 * Refuses a change that is based on another state than the one there is: callers name theirs by its fingerprint in
 * `if-match`; those who do not take what comes.
 */
export function checkBasis(request: Request, known: unknown): void {
  const basis = request.headers.get('if-match');
  if (basis !== null && basis !== fingerprint(known))
    throw new Problem(
      'stale',
      'Somebody else changed this meanwhile. It is shown as it is now; make your change again.',
      409,
    );
}

/** A number from the path. */
export function idFrom(text: string): number {
  const id = z.coerce.number().int().positive().safeParse(text);
  if (!id.success) throw new Problem('bad-request', `“${text}” is not a number of a dashboard.`);
  return id.data;
}
