/**
 * Tells open pages of changes. Loads may be made by another process (the import command), so the database is looked
 * at, once for all pages, while any is open.
 */
import { and, eq, gt, sql } from 'drizzle-orm';
import { database } from '../database/connection';
import { dataset, datasetLoad } from '../database/schema';
import type { LoadChanges } from '../../core/model/freshness';
import { log } from '../log';
import { once } from '../once';
import { metrics } from '../watch/metrics';
import { readRevision } from './revision';

const LOOK_MS = 1000;
/** Some bytes now and then keep the stream open, and show us that it is closed. */
const ALIVE_MS = 20_000;

/** A change of the model; the loads are those done since the last one. */
interface ModelEvent {
  readonly revision: number;
  readonly loads: readonly {
    readonly dataset: string;
    readonly name: string;
    readonly changes: LoadChanges | null;
  }[];
}

type Listener = (event: ModelEvent) => void;
interface Watch {
  readonly listeners: Set<Listener>;
  timer: NodeJS.Timeout | null;
  last: { revision: number; load: number } | null;
}

const watch = () => once('model watch', (): Watch => ({ listeners: new Set(), timer: null, last: null }));

async function look(state: Watch) {
  const now = await readRevision();
  const before = state.last;
  state.last = now;
  if (!before || (now.revision === before.revision && now.load === before.load)) return;
  const loads = now.load === before.load ? [] : await loadsSince(before.load);
  for (const listener of state.listeners) listener({ revision: now.revision, loads });
}

async function loadsSince(load: number): Promise<ModelEvent['loads']> {
  const rows = await database()
    .select({ dataset: dataset.key, name: dataset.name, changes: datasetLoad.changes })
    .from(datasetLoad)
    .innerJoin(dataset, eq(dataset.id, datasetLoad.datasetId))
    .where(and(gt(datasetLoad.id, load), eq(datasetLoad.status, sql`'done'`)));
  return rows.map((row) => ({
    ...row,
    changes: row.changes,
  }));
}

function follow(listener: Listener): () => void {
  const state = watch();
  state.listeners.add(listener);
  metrics().streams.set(state.listeners.size);
  if (!state.timer) {
    state.last = null;
    let busy = false;
    const turn = async () => {
      if (busy) return;
      busy = true;
      await look(state).catch((error: unknown) => log().warn(error, 'changes could not be looked for'));
      busy = false;
    };
    void turn();
    state.timer = setInterval(() => void turn(), LOOK_MS);
  }
  return () => {
    state.listeners.delete(listener);
    metrics().streams.set(state.listeners.size);
    if (state.listeners.size > 0 || !state.timer) return;
    clearInterval(state.timer);
    state.timer = null;
  };
}

/**
 * How much of a change is told: all of it; what was loaded, without days and numbers of rows, to those who do not see
 * all rows; or only that something changed, to those who may not know what there is.
 */
type Told = 'all' | 'what' | 'that';

function toldOf({ revision, loads }: ModelEvent, told: Told): ModelEvent {
  if (told === 'that') return { revision, loads: [] };
  return { revision, loads: told === 'all' ? loads : loads.map((load) => ({ ...load, changes: null })) };
}

/** The stream of a page's events, until the signal ends it. */
export function modelEvents(signal: AbortSignal, told: Told): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  let end = () => {};
  return new ReadableStream({
    start(controller) {
      const send = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          end();
        }
      };
      send(': open\n\n');
      const unfollow = follow((event) =>
        send(`event: model\ndata: ${JSON.stringify(toldOf(event, told))}\n\n`),
      );
      const alive = setInterval(() => send(': alive\n\n'), ALIVE_MS);
      end = () => {
        unfollow();
        clearInterval(alive);
      };
      signal.addEventListener('abort', () => {
        end();
        try {
          controller.close();
        } catch {
          // The page closed it already.
        }
      });
    },
    cancel: () => end(),
  });
}
