/** A thread of the server: works out one task after another. */
import type { MessagePort } from 'node:worker_threads';
import { SourceProblem } from '../../core/cube/query';
import { forCaller } from '../caller';
import { diskFullProblem } from '../diskFull';
import { log } from '../log';
import { Problem } from '../problem';
import { TASKS, type Task } from './tasks';

export interface Call {
  readonly task: Task;
  readonly input: unknown;
  /** A message on it says that nobody waits for the answer any more. */
  readonly ended: MessagePort;
}

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

export default async function work({ task, input, ended }: Call): Promise<Outcome> {
  const caller = new AbortController();
  ended.once('message', () => caller.abort());
  const run = TASKS[task] as (given: unknown) => Promise<string>;
  try {
    return { ok: true, text: await forCaller(caller.signal, () => run(input)) };
  } catch (error) {
    const problem = error instanceof Problem ? error : diskFullProblem(error);
    if (problem) {
      const { code, message, status, details } = problem;
      return { ok: false, problem: { code, message, status, details } };
    }
    if (error instanceof SourceProblem)
      return { ok: false, problem: { code: 'connection-failed', message: error.message, status: 424 } };
    log().error(error, 'a task failed');
    return {
      ok: false,
      problem: {
        code: 'internal',
        message: 'Something went wrong here. Nothing was changed; the server’s log says more.',
        status: 500,
      },
    };
  } finally {
    ended.close();
  }
}
