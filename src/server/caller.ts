/** The request at whose behest work is done, so that work deep below can end when nobody waits for it any more. */
import { AsyncLocalStorage } from 'node:async_hooks';
import { once } from './once';

const storage = () => once('caller', () => new AsyncLocalStorage<AbortSignal>());

/** Runs work on behalf of a caller whose signal tells when it goes. */
export function forCaller<T>(signal: AbortSignal, work: () => Promise<T>): Promise<T> {
  return storage().run(signal, work);
}

/** Tells when the caller has gone; undefined for work of our own. */
export function callerSignal(): AbortSignal | undefined {
  return storage().getStore();
}

/** Runs work that goes on for everybody, whoever happened to begin it. */
export function forEverybody<T>(work: () => T): T {
  return storage().exit(work);
}
