/** Turns of the interface: one at a time, the latest wins; what is late is told, what is stale is dropped. */
import type { ReaderState } from '../core/dashboard/reader/state';
import type { TurnChanges } from './engine';

/** What turns need of an engine, wherever it runs. */
export interface TurnEngine {
  turn: (state: ReaderState) => Promise<TurnChanges>;
  askDatabase: (state: ReaderState, only: readonly string[]) => Promise<TurnChanges | null>;
  /** Resolves once all cubes of the newest design are held. */
  ready: () => Promise<void>;
}

export interface TurnListener {
  onChanges: (changes: TurnChanges) => void;
  /** The answer of the newest turn takes longer than a glance: what is shown is not of it. */
  onLate: () => void;
  onError: (error: unknown) => void;
}

interface Turn {
  readonly state: ReaderState;
  /** Whether nothing is being moved: the database is asked only then. */
  readonly settled: boolean;
}

/** After so many milliseconds without an answer what stands there is said to be old. */
const LATE = 150;

/** Runs turns on an engine; turns asked for while one runs collapse into the latest. */
export class Turns {
  private running = false;
  private next: Turn | null = null;
  private wake: (() => void) | null = null;

  constructor(
    private readonly engine: TurnEngine,
    private readonly listener: TurnListener,
  ) {}

  request(state: ReaderState, settled: boolean): void {
    this.next = { state, settled };
    this.wake?.();
    if (!this.running) void this.run();
  }

  private async run() {
    this.running = true;
    while (this.next) {
      const turn = this.next;
      this.next = null;
      try {
        await this.answer(turn);
      } catch (error) {
        this.listener.onError(error);
      }
    }
    this.running = false;
  }

  /** What a promise gives; undefined as soon as another turn is asked for. */
  private async unlessNewer<T>(promise: Promise<T>): Promise<T | undefined> {
    if (this.next) return undefined;
    const newer = new Promise<undefined>((resolve) => {
      this.wake = () => resolve(undefined);
    });
    const first = await Promise.race([promise, newer]);
    this.wake = null;
    return first;
  }

  private async answerNow(state: ReaderState): Promise<readonly string[]> {
    const late = setTimeout(() => this.listener.onLate(), LATE);
    try {
      const changes = await this.engine.turn(state);
      this.listener.onChanges(changes);
      return changes.waiting;
    } finally {
      clearTimeout(late);
    }
  }

  private isOutdated(): boolean {
    return this.next !== null;
  }

  private async answer({ state, settled }: Turn) {
    let waiting = await this.answerNow(state);
    if (waiting.length === 0 || this.isOutdated()) return;
    // Cubes on their way answer sooner than the database would, and for every turn after this one.
    const isReady = await this.unlessNewer(this.engine.ready().then(() => true));
    if (!isReady) return;
    waiting = await this.answerNow(state);
    if (waiting.length === 0 || !settled || this.isOutdated()) return;
    const changes = await this.unlessNewer(this.engine.askDatabase(state, waiting));
    if (changes) this.listener.onChanges(changes);
  }
}
