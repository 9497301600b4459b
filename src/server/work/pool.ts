/** The server's threads, and the desk before them. */
import { createHash } from 'node:crypto';
import { availableParallelism } from 'node:os';
import path from 'node:path';
import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { callerSignal } from '../caller';
import { log } from '../log';
import { once } from '../once';
import { Problem } from '../problem';
import { answerBasis } from '../model/revision';
import { Desk } from './desk';
import type { InputOf, Task } from './tasks';
import type { Call, Outcome } from './thread';

/** One core is left to the server itself and its database. */
const THREADS = Math.min(4, Math.max(1, availableParallelism() - 1));
/** While one task of a thread waits for the database, others go on. */
const AT_ONCE = 4;
/** Nothing that a reader can ask takes longer, in milliseconds; then its thread is ended. */
const LONGEST_MS = 60_000;

function threads(): Piscina {
  return once('threads', () => {
    const pool = new Piscina({
      filename: path.join(/* turbopackIgnore: true */ process.cwd(), 'src/server/work/thread.mjs'),
      minThreads: 1,
      maxThreads: THREADS,
      concurrentTasksPerWorker: AT_ONCE,
      idleTimeout: 600_000,
    });
    pool.on('error', (error: unknown) => log().error(error, 'a thread ended'));
    return pool;
  });
}

const desk = () =>
  once('desk', () => new Desk({ atOnce: THREADS * AT_ONCE, waiting: 1000, kept: 64 * 1024 ** 2 }));

/** Starts the threads, so that the first question need not wait for them. */
export function startThreads(): void {
  threads();
}

async function inThread(task: Task, input: unknown, nobodyWaits: AbortSignal): Promise<string> {
  const { port1: tell, port2: ended } = new MessageChannel();
  const leave = () => tell.postMessage('ended');
  nobodyWaits.addEventListener('abort', leave, { once: true });
  const tooLong = new AbortController();
  const timer = setTimeout(() => tooLong.abort(), LONGEST_MS);
  try {
    const call: Call = { task, input, ended };
    const outcome = (await threads().run(call, {
      signal: tooLong.signal,
      transferList: [ended],
    })) as Outcome;
    if (outcome.ok) return outcome.text;
    const { code, message, status, details } = outcome.problem;
    throw new Problem(code, message, status, details);
  } catch (error) {
    if (tooLong.signal.aborted)
      throw new Problem(
        'took-too-long',
        `This took longer than ${LONGEST_MS / 1000} seconds, so it was stopped. Ask for fewer days, rows or visuals.`,
        503,
      );
    throw error;
  } finally {
    clearTimeout(timer);
    nobodyWaits.removeEventListener('abort', leave);
    tell.close();
  }
}

/**
 * The JSON text of a task's answer, worked out in a thread, and once for all who ask the same at the same state of
 * data, model and day. `subject` names what the answer follows from beside its input, such as a dashboard's revision.
 */
export async function compute<T extends Task>(
  task: T,
  input: InputOf<T>,
  subject: string | null = '',
): Promise<string> {
  const basis = subject === null ? null : await answerBasis();
  const key =
    basis === null
      ? null
      : createHash('sha256')
          .update(JSON.stringify([task, input, subject, basis]))
          .digest('base64');
  return desk().ask(key, (nobodyWaits) => inThread(task, input, nobodyWaits), callerSignal());
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
