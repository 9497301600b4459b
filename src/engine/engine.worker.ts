/** The engine in a worker of its own, reaching the server by fetch. */
import '../core/withoutEval';
import { expose } from 'comlink';
import { cubeFromArrow } from '../core/cube/arrow';
import type { Cube, CubeShape } from '../core/cube/cube';
import { chooseLocale } from '../core/locale';
import { unpackAnswer } from '../core/dashboard/turn/answerJson';
import { Engine } from './engine';

async function fetchCube(shape: CubeShape): Promise<Cube | undefined> {
  const response = await fetch(`/api/cubes?shape=${encodeURIComponent(JSON.stringify(shape))}`);
  if (response.status === 204 || response.status === 409) return undefined;
  if (!response.ok || !response.body) throw new Error(`The cube was not sent: ${response.status}`);
  const unpacked = response.body.pipeThrough(new DecompressionStream('gzip'));
  return cubeFromArrow(new Uint8Array(await new Response(unpacked).arrayBuffer()));
}

const engine = new Engine({
  fetchCube,
  async askServer(document, state, only, signal) {
    const response = await fetch('/api/turns', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ document, state, only }),
      signal,
    }).catch(() => undefined);
    return response?.ok ? unpackAnswer(await response.text()) : undefined;
  },
  warn: (message, error) => console.error(message, error),
});

/** What the interface reaches: the engine, and the way in which its thread writes numbers and days. */
const reached = Object.assign(engine, { chooseLocale });
export type ReachedEngine = typeof reached;

expose(reached);
