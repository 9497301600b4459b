/** The end of this process, when it is asked for: what goes on is told, so that it ends by itself. */
import { setMaxListeners } from 'node:events';
import { once } from './once';
import { Problem } from './problem';

const ourEnd = () => once('stopping', () => new AbortController());

/** A signal that is given when the process has been asked to end. Requests under way are still answered after it. */
export const stopping = (): AbortSignal => ourEnd().signal;

/** From now on a word to end is heard. */
export function listenForStop(): void {
  const controller = ourEnd();
  // Every job and every stream of events listens.
  setMaxListeners(0, controller.signal);
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => controller.abort());
}

/** Throws a `Problem` where nothing new is begun any more. */
export function refuseWhenStopping(): void {
  if (stopping().aborted)
    throw new Problem('stopping', 'Dathen is being stopped here. Do it again in a moment.', 503, {
      retryAfter: 5,
    });
}
