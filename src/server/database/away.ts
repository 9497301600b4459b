/** Dathen's own database is away: what is told of it, so that callers know that it passes. */
import { Problem } from '../problem';

/** Codes with which the driver says that there is no connection, or not any more. */
const AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ETIMEDOUT',
  'EPIPE',
  'EHOSTUNREACH',
  'ENETUNREACH',
  'ENOTFOUND',
  'EAI_AGAIN',
  'PROTOCOL_CONNECTION_LOST',
  'PROTOCOL_SEQUENCE_TIMEOUT',
  'ER_SERVER_SHUTDOWN',
  'ER_CONNECTION_KILLED',
  'ER_CON_COUNT_ERROR',
]);

/** After so many seconds one may ask again. */
const AGAIN_SECONDS = 2;

/** Whether an error, or what caused it, says that the database was not there. */
function saysAway(error: unknown): boolean {
  if (typeof error !== 'object' || error === null) return false;
  const { code, cause } = error as Error & { code?: string };
  return AWAY.has(code ?? '') || saysAway(cause);
}

/** The problem to tell where the database is away; undefined for all other errors. */
export function databaseAwayProblem(error: unknown): Problem | undefined {
  if (error instanceof Problem || !saysAway(error)) return undefined;
  return new Problem(
    'database-away',
    'The database does not answer right now. Nothing was changed; do it again in a moment.',
    503,
    { retryAfter: AGAIN_SECONDS },
  );
}
