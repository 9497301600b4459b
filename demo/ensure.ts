/** Brings the demo data and dashboards in where they are absent, through the ordinary import. */
import { isoDay, parseIsoDay, type Day } from '../src/core/calendar/day';
import { warmCubes } from '../src/server/answers/warm';
import { listDashboards } from '../src/server/dashboards/list';
import { createDashboard, anyDashboardEver } from '../src/server/dashboards/repository';
import { editDataset } from '../src/server/datasets/edit';
import { loadFile } from '../src/server/datasets/load';
import { planFromProfile } from '../src/server/datasets/plan';
import { profileFile } from '../src/server/datasets/profile';
import { datasetNames, findDataset } from '../src/server/datasets/repository';
import type { Measure } from '../src/core/model/model';
import { ensureAlmanac, saveRule } from '../src/server/almanac/almanac';
import { addSet, listSets } from '../src/server/almanac/specialSets';
import { readModel } from '../src/server/model/model';
import { listNamedPeriods } from '../src/server/model/namedPeriodList';
import { saveNamedPeriod } from '../src/server/model/namedPeriods';
import { listDefinitions, saveDefinition } from '../src/server/model/definitions';
import { listShared, saveShared } from '../src/server/model/shared';
import { geometryEntries, saveGeometry } from '../src/server/geometry/repository';
import { archipelago } from './archipelago';
import { companyOn, type Company } from './company';
import { DEMO_DASHBOARDS } from './dashboards';
import { demoSets, writeHolidays } from './holidays';
import { DEMO_MEASURES, DEMO_RULE } from './model';
import { DEMO_DEFINITIONS, DEMO_PERIODS, DEMO_SHARED } from './shared';
import type { DemoDataset } from './datasets/demoDataset';
import { DEMO_DATASETS, writeDataset, writeMistakes } from './generate';

export interface DemoOptions {
  readonly folder: string;
  /** The day taken for today (YYYY-MM-DD); the real one when absent. */
  readonly today: string | undefined;
  readonly scale: number;
  /** Whether its dashboards are wanted although some were there before, and were deleted. */
  readonly again?: boolean;
  readonly say: (line: string) => void;
  readonly signal?: AbortSignal;
}

const DEMO_TIME_ZONE = 'UTC';

/** Imports what is absent; does nothing at later starts. */
export async function ensureDemo(options: DemoOptions): Promise<void> {
  const today: Day = parseIsoDay(options.today ?? new Date().toISOString().slice(0, 10))!;
  const company = companyOn(today, options.scale);
  const there = new Set(await datasetNames());
  const absent = DEMO_DATASETS.filter((dataset) => !there.has(dataset.name));
  if (absent.length > 0) await writeMistakes(company, options.folder);
  for (const dataset of absent) {
    if (options.signal?.aborted) return;
    const file = await writeDataset(dataset, company, options.folder);
    const { loaded, refused } = await importDemo(dataset, file, options.signal);
    options.say(`${dataset.name}: ${loaded.toLocaleString('en')} loaded, ${refused} refused`);
  }
  if (options.again ? (await listDashboards()).length > 0 : await anyDashboardEver()) return;
  await setUpModel(company, options.folder);
  const { model } = await readModel();
  for (const make of DEMO_DASHBOARDS) await createDashboard(make(model));
  await warmCubes();
  options.say(`Demo dashboards made for ${isoDay(today)}`);
}

/** The company's rule, holidays, shared dimensions, measures and definitions. */
async function setUpModel(company: Company, folder: string) {
  await saveRule(DEMO_RULE);
  await writeHolidays(company, folder);
  if ((await geometryEntries()).length === 0)
    for (const { name, file, text } of archipelago()) await saveGeometry(name, file, text);
  if ((await listSets()).length === 0) for (const set of demoSets(company)) await addSet(set);
  await ensureAlmanac();
  if ((await listShared()).length === 0) for (const shared of DEMO_SHARED) await saveShared(null, shared);
  const byRatio = ([, a]: [string, readonly Measure[]], [, b]: [string, readonly Measure[]]) =>
    Number(a.some(isAcross)) - Number(b.some(isAcross));
  // Ratios over several datasets come when the measures they need are there.
  for (const [key, measures] of Object.entries(DEMO_MEASURES).sort(byRatio)) {
    const stored = await findDataset(key).catch(() => undefined);
    if (stored) await editDataset(stored, { measures: [...measures] });
  }
  if ((await listDefinitions()).length === 0)
    for (const definition of DEMO_DEFINITIONS) await saveDefinition(null, definition);
  if ((await listNamedPeriods()).length === 0)
    for (const period of DEMO_PERIODS) await saveNamedPeriod(null, period);
}

const isAcross = (measure: Measure) =>
  measure.ratio !== null && measure.ratio.over.dataset !== measure.ratio.under.dataset;

async function importDemo(dataset: DemoDataset, file: string, signal?: AbortSignal) {
  const profile = await profileFile(file);
  const plan = planFromProfile(dataset.name, profile, {
    roles: dataset.dateColumns,
    timeZone: DEMO_TIME_ZONE,
  });
  return loadFile(file, plan, { source: file, actor: 'demo', ...(signal ? { signal } : {}) });
}
