/** What runs in the thread of `turnWorker.ts`: holds the cubes that come first, then answers turns and tells their times. */
import { once } from 'node:events';
import { parentPort } from 'node:worker_threads';
import type { Cube } from '../src/core/cube/cube';
import { cubeSource } from '../src/core/cube/source';
import type { DashboardDocument } from '../src/core/dashboard/document/document';
import { answerTurn } from '../src/core/dashboard/turn/turn';
import { designOf } from '../src/core/dashboard/wiring/design';
import type { Model } from '../src/core/model/model';

/** Turns of a dashboard, one for each phrase that its control "span" holds. */
export interface Turns {
  readonly document: DashboardDocument;
  readonly model: Model;
  readonly today: number;
  readonly spans: readonly string[];
}

/** Turns that are answered before time is taken. */
const WARMING = 200;

const port = parentPort!;
const [cubes] = (await once(port, 'message')) as [Cube[]];
const source = cubeSource(cubes);

async function timesOf({ document, model, today, spans }: Turns): Promise<number[]> {
  const design = designOf(document, model);
  const times: number[] = [];
  for (const span of [...spans.slice(0, WARMING), ...spans]) {
    const begun = performance.now();
    await answerTurn({ design, today, state: { periods: { span }, choices: {} } }, source);
    times.push(performance.now() - begun);
    // A turn is a task of its own, as where it comes as a message.
    await new Promise((resolve) => setImmediate(resolve));
  }
  return times.slice(WARMING);
}

port.on('message', (turns: Turns) => {
  void timesOf(turns).then((times) => port.postMessage(times));
});
port.postMessage('ready');
