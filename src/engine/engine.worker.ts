/** The browser's engine, in a worker: holds cubes, answers turns. */
import { expose } from 'comlink';
import { cubeFromArrow } from '../core/cube/arrow';
import { shapeKey, type Cube, type CubeShape } from '../core/cube/cube';
import { cubeSource } from '../core/cube/source';
import { unpackAnswer } from '../core/dashboard/turn/answerJson';
import type { DashboardDocument } from '../core/dashboard/document/document';
import type { Model } from '../core/model/model';
import { cubeShapesFor } from '../core/dashboard/turn/shapes';
import { stateFor, type ReaderState } from '../core/dashboard/reader/state';
import type { ControlAnswer, LaneAnswer, TurnAnswer, VisualAnswer } from '../core/dashboard/turn/answer';
import { todayFor } from '../core/dashboard/document/clock';
import { answerTurn } from '../core/dashboard/turn/turn';

/** The answers that changed since the last turn, by item. */
export interface TurnChanges {
  readonly controls: Record<string, ControlAnswer>;
  readonly visuals: Record<string, VisualAnswer>;
  /** All lanes of the almanac strip, when one of them changed. */
  readonly lanes?: Record<string, LaneAnswer>;
  /** Items whose answer has to come from the database, asked for once the turn settles. */
  readonly waiting: readonly string[];
}

/** Cubes of earlier designs that are kept for an undo. */
const KEPT_CUBES = 16;

const source = cubeSource();
let design: { document: DashboardDocument; model: Model } | null = null;
let ready: Promise<void> = Promise.resolve();
/** Cubes asked for so far, by shape; undefined where the database answers instead. */
const asked = new Map<string, Promise<Cube | undefined>>();
const last = new Map<string, string>();

async function fetchCube(shape: CubeShape): Promise<Cube | undefined> {
  const response = await fetch(`/api/cubes?shape=${encodeURIComponent(JSON.stringify(shape))}`);
  if (response.status === 204 || response.status === 409) return undefined;
  if (!response.ok || !response.body) throw new Error(`The cube was not sent: ${response.status}`);
  const unpacked = response.body.pipeThrough(new DecompressionStream('gzip'));
  return cubeFromArrow(new Uint8Array(await new Response(unpacked).arrayBuffer()));
}

function cubeOf(shape: CubeShape): Promise<Cube | undefined> {
  const key = shapeKey(shape);
  const known = asked.get(key);
  if (known) return known;
  const cube = fetchCube(shape).catch((error: unknown) => {
    console.error('A cube could not be read, so the database answers:', error);
    asked.delete(key);
    return undefined;
  });
  asked.set(key, cube);
  return cube;
}

/** Holds the cubes of these shapes, and lets go of those of other shapes and earlier loads. */
async function holdAll(shapes: readonly CubeShape[]): Promise<void> {
  const cubes = await Promise.all(shapes.map(cubeOf));
  for (const cube of cubes) if (cube && !source.holds(cube)) source.add(cube);
  const wanted = new Set(shapes.map(shapeKey));
  for (const key of [...asked.keys()].slice(0, -KEPT_CUBES)) if (!wanted.has(key)) asked.delete(key);
}

/** A text that is the same for the same answer, open ends included. */
const textOf = (entry: unknown) =>
  JSON.stringify(entry, (_, value: unknown) =>
    value === Infinity || value === -Infinity ? String(value) : value,
  );

/** Place of the lanes among the last answers; no item has this id. */
const LANES = '#lanes';

/** The lanes when they differ from the last ones. */
function changedLanes(lanes: Record<string, LaneAnswer>): { lanes?: Record<string, LaneAnswer> } {
  const text = textOf(lanes);
  if (last.get(LANES) === text) return {};
  last.set(LANES, text);
  return { lanes };
}

/** Keeps only what differs from the last answer of each item. */
function changesOf(answer: Omit<TurnAnswer, 'lanes'> & Partial<Pick<TurnAnswer, 'lanes'>>): TurnChanges {
  const changed = <T>(answers: Record<string, T>) =>
    Object.fromEntries(
      Object.entries(answers).filter(([id, entry]) => {
        const text = textOf(entry);
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
  return {
    controls: changed(here(answer.controls)),
    visuals: changed(here(answer.visuals)),
    ...(answer.lanes ? changedLanes(answer.lanes) : {}),
    waiting,
  };
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
    if (model !== design?.model) last.clear();
    design = { document, model };
    const items = new Set([...document.visuals, ...document.controls].map((item) => item.id));
    for (const id of last.keys()) if (!items.has(id)) last.delete(id);
    ready = holdAll(cubeShapesFor(document, model));
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
    const more = changesOf({ controls: answer.controls, visuals: answer.visuals });
    return {
      ...changes,
      controls: { ...changes.controls, ...more.controls },
      visuals: { ...changes.visuals, ...more.visuals },
      waiting: more.waiting,
    };
  },
};

export type Engine = typeof engine;

expose(engine);
