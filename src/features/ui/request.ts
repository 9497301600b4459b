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

interface ErrorBody {
  readonly error?: { readonly code?: string; readonly message?: string; readonly details?: unknown };
}

/**
 * Sends a request and reads its JSON answer. `basis` is what a change starts from: the server refuses it (`stale`) where
 * that is not what there is any more. Throws a `RequestError` with a sentence for the person.
 */
export async function requestJson<T>(
  path: string,
  init: { method?: string; body?: unknown; keepalive?: boolean; basis?: unknown } = {},
): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, {
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
  const body: unknown = await response.json().catch(() => null);
  if (response.ok) return body as T;
  const { error } = (body ?? {}) as ErrorBody;
  throw new RequestError(
    error?.code ?? 'unknown',
    error?.message ?? 'The server answered with an error.',
    response.status,
    error?.details,
  );
}

/** Sends a request and checks its JSON answer. Throws a `RequestError` as `requestJson` does, and where the answer is of another form. */
export async function requestAs<S extends z.ZodType>(
  schema: S,
  path: string,
  init: Parameters<typeof requestJson>[1] = {},
): Promise<z.infer<S>> {
  const parsed = schema.safeParse(await requestJson<unknown>(path, init));
  if (parsed.success) return parsed.data;
  throw new RequestError(
    'unreadable',
    'The server and this page are of different versions. Reload the page.',
    200,
    parsed.error.issues,
  );
}
