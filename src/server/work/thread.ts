/** A thread of the server: works out tasks; while one waits for the database, others go on. */
import { parentPort } from 'node:worker_threads';
import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/umd/node-adapter';
import { forCaller, type Caller } from '../caller';
import type { Problem } from '../problem';
import { problemFor } from '../problemFor';
import { TASKS, type Task } from './tasks';

/** The JSON text of the answer, or what a person can mend; errors of ours lose their kind between threads. */
export type Outcome =
  | { readonly ok: true; readonly text: string }
  | {
      readonly ok: false;
      readonly problem: Pick<Problem, 'code' | 'message' | 'status' | 'details'>;
    };

/** What the server asks of a thread. */
export interface ThreadWork {
  run: (call: number, task: Task, input: unknown, caller: Caller) => Promise<Outcome>;
  /** Nobody waits for the answer of this call any more. */
  leave: (call: number) => void;
}

const callers = new Map<number, AbortController>();

async function run(call: number, task: Task, input: unknown, caller: Caller): Promise<Outcome> {
  const waiting = new AbortController();
  callers.set(call, waiting);
  const answer = TASKS[task] as (given: unknown) => Promise<string>;
  try {
    return { ok: true, text: await forCaller(waiting.signal, caller, () => answer(input)) };
  } catch (error) {
    const { code, message, status, details } = problemFor(error, 'a task');
    return { ok: false, problem: { code, message, status, details } };
  } finally {
    callers.delete(call);
  }
}

const work: ThreadWork = { run, leave: (call) => callers.get(call)?.abort() };
expose(work, nodeEndpoint(parentPort!));
