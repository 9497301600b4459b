/** The model of the workspace: its calendar rule and all datasets with rows. */
import type { Model } from '../core/dashboard/model';
import { readRule } from './almanac';
import { serverConfig } from './config';
import { loadedDatasets, modelOf, readLoad, type StoredDataset } from './datasets/repository';

/** The model, and the stored datasets it was made from. */
export async function readModel(): Promise<{ model: Model; stored: StoredDataset[] }> {
  const stored = await loadedDatasets();
  const datasets = await Promise.all(
    stored.map(async (entry) => {
      const load = await readLoad(entry.currentLoad!);
      if (!load) throw new Error(`Load ${entry.currentLoad} of ${entry.key} is missing`);
      return modelOf(entry, load);
    }),
  );
  const pinnedToday = serverConfig().pinnedToday ?? null;
  return { model: { rule: await readRule(), datasets, pinnedToday }, stored };
}
