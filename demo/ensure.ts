/** Brings the demo data and dashboards in where they are absent, through the ordinary import. */
import { isoDay, parseIsoDay, type Day } from '../src/core/calendar/day';
import { warmCubes } from '../src/server/answers/warm';
import { createDashboard, anyDashboardEver } from '../src/server/dashboards/repository';
import { editDataset } from '../src/server/datasets/edit';
import { loadFile } from '../src/server/datasets/load';
import { planFromProfile } from '../src/server/datasets/plan';
import { profileFile } from '../src/server/datasets/profile';
import { findDataset, loadedDatasets } from '../src/server/datasets/repository';
import { readModel } from '../src/server/model';
import { companyOn } from './company';
import { bookingsAndSailings, waysToChooseDays } from './dashboards';
import type { DemoDataset } from './datasets/demoDataset';
import { DEMO_DATASETS, writeDataset, writeMistakes } from './generate';

export interface DemoOptions {
  readonly folder: string;
  /** The day taken for today (YYYY-MM-DD); the real one when absent. */
  readonly today: string | undefined;
  readonly scale: number;
  readonly say: (line: string) => void;
  readonly signal?: AbortSignal;
}

const DEMO_TIME_ZONE = 'UTC';

/** Imports what is absent; does nothing at later starts. */
export async function ensureDemo(options: DemoOptions): Promise<void> {
  const today: Day = parseIsoDay(options.today ?? new Date().toISOString().slice(0, 10))!;
  const company = companyOn(today, options.scale);
  const there = new Set((await loadedDatasets()).map((dataset) => dataset.name));
  const absent = DEMO_DATASETS.filter((dataset) => !there.has(dataset.name));
  if (absent.length > 0) await writeMistakes(company, options.folder);
  for (const dataset of absent) {
    if (options.signal?.aborted) return;
    const file = await writeDataset(dataset, company, options.folder);
    const { loaded, refused } = await importDemo(dataset, file, options.signal);
    options.say(`${dataset.name}: ${loaded.toLocaleString('en')} loaded, ${refused} refused`);
  }
  if (await anyDashboardEver()) return;
  const { model } = await readModel();
  await createDashboard(waysToChooseDays(model));
  await createDashboard(bookingsAndSailings(model));
  await warmCubes();
  options.say(`Demo dashboards made for ${isoDay(today)}`);
}

async function importDemo(dataset: DemoDataset, file: string, signal?: AbortSignal) {
  const profile = await profileFile(file);
  const plan = planFromProfile(dataset.name, profile, {
    roles: dataset.dateColumns,
    timeZone: DEMO_TIME_ZONE,
  });
  const result = await loadFile(file, plan, { source: file, ...(signal ? { signal } : {}) });
  const stored = await findDataset(result.dataset);
  const measures = stored.definition.measures.map((measure) =>
    /income|revenue|refund/.test(measure.key) ? { ...measure, unit: '€', decimals: 0 } : measure,
  );
  await editDataset(stored, { measures });
  return result;
}
