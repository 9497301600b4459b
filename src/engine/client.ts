/** The interface's end of the engine: starts it in a worker of its own, and runs turns on it. */
import { wrap } from 'comlink';
import type { Day } from '../core/calendar/day';
import type { DashboardDocument } from '../core/dashboard/document/document';
import type { ReaderState } from '../core/dashboard/reader/state';
import { currentLocale } from '../core/locale';
import type { Model } from '../core/model/model';
import type { ReachedEngine } from './engine.worker';
import { Turns, type TurnListener } from './turns';

export interface EngineClient {
  /** `today`: the day that the page shows, so that its words and its figures have one clock. */
  configure: (document: DashboardDocument, model: Model, today: Day) => void;
  /** Asks for a turn; `settled` where nothing is being moved. */
  request: (state: ReaderState, settled: boolean) => void;
  close: () => void;
}

const newWorker = () => new Worker(new URL('./engine.worker.ts', import.meta.url));

/** One that came up before there was anything to answer; whoever starts an engine next takes it. */
let ahead: Worker | undefined;

/** Has a worker come up meanwhile, since that takes as long as fetching what it is asked about. */
export function prepareEngine(): void {
  ahead ??= newWorker();
}

/** Starts an engine whose answers write numbers and days as this thread does now. */
export function startEngine(listener: TurnListener): EngineClient {
  const worker = ahead ?? newWorker();
  ahead = undefined;
  const engine = wrap<ReachedEngine>(worker);
  void engine.chooseLocale(currentLocale());
  const turns = new Turns(engine, listener);
  return {
    configure: (document, model, today) => void engine.configure(document, model, today),
    request: (state, settled) => turns.request(state, settled),
    close: () => worker.terminate(),
  };
}
