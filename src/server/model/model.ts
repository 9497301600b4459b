/** The model of the workspace: almanac, datasets with rows, shared dimensions. */
import { readAlmanac } from '../almanac/almanac';
import { seenModel } from '../accounts/seenModel';
import { forOurselves } from '../caller';
import { serverConfig } from '../config';
import { datasetsWithLoads, modelOf } from '../datasets/repository';
import { once } from '../once';
import { refreshLive } from '../sources/live';
import type { ReadModel } from './readModel';
import { geometryEntries } from '../geometry/repository';
import { listNamedPeriods } from './namedPeriodList';
import { listDefinitions } from './definitions';
import { readRevision } from './revision';
import { listShared } from './shared';

/**
 * The model as the caller may see it, and the stored datasets it was made from; both are the same objects until
 * something changes.
 */
export async function readModel(): Promise<ReadModel> {
  return seenModel(await readWhole());
}

async function readWhole(): Promise<ReadModel> {
  refreshLive();
  const { revision, load } = await readRevision();
  const pinnedToday = serverConfig().pinnedToday ?? null;
  const state = JSON.stringify([revision, load, pinnedToday, serverConfig().database.name]);
  const kept = once('model', (): { last: { state: string; read: Promise<ReadModel> } | null } => ({
    last: null,
  }));
  if (kept.last?.state === state) return kept.last.read;
  const read = forOurselves(() => readAnew(pinnedToday));
  kept.last = { state, read };
  read.catch(() => (kept.last = null));
  return read;
}

async function readAnew(pinnedToday: string | null): Promise<ReadModel> {
  const known = await datasetsWithLoads();
  return {
    model: {
      ...(await readAlmanac()),
      datasets: known.map(({ stored, load }) => modelOf(stored, load)),
      shared: await listShared(),
      definitions: await listDefinitions(),
      periods: await listNamedPeriods(),
      geometries: await geometryEntries(),
      pinnedToday,
    },
    stored: known.map(({ stored }) => stored),
  };
}
