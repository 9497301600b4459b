/** Requests to the server. Its errors carry a code and a sentence that can be shown. */

import type { z } from 'zod';
import { fingerprint } from '../../core/model/fingerprint';

export class RequestError extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly status: number,
    readonly details: unknown,
  ) {
    super(message);
    this.name = 'RequestError';
  }
}

interface ErrorTold {
  readonly code?: string;
  readonly message?: string;
  readonly details?: unknown;
}
/** Signing in tells its errors without a cover. */
type ErrorBody = ErrorTold & { readonly error?: ErrorTold };

const signedOut = new EventTarget();

/** Listens for answers that say that one is not signed in any more; gives the way to stop. */
export function onSignedOut(listener: () => void): () => void {
  signedOut.addEventListener('out', listener);
  return () => signedOut.removeEventListener('out', listener);
}

/**
 * Sends a request and reads its JSON answer. `basis` is what a change starts from: the server refuses it (`stale`) where
 * that is not what there is any more. Throws a `RequestError` with a sentence for the person.
 */
export async function requestJson(path: string, init: RequestOptions = {}): Promise<unknown> {
  const response = await answered(path, init);
  const body: unknown = await response.json().catch(() => null);
  if (response.ok) return body;
  throw refused(response, body);
}

interface RequestOptions {
  readonly method?: string;
  readonly body?: unknown;
  readonly keepalive?: boolean;
  readonly basis?: unknown;
}

/** The response to a request, whatever it is; throws a `RequestError` where there is none. */
async function answered(path: string, init: RequestOptions): Promise<Response> {
  try {
    return await fetch(path, {
      method: init.method ?? (init.body === undefined ? 'GET' : 'POST'),
      ...(init.body === undefined ? {} : { body: JSON.stringify(init.body) }),
      headers: {
        ...(init.body === undefined ? {} : { 'content-type': 'application/json' }),
        ...(init.basis === undefined ? {} : { 'if-match': fingerprint(init.basis) }),
      },
      ...(init.keepalive ? { keepalive: true } : {}),
    });
  } catch {
    throw new RequestError(
      'offline',
      'The server does not answer. What you see is kept here; it is tried again.',
      0,
      null,
    );
  }
}

/** What a response that is no success says. */
function refused({ status }: Response, body: unknown): RequestError {
  const told = (body ?? {}) as ErrorBody;
  const error = told.error ?? told;
  if (status === 401 && error.code === 'sign-in') signedOut.dispatchEvent(new Event('out'));
  return new RequestError(
    error.code ?? 'unknown',
    error.message ?? 'The server answered with an error.',
    status,
    error.details,
  );
}

/** The name that a response gives its file; “dathen” where it gives none. */
function fileNameOf(response: Response): string {
  const given = /filename\*=UTF-8''([^;]+)/.exec(response.headers.get('content-disposition') ?? '');
  return given ? decodeURIComponent(given[1]!) : 'dathen';
}

/** Asks for a file. Throws a `RequestError` with a sentence for the person. */
export async function requestFile(path: string, body: unknown): Promise<{ name: string; content: Blob }> {
  const response = await answered(path, { body });
  if (!response.ok) throw refused(response, await response.json().catch(() => null));
  try {
    return { name: fileNameOf(response), content: await response.blob() };
  } catch {
    throw new RequestError('cut-off', 'The file was cut off on its way. Try again.', 0, null);
  }
}

/** Sends a request and checks its JSON answer. Throws a `RequestError` as `requestJson` does, and where the answer is of another form. */
export async function requestAs<S extends z.ZodType>(
  schema: S,
  path: string,
  init: Parameters<typeof requestJson>[1] = {},
): Promise<z.infer<S>> {
  const parsed = schema.safeParse(await requestJson(path, init));
  if (parsed.success) return parsed.data;
  throw new RequestError(
    'unreadable',
    'The server and this page are of different versions. Reload the page.',
    200,
    parsed.error.issues,
  );
}

/** Does what a server may refuse. Its sentence where it was refused; null where it was done. */
export async function orSentence(work: () => Promise<unknown>): Promise<string | null> {
  try {
    await work();
    return null;
  } catch (error) {
    if (error instanceof RequestError) return error.message;
    throw error;
  }
}

/** Sends a text of a type. Throws a `RequestError` with a sentence for the person. */
export async function sendText(path: string, type: string, text: string): Promise<void> {
  let response: Response;
  try {
    response = await fetch(path, { method: 'POST', body: text, headers: { 'content-type': type } });
  } catch {
    throw new RequestError('offline', 'The server does not answer. Nothing is lost; try again.', 0, null);
  }
  if (!response.ok) throw refused(response, await response.json().catch(() => null));
}
