/** A request as those see it who watch: counted, timed, logged under an id, without what it is about. */
import { randomUUID } from 'node:crypto';
import { serverConfig } from '../config';
import { log } from '../log';
import { metrics } from './metrics';

/** Answers a request; the answer carries the id that the log has it under. `route` is its pattern, never its address. */
export async function watched(route: string, answer: () => Promise<Response>): Promise<Response> {
  const id = randomUUID();
  const begun = performance.now();
  const response = await answer();
  const ms = performance.now() - begun;
  metrics().requests.inc({ route, status: String(response.status) });
  metrics().seconds.observe({ route }, ms / 1000);
  const level = response.status >= 500 ? 'warn' : serverConfig().team ? 'info' : 'debug';
  log()[level]({ requestId: id, route, status: response.status, ms: Math.round(ms) }, 'request');
  // Redirections and answers of a library have headers that cannot be changed.
  const headers = new Headers(response.headers);
  headers.set('x-request-id', id);
  return new Response(response.body, { status: response.status, statusText: response.statusText, headers });
}
