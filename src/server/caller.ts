/** On whose behalf work is done: what they may see, and when nobody waits for it any more. */
import { AsyncLocalStorage } from 'node:async_hooks';
import type { Role, TokenScope } from '../contract/people';
import { once } from './once';

export interface Caller {
  /**
   * `alone` is whoever uses a Dathen without accounts; `link` has nothing but a link to one dashboard; `unsecured` has
   * signed in and has to set up a second factor before anything else.
   */
  readonly kind: 'alone' | 'person' | 'unsecured' | 'token' | 'link' | 'nobody';
  /** The person, also behind a token; null for others. */
  readonly person: string | null;
  /** As the log of deeds names them. */
  readonly name: string;
  /** Null for those who have not signed in. */
  readonly role: Role | null;
  /** Groups of the person. */
  readonly groups: readonly number[];
  /** What a token is for; null where nothing is held back. */
  readonly scope: TokenScope | null;
  /** The one dashboard that a link leads to. */
  readonly dashboard: number | null;
}

/** Whoever uses a Dathen that runs for one person alone; also the program itself, at its own behest. */
export const ALONE: Caller = {
  kind: 'alone',
  person: null,
  name: 'Dathen',
  role: 'owner',
  groups: [],
  scope: null,
  dashboard: null,
};

interface Behalf {
  readonly caller: Caller;
  /** Undefined for work that goes on whoever leaves. */
  readonly signal: AbortSignal | undefined;
}

const storage = () => once('caller', () => new AsyncLocalStorage<Behalf>());

/** Runs work on behalf of a caller; the signal tells when they go. */
export function forCaller<T>(
  signal: AbortSignal | undefined,
  caller: Caller,
  work: () => Promise<T>,
): Promise<T> {
  return storage().run({ caller, signal }, work);
}

/**
 * On whose behalf work is done. Throws where people have accounts and nobody said so: what is not somebody's would be
 * everybody's.
 */
export function currentCaller(): Caller {
  const behalf = storage().getStore();
  if (behalf) return behalf.caller;
  if (process.env.DATHEN_TEAM === '1') throw new Error('Work was begun on nobody’s behalf.');
  return ALONE;
}

/** Runs the program’s own work, which may see everything. */
export function forOurselves<T>(work: () => T): T {
  return storage().run({ caller: ALONE, signal: undefined }, work);
}

/** Tells when the caller has gone; undefined for work of our own. */
export function callerSignal(): AbortSignal | undefined {
  return storage().getStore()?.signal;
}

/** Runs work that goes on whoever waits for it, with the rights of whoever began it. */
export function forEverybody<T>(work: () => T): T {
  return storage().run({ caller: currentCaller(), signal: undefined }, work);
}
