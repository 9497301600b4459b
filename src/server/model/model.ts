/** The model of the workspace: almanac, datasets with rows, shared dimensions. */
import type { Model } from '../../core/model/model';
import { readAlmanac } from '../almanac/almanac';
import { serverConfig } from '../config';
import { loadedDatasets, modelOf, readLoad, type StoredDataset } from '../datasets/repository';
import { refreshLive } from '../sources/live';
import { listNamedPeriods } from './namedPeriodList';
import { listDefinitions } from './definitions';
import { listShared } from './shared';

/** The model, and the stored datasets it was made from. */
export async function readModel(): Promise<{ model: Model; stored: StoredDataset[] }> {
  refreshLive();
  const stored = await loadedDatasets();
  const datasets = await Promise.all(
    stored.map(async (entry) => {
      const load = await readLoad(entry.currentLoad!);
      if (!load) throw new Error(`Load ${entry.currentLoad} of ${entry.key} is missing`);
      return modelOf(entry, load);
    }),
  );
  const pinnedToday = serverConfig().pinnedToday ?? null;
  return {
    model: {
      ...(await readAlmanac()),
      datasets,
      shared: await listShared(),
      definitions: await listDefinitions(),
      periods: await listNamedPeriods(),
      pinnedToday,
    },
    stored,
  };
}
