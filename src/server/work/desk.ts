/**
 * Answers questions for many: who asks the same shares one answer, a few are worked out at a time, the others wait in
 * a line, and who goes leaves it. Answers are kept for those who ask later.
 */
import { LRUCache } from 'lru-cache';
import PQueue from 'p-queue';
import { Problem } from '../problem';

export interface DeskLimits {
  /** Questions that are worked out at the same time. */
  readonly atOnce: number;
  /** Questions that may wait; more are turned away. */
  readonly waiting: number;
  /** Characters of all answers that are kept. */
  readonly kept: number;
}

/** A question that is waited for. */
interface Open {
  readonly answer: Promise<string>;
  readonly nobodyWaits: AbortController;
  waiting: number;
}

/** Seconds after which one that is turned away may ask again. */
const RETRY_SECONDS = 2;

const gone = () => new Problem('gone', 'Nobody waits for this answer any more.', 499);

export class Desk {
  private readonly open = new Map<string, Open>();
  private readonly line: PQueue;
  private readonly answers: LRUCache<string, string>;

  constructor(private readonly limits: DeskLimits) {
    this.line = new PQueue({ concurrency: limits.atOnce });
    this.answers = new LRUCache({ maxSize: limits.kept, sizeCalculation: (text) => text.length + 1 });
  }

  /**
   * The answer of a question. `key` names all that the answer follows from; without one it is neither shared nor kept.
   * `work` is told by its signal when nobody waits any more. Throws a `Problem` when too many wait, and when the
   * caller's signal says that it is gone.
   */
  async ask(
    key: string | null,
    work: (nobodyWaits: AbortSignal) => Promise<string>,
    caller?: AbortSignal,
  ): Promise<string> {
    if (caller?.aborted) throw gone();
    const known = key === null ? undefined : this.answers.get(key);
    if (known !== undefined) return known;
    const open = (key === null ? undefined : this.open.get(key)) ?? this.begin(key, work);
    open.waiting++;
    let leave: (() => void) | undefined;
    const left = new Promise<never>((_, reject) => {
      leave = () => reject(gone());
      caller?.addEventListener('abort', leave, { once: true });
    });
    try {
      return await Promise.race([open.answer, left]);
    } finally {
      if (leave) caller?.removeEventListener('abort', leave);
      if (--open.waiting === 0) open.nobodyWaits.abort();
    }
  }

  private begin(key: string | null, work: (nobodyWaits: AbortSignal) => Promise<string>): Open {
    if (this.line.size >= this.limits.waiting)
      throw new Problem(
        'too-busy',
        'Too many questions wait at the moment. Ask again in a few seconds.',
        503,
        { retryAfter: RETRY_SECONDS },
      );
    const nobodyWaits = new AbortController();
    const { signal } = nobodyWaits;
    const answer = this.line.add(() => work(signal), { signal, throwOnTimeout: true });
    const open: Open = { answer, nobodyWaits, waiting: 0 };
    if (key !== null) this.open.set(key, open);
    answer
      .then((text) => {
        if (key !== null) this.answers.set(key, text);
      })
      .catch(() => undefined)
      .finally(() => {
        if (key !== null && this.open.get(key) === open) this.open.delete(key);
      });
    // One that nobody waits for any more must not be joined by somebody who comes now.
    signal.addEventListener('abort', () => {
      if (key !== null && this.open.get(key) === open) this.open.delete(key);
    });
    return open;
  }
}
