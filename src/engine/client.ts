/** The interface's end of the engine: one message a turn, the latest wins, stale answers are dropped. */
import { wrap, type Remote } from 'comlink';
import type { DashboardDocument } from '../core/dashboard/document/document';
import type { Model } from '../core/model/model';
import type { ReaderState } from '../core/dashboard/reader/state';
import type { Engine, TurnChanges } from './engine.worker';

export interface EngineClient {
  configure(document: DashboardDocument, model: Model): void;
  /** Asks for a turn. A turn asked for while another runs takes the place of any that waits. */
  request(state: ReaderState, settled: boolean): void;
  close(): void;
}

interface Turn {
  readonly state: ReaderState;
  readonly settled: boolean;
}

/** Runs turns one at a time on anything that answers them; turns asked for meanwhile collapse into the latest. */
export function latestWins(
  answer: (turn: Turn) => Promise<TurnChanges>,
  onChanges: (changes: TurnChanges, turn: Turn) => void,
  onError: (error: unknown) => void,
): (turn: Turn) => void {
  let running = false;
  let next: Turn | null = null;
  const run = async (first: Turn) => {
    running = true;
    for (let turn: Turn | null = first; turn; turn = next) {
      next = null;
      try {
        onChanges(await answer(turn), turn);
      } catch (error) {
        onError(error);
      }
    }
    running = false;
  };
  return (turn) => {
    if (running) next = turn;
    else void run(turn);
  };
}

/** Starts an engine in a worker of its own. */
export function startEngine(
  onChanges: (changes: TurnChanges, settled: boolean) => void,
  onError: (error: unknown) => void,
): EngineClient {
  const worker = new Worker(new URL('./engine.worker.ts', import.meta.url));
  const engine: Remote<Engine> = wrap<Engine>(worker);
  const request = latestWins(
    (turn) => engine.turn(turn.state, turn.settled),
    (changes, turn) => onChanges(changes, turn.settled),
    onError,
  );
  return {
    configure: (document, model) => void engine.configure(document, model),
    request: (state, settled) => request({ state, settled }),
    close: () => worker.terminate(),
  };
}
