/** The browser's engine, in a worker: holds cubes, answers turns. */
import { expose } from 'comlink';
import { cubeFromArrow } from '../core/cube/arrow';
import { shapeKey, type CubeShape } from '../core/cube/cube';
import { cubeSource } from '../core/cube/source';
import { unpackAnswer } from '../core/dashboard/answerJson';
import type { DashboardDocument } from '../core/dashboard/document';
import type { Model } from '../core/dashboard/model';
import { cubeShapesFor } from '../core/dashboard/shapes';
import { stateFor, type ReaderState } from '../core/dashboard/state';
import type { ControlAnswer, TurnAnswer, VisualAnswer } from '../core/dashboard/answers';
import { todayFor } from '../core/dashboard/clock';
import { answerTurn } from '../core/dashboard/turn';

/** The answers that changed since the last turn, by item. */
export interface TurnChanges {
  readonly controls: Record<string, ControlAnswer>;
  readonly visuals: Record<string, VisualAnswer>;
  /** Items whose answer has to come from the database, asked for once the turn settles. */
  readonly waiting: readonly string[];
}

const source = cubeSource();
let design: { document: DashboardDocument; model: Model } | null = null;
let ready: Promise<void> = Promise.resolve();
/** Shapes asked for so far; false where the database answers instead. */
const asked = new Map<string, Promise<boolean>>();
const last = new Map<string, string>();

async function fetchCube(shape: CubeShape): Promise<boolean> {
  const response = await fetch(`/api/cubes?shape=${encodeURIComponent(JSON.stringify(shape))}`);
  if (response.status === 204 || response.status === 409) return false;
  if (!response.ok || !response.body) throw new Error(`The cube was not sent: ${response.status}`);
  const unpacked = response.body.pipeThrough(new DecompressionStream('gzip'));
  source.add(cubeFromArrow(new Uint8Array(await new Response(unpacked).arrayBuffer())));
  return true;
}

function hold(shape: CubeShape): Promise<boolean> {
  const key = shapeKey(shape);
  const known = asked.get(key);
  if (known) return known;
  const held = fetchCube(shape).catch((error: unknown) => {
    console.error('A cube could not be read, so the database answers:', error);
    asked.delete(key);
    return false;
  });
  asked.set(key, held);
  return held;
}

/** Keeps only what differs from the last answer of each item. */
function changesOf(answer: TurnAnswer): TurnChanges {
  const changed = <T>(answers: Record<string, T>) =>
    Object.fromEntries(
      Object.entries(answers).filter(([id, entry]) => {
        const text = JSON.stringify(entry, (_, value: unknown) =>
          value === Infinity || value === -Infinity ? String(value) : value,
        );
        if (last.get(id) === text) return false;
        last.set(id, text);
        return true;
      }),
    );
  const elsewhere = [...Object.entries(answer.controls), ...Object.entries(answer.visuals)].filter(
    ([, entry]) => entry.kind === 'elsewhere',
  );
  const waiting = elsewhere.map(([id]) => id);
  const here = <T extends { kind: string }>(answers: Record<string, T>) =>
    Object.fromEntries(Object.entries(answers).filter(([, entry]) => entry.kind !== 'elsewhere'));
  return { controls: changed(here(answer.controls)), visuals: changed(here(answer.visuals)), waiting };
}

async function askServer(
  document: DashboardDocument,
  state: ReaderState,
  only: readonly string[],
): Promise<TurnAnswer | undefined> {
  const response = await fetch('/api/turns', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ document, state, only }),
  }).catch(() => undefined);
  return response?.ok ? unpackAnswer(await response.text()) : undefined;
}

const engine = {
  /** Takes over a design and begins to fetch the cubes it needs. */
  configure(document: DashboardDocument, model: Model): void {
    const loads = (entry: Model | undefined) =>
      entry?.datasets.map((dataset) => `${dataset.key}:${dataset.load}`).join();
    if (loads(model) !== loads(design?.model)) last.clear();
    design = { document, model };
    const items = new Set([...document.visuals, ...document.controls].map((item) => item.id));
    for (const id of last.keys()) if (!items.has(id)) last.delete(id);
    ready = Promise.all(cubeShapesFor(document, model).map(hold)).then(() => undefined);
  },

  /** Answers a turn from the cubes; `settled` turns also ask the database for what no cube holds. */
  async turn(state: ReaderState, settled: boolean): Promise<TurnChanges> {
    await ready;
    if (!design) return { controls: {}, visuals: {}, waiting: [] };
    const { document, model } = design;
    const own = stateFor(document, state);
    const changes = changesOf(
      await answerTurn({ document, model, state: own, today: todayFor(document, model, Date.now()) }, source),
    );
    if (!settled || changes.waiting.length === 0) return changes;
    const answer = await askServer(document, own, changes.waiting);
    if (!answer) return changes;
    const more = changesOf(answer);
    return {
      controls: { ...changes.controls, ...more.controls },
      visuals: { ...changes.visuals, ...more.visuals },
      waiting: more.waiting,
    };
  },
};

export type Engine = typeof engine;

expose(engine);
