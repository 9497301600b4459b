/** A thread of the server: works out tasks; while one waits for the database, others go on. */
import { parentPort } from 'node:worker_threads';
import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/umd/node-adapter';
import { SourceProblem } from '../../core/cube/query';
import { forCaller } from '../caller';
import { diskFullProblem } from '../diskFull';
import { log } from '../log';
import { Problem } from '../problem';
import { TASKS, type Task } from './tasks';

/** The JSON text of the answer, or what a person can mend; errors of ours lose their kind between threads. */
export type Outcome =
  | { readonly ok: true; readonly text: string }
  | {
      readonly ok: false;
      readonly problem: {
        readonly code: string;
        readonly message: string;
        readonly status: number;
        readonly details?: unknown;
      };
    };

/** What the server asks of a thread. */
export interface ThreadWork {
  run(call: number, task: Task, input: unknown): Promise<Outcome>;
  /** Nobody waits for the answer of this call any more. */
  leave(call: number): void;
}

const callers = new Map<number, AbortController>();

async function run(call: number, task: Task, input: unknown): Promise<Outcome> {
  const caller = new AbortController();
  callers.set(call, caller);
  const answer = TASKS[task] as (given: unknown) => Promise<string>;
  try {
    return { ok: true, text: await forCaller(caller.signal, () => answer(input)) };
  } catch (error) {
    const problem = error instanceof Problem ? error : diskFullProblem(error);
    if (problem) {
      const { code, message, status, details } = problem;
      return { ok: false, problem: { code, message, status, details } };
    }
    if (error instanceof SourceProblem)
      return { ok: false, problem: { code: 'connection-failed', message: error.message, status: 424 } };
    log().error(error, 'a task failed');
    return { ok: false, problem: INTERNAL };
  } finally {
    callers.delete(call);
  }
}

const INTERNAL = {
  code: 'internal',
  message: 'Something went wrong here. Nothing was changed; the server’s log says more.',
  status: 500,
};

const work: ThreadWork = { run, leave: (call) => callers.get(call)?.abort() };
expose(work, nodeEndpoint(parentPort!));
