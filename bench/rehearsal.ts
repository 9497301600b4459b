/**
 * Time of a rehearsal: a year of days, 12 time controls and 20 visuals over the cubes of 1 million rows; and of the
 * wiring check with the coming year. Run: node bench/run.mjs rehearsal
 */
import { designOf } from '../src/core/dashboard/wiring/design';
import path from 'node:path';
import { cubeSource } from '../src/core/cube/source';
import { checkDashboard } from '../src/core/dashboard/review/check';
import {
  emptyDocument,
  type Control,
  type DashboardDocument,
  type Visual,
} from '../src/core/dashboard/document/document';
import { rehearse } from '../src/core/dashboard/review/rehearsal';
import { cubeShapesFor } from '../src/core/dashboard/turn/shapes';
import { CHART_DEFAULTS } from '../src/core/dashboard/document/kinds/chart';
import { shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import { wiresForNewItem } from '../src/core/dashboard/wiring/wires';
import { p50p95, report } from './report';
import { benchTimeline, DAYS, FIRST_DAY, importBookings, withBenchDatabase, writeBookings } from './support';

const ROWS = 1_000_000;
const RUNS = 5;
const PHRASES = [
  'last 13 full weeks',
  'this month to date',
  'last 28 days',
  'last 3 full months',
  'this year to date',
  'last year',
  'all',
  'last 90 days',
  'this quarter to date',
  'last month',
  'last 12 months',
  'last 6 full weeks',
];

await withBenchDatabase(async (folder) => {
  const file = path.join(folder, 'bookings.csv');
  await writeBookings(file, ROWS);
  const dataset = await importBookings('Bookings', file);
  const { readModel } = await import('../src/server/model/model');
  const { heldCube } = await import('../src/server/answers/cubes');
  const { model, stored } = await readModel();
  const visuals = Array.from({ length: 20 }, (_, i): Visual => ({
    ...CHART_DEFAULTS,
    id: `v${i}`,
    kind: 'line',
    measures: [shownMeasure(dataset, i % 2 ? 'seats' : 'revenue')],
  }));
  const controls = PHRASES.map(
    (phrase, i): Control => ({ ...benchTimeline, id: `c${i}`, default: phrase }) as Control,
  );
  let document: DashboardDocument = { ...emptyDocument('Bench'), visuals };
  for (const control of controls) {
    document = { ...document, controls: [...document.controls, control] };
    document = { ...document, wires: wiresForNewItem(document, model, control) };
  }
  const own = stored.find((entry) => entry.key === dataset)!;
  const cubes = await Promise.all(
    cubeShapesFor(designOf(document, model)).map((shape) => heldCube(own, shape)),
  );
  const source = cubeSource(cubes.map((cube) => cube!));
  const today = FIRST_DAY + DAYS;
  const measure = async (name: string, work: () => Promise<unknown>) => {
    const times: number[] = [];
    for (let i = 0; i < RUNS; i++) {
      const begun = performance.now();
      await work();
      times.push(performance.now() - begun);
    }
    report({ what: name, figure: p50p95(times) });
  };
  await measure('rehearsal of 366 days, 12 controls, 20 visuals (aim: under 2 s)', () =>
    rehearse(
      { design: designOf(document, model), today, from: today, to: today + 365, assumption: 'same lag' },
      source,
    ),
  );
  await measure('wiring check, today only', () =>
    checkDashboard({ design: designOf(document, model), source, today, year: false }),
  );
  await measure('wiring check with the coming year', () =>
    checkDashboard({ design: designOf(document, model), source, today, year: true }),
  );
});
process.exit();
