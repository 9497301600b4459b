/** What all route handlers share: who may call, how errors are told, how input is read. */
import { z } from 'zod';
import { SourceProblem } from '../core/cube/query';
import { fingerprint } from '../core/model/fingerprint';
import { log } from './log';
import { Problem } from './problem';

/** Largest JSON body that is read, in bytes. */
const LARGEST_JSON = 8 * 1024 * 1024;

const LOCAL_HOSTS = new Set(['127.0.0.1', 'localhost', '[::1]']);

function errorResponse(status: number, code: string, message: string, details?: unknown): Response {
  return Response.json(
    { error: { code, message, ...(details === undefined ? {} : { details }) } },
    { status },
  );
}

/** Dathen serves this machine only: other host names, and writes from other pages, are turned away. */
function checkCaller(request: Request) {
  const host = request.headers.get('host') ?? '';
  if (!LOCAL_HOSTS.has(host.replace(/:\d+$/, '')))
    throw new Problem('foreign-host', 'Dathen answers on 127.0.0.1 only.', 403);
  const origin = request.headers.get('origin');
  if (request.method !== 'GET' && origin !== null && new URL(origin).host !== host) {
    throw new Problem('foreign-origin', 'Only Dathen’s own pages may change data.', 403);
  }
}

/** Runs a handler and turns its errors into JSON with a code and a sentence. */
export async function respond(request: Request, handler: () => Promise<unknown>): Promise<Response> {
  try {
    checkCaller(request);
    const result = await handler();
    return result instanceof Response ? result : Response.json(result ?? { ok: true });
  } catch (error) {
    if (error instanceof Problem)
      return errorResponse(error.status, error.code, error.message, error.details);
    if (error instanceof SourceProblem) return errorResponse(424, 'connection-failed', error.message);
    if (error instanceof z.ZodError) {
      const [issue] = error.issues;
      const place = issue?.path.map(String).join('.') || 'the body';
      return errorResponse(400, 'bad-request', `${place}: ${issue?.message ?? 'does not fit'}`, error.issues);
    }
    log().error(error, 'request failed');
    return errorResponse(
      500,
      'internal',
      'Something went wrong here. Nothing was changed; the server’s log says more.',
    );
  }
}

/** The JSON body of a request, checked. Throws a `Problem` or a Zod error. */
export async function readBody<T>(request: Request, schema: z.ZodType<T>): Promise<T> {
  const text = await request.text();
  if (text.length > LARGEST_JSON) throw new Problem('too-large', 'The body is larger than 8 MB.', 413);
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    throw new Problem('not-json', 'The body is not JSON.');
  }
  return schema.parse(body);
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
