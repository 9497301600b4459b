/** The server's threads, and the desk before them. */
import { createHash } from 'node:crypto';
import { availableParallelism } from 'node:os';
import { forLink } from '../accounts/linkRights';
import { sightOf } from '../accounts/sight';
import { callerSignal, currentCaller } from '../caller';
import { once } from '../once';
import { answerBasis } from '../model/revision';
import { metrics } from '../watch/metrics';
import { Desk } from './desk';
import type { InputOf, Task } from './tasks';
import { Threads } from './threads';

/** One core is left to the server itself and its database. */
const THREADS = Math.min(4, Math.max(1, availableParallelism() - 1));
/** While one task of a thread waits for the database, others go on. */
const AT_ONCE = 4;
/** Nothing that a reader can ask takes longer, in milliseconds; then its thread is ended. */
const LONGEST_MS = 60_000;

const threads = () => once('threads', () => new Threads(THREADS, LONGEST_MS));

const desk = () =>
  once('desk', () => new Desk({ atOnce: THREADS * AT_ONCE, waiting: 1000, kept: 64 * 1024 ** 2 }));

/** Starts the threads, so that the first question need not wait for them. */
export function startThreads(): void {
  threads().warm();
}

/**
 * The JSON text of a task's answer, worked out in a thread, and once for all who ask the same at the same state of
 * data, model and day, and may see the same rows. `subject` names what the answer follows from beside its input, such as a dashboard's revision.
 */
export async function compute<T extends Task>(
  task: T,
  given: InputOf<T>,
  subject: string | null = '',
): Promise<string> {
  const caller = currentCaller();
  metrics().tasks.inc({ task });
  const input = await forLink(caller, given);
  const sight = await sightOf(caller);
  const basis = subject === null ? null : await answerBasis();
  const key =
    basis === null
      ? null
      : createHash('sha256')
          .update(JSON.stringify([task, input, subject, basis, sight?.key]))
          .digest('base64');
  return desk().ask(key, (nobodyWaits) => threads().run(task, input, caller, nobodyWaits), callerSignal());
}

/** The same as an answer to a request. */
export async function computed<T extends Task>(
  task: T,
  input: InputOf<T>,
  subject?: string | null,
): Promise<Response> {
  const text = await compute(task, input, subject);
  return new Response(text, { headers: { 'content-type': 'application/json' } });
}
