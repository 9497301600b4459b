/** The browser's engine: holds cubes, answers turns from them, and asks the server for what no cube holds. */
import type { Day } from '../core/calendar/day';
import type { Cube, CubeShape } from '../core/cube/cube';
import { shapeKey } from '../core/cube/cube';
import { cubeSource } from '../core/cube/source';
import type { DashboardDocument } from '../core/dashboard/document/document';
import type { ReaderState } from '../core/dashboard/reader/state';
import { stateFor } from '../core/dashboard/reader/stateFor';
import type { LaneAnswer, TurnAnswer, VisualAnswer } from '../core/dashboard/turn/answer';
import type { ControlAnswer } from '../core/dashboard/turn/controlAnswer';
import { cubeShapesFor } from '../core/dashboard/turn/shapes';
import { answerTurn } from '../core/dashboard/turn/turn';
import { designOf, type Design } from '../core/dashboard/wiring/design';
import type { Model } from '../core/model/model';

/** The answers that changed since the last turn, by item. */
export interface TurnChanges {
  readonly controls: Record<string, ControlAnswer>;
  readonly visuals: Record<string, VisualAnswer>;
  /** All lanes of the almanac strip, when one of them changed. */
  readonly lanes?: Record<string, LaneAnswer>;
  /** Items whose answer is not of this turn yet: it has to come from a cube on its way, or from the database. */
  readonly waiting: readonly string[];
}

/** How the engine reaches the server. */
export interface EngineWorld {
  /** Undefined where the database answers in the place of a cube. */
  fetchCube: (shape: CubeShape) => Promise<Cube | undefined>;
  /** Undefined where the server does not answer, or was told to stop. */
  askServer: (
    document: DashboardDocument,
    state: ReaderState,
    only: readonly string[],
    signal: AbortSignal,
  ) => Promise<TurnAnswer | undefined>;
  warn: (message: string, error: unknown) => void;
}

/** Cubes of earlier designs that are kept for an undo. */
const KEPT_CUBES = 16;

/** A text that is the same for the same answer, open ends included. */
const textOf = (entry: unknown) =>
  JSON.stringify(entry, (_, value: unknown) =>
    value === Infinity || value === -Infinity ? String(value) : value,
  );

/** Place of the lanes among the last answers; no item has this id. */
const LANES = '#lanes';

/** Whether a cube still tells the truth under a wanted shape: the same load, read with the same spellings. */
const isOf = (cube: Cube, wanted: CubeShape) =>
  cube.shape.dataset === wanted.dataset &&
  cube.shape.day === wanted.day &&
  cube.shape.load === wanted.load &&
  JSON.stringify(cube.shape.spellings) === JSON.stringify(wanted.spellings);

export class Engine {
  private readonly source = cubeSource();
  private held: readonly Cube[] = [];
  private design: Design | null = null;
  private today: Day = 0;
  private fetched: Promise<void> = Promise.resolve();
  /** Counts designs and turns, so that what comes too late is told from what is wanted. */
  private designs = 0;
  private turns = 0;
  /** Cubes asked for so far, by shape; undefined where the database answers instead. */
  private readonly asked = new Map<string, Promise<Cube | undefined>>();
  private readonly last = new Map<string, string>();
  /** The lanes of the newest turn. */
  private lanes: TurnAnswer['lanes'] = {};
  private asking: AbortController | null = null;

  constructor(private readonly world: EngineWorld) {}

  /** Takes over a design and the day on which its turns are answered, and begins to fetch the cubes it needs. */
  configure(document: DashboardDocument, model: Model, today: Day): void {
    this.today = today;
    if (model !== this.design?.model) {
      this.last.clear();
      this.lanes = {};
    }
    this.design = designOf(document, model);
    const items = new Set([...document.visuals, ...document.controls].map((item) => item.id));
    for (const id of this.last.keys()) if (!items.has(id)) this.last.delete(id);
    const shapes = cubeShapesFor(this.design);
    this.hold(this.held.filter((cube) => shapes.some((shape) => isOf(cube, shape))));
    this.fetched = this.holdAll(shapes, ++this.designs);
  }

