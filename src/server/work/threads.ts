/** The threads of the server: each takes a few tasks at once; one that does not come to an end is ended. */
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { wrap, type Remote } from 'comlink';
import nodeEndpoint from 'comlink/dist/umd/node-adapter';
import { log } from '../log';
import { Problem } from '../problem';
import type { Caller } from '../caller';
import type { Task } from './tasks';
import type { Outcome, ThreadWork } from './thread';

/** One that runs, with what it is at. */
class Thread {
  tasks = 0;
  private readonly worker: Worker;
  private readonly remote: Remote<ThreadWork>;
  /** Rejects when the thread ends. */
  readonly end: Promise<never>;

  constructor() {
    this.worker = new Worker(path.join(/* turbopackIgnore: true */ process.cwd(), '.program/thread.js'), {
      env: { ...process.env },
    });
    this.remote = wrap<ThreadWork>(nodeEndpoint(this.worker));
    this.end = new Promise((_, reject) => {
      this.worker.once('error', (error) => log().error(error, 'a thread failed'));
      this.worker.once('exit', () =>
        reject(new Problem('interrupted', 'The work on this was interrupted. Ask again.', 503)),
      );
    });
    this.end.catch(() => undefined);
  }

  async run(call: number, task: Task, input: unknown, caller: Caller): Promise<Outcome> {
    this.tasks++;
    try {
      return await Promise.race([this.remote.run(call, task, input, caller), this.end]);
    } finally {
      this.tasks--;
    }
  }

  leave(call: number): void {
    void this.remote.leave(call);
  }

  stop(): Promise<unknown> {
    return this.worker.terminate();
  }
}

export class Threads {
  private readonly running = new Set<Thread>();
  private calls = 0;

  constructor(
    private readonly most: number,
    /** A task that takes longer (milliseconds) ends its thread. */
    private readonly longest: number,
  ) {}

  /** Starts one, so that the first task need not wait for it. */
  warm(): void {
    if (this.running.size === 0) this.start();
  }

  /**
   * Works out a task with the rights of a caller. `nobodyWaits` tells it to come to an end.
   * Throws a `Problem` for what a person can mend, when the task takes too long, and when its thread is lost.
   */
  async run(task: Task, input: unknown, caller: Caller, nobodyWaits: AbortSignal): Promise<string> {
    const thread = this.free();
    const call = ++this.calls;
    const leave = () => thread.leave(call);
    nobodyWaits.addEventListener('abort', leave, { once: true });
    const limit = { passed: false };
    const timer = setTimeout(() => {
      limit.passed = true;
      void thread.stop();
    }, this.longest);
    try {
      const outcome = await thread.run(call, task, input, caller);
      if (outcome.ok) return outcome.text;
      const { code, message, status, details } = outcome.problem;
      throw new Problem(code, message, status, details);
    } catch (error) {
      if (!limit.passed) throw error;
      throw new Problem(
        'took-too-long',
        `This took longer than ${this.longest / 1000} seconds, so it was stopped. Ask for fewer days, rows or visuals.`,
        503,
      );
    } finally {
      clearTimeout(timer);
      nobodyWaits.removeEventListener('abort', leave);
    }
  }

  /** Ends all threads; what they are at is interrupted. */
  async stop(): Promise<void> {
    await Promise.all([...this.running].map((thread) => thread.stop()));
  }

  /** The thread with the least to do; a new one while there may be more. */
  private free(): Thread {
    const [least] = [...this.running].sort((a, b) => a.tasks - b.tasks);
    return least && (least.tasks === 0 || this.running.size >= this.most) ? least : this.start();
  }

  private start(): Thread {
    const thread = new Thread();
    this.running.add(thread);
    thread.end.catch(() => this.running.delete(thread));
    return thread;
  }
}