  /** Resolves once every cube of the newest design that can be had is held. */
  async ready(): Promise<void> {
    for (let waited = -1; waited !== this.designs;) {
      waited = this.designs;
      await this.fetched;
    }
  }

  /** Answers a turn from the cubes at hand. What waits for the database is then answered by `askDatabase`. */
  async turn(state: ReaderState): Promise<TurnChanges> {
    this.turns++;
    this.asking?.abort();
    if (!this.design) return { controls: {}, visuals: {}, waiting: [] };
    const answer = await answerTurn(this.inputOf(this.design, state), this.source);
    return this.changesOf({ ...answer, lanes: this.withWaitingLanes(answer) });
  }

  /** Answers of the database for some items of the newest turn; null where another turn has begun meanwhile. */
  async askDatabase(state: ReaderState, only: readonly string[]): Promise<TurnChanges | null> {
    const { design } = this;
    if (!design) return null;
    const turn = this.turns;
    this.asking = new AbortController();
    const own = stateFor(design.document, state);
    const answer = await this.world.askServer(design.document, own, only, this.asking.signal);
    if (!answer || turn !== this.turns || design !== this.design) return null;
    // What the cubes told already stands; the database adds what they could not.
    this.lanes = { ...answer.lanes, ...this.lanes };
    return this.changesOf({ controls: answer.controls, visuals: answer.visuals, lanes: this.lanes });
  }

  /** The lanes of a turn; those that only the database can tell stay as it told them, while it is asked again. */
  private withWaitingLanes({ lanes, visuals }: TurnAnswer): TurnAnswer['lanes'] {
    const waits = (id: string) => visuals[id]?.kind === 'elsewhere';
    const kept = Object.entries(this.lanes).filter(
      ([key, lane]) => !(key in lanes) && lane.visuals.some(waits),
    );
    this.lanes = { ...lanes, ...Object.fromEntries(kept) };
    return this.lanes;
  }

  private inputOf(design: Design, state: ReaderState) {
    return { design, state: stateFor(design.document, state), today: this.today };
  }

  private hold(cubes: readonly Cube[]) {
    this.held = cubes;
    this.source.hold(cubes);
  }

  private cubeOf(shape: CubeShape): Promise<Cube | undefined> {
    const key = shapeKey(shape);
    const known = this.asked.get(key);
    if (known) return known;
    const cube = this.world.fetchCube(shape).catch((error: unknown) => {
      this.world.warn('A cube could not be read, so the database answers:', error);
      this.asked.delete(key);
      return undefined;
    });
    this.asked.set(key, cube);
    return cube;
  }

  /** Holds the cubes of these shapes and no others, unless a newer design came meanwhile. */
  private async holdAll(shapes: readonly CubeShape[], design: number): Promise<void> {
    const cubes = await Promise.all(shapes.map((shape) => this.cubeOf(shape)));
    if (design !== this.designs) return;
    this.hold(cubes.filter((cube) => cube !== undefined));
    const wanted = new Set(shapes.map(shapeKey));
    for (const key of [...this.asked.keys()].slice(0, -KEPT_CUBES))
      if (!wanted.has(key)) this.asked.delete(key);
  }

  /** Whether an entry differs from the last one of its place, which it then takes. */
  private isNew(place: string, entry: unknown): boolean {
    const text = textOf(entry);
    if (this.last.get(place) === text) return false;
    this.last.set(place, text);
    return true;
  }

  /** Keeps only what differs from the last answer of each item. */
  private changesOf({ controls, visuals, lanes }: Partial<TurnAnswer>): TurnChanges {
    const waiting: string[] = [];
    const changed = <T extends { kind: string }>(answers: Record<string, T> = {}) =>
      Object.fromEntries(
        Object.entries(answers).filter(([id, entry]) => {
          if (entry.kind === 'elsewhere') waiting.push(id);
          return entry.kind !== 'elsewhere' && this.isNew(id, entry);
        }),
      );
    const changes = { controls: changed(controls), visuals: changed(visuals), waiting };
    return lanes && this.isNew(LANES, lanes) ? { ...changes, lanes } : changes;
  }
}
