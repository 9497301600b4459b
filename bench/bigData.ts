/** A workspace as large as one may become: many datasets and dashboards, a dashboard at every limit, a long slicer, old days. */
import { createWriteStream } from 'node:fs';
import { once } from 'node:events';
import path from 'node:path';
import { Random } from '../demo/random';
import { isoDay } from '../src/core/calendar/day';
import { FIRST_ALMANAC_DAY, LAST_ALMANAC_DAY } from '../src/core/calendar/span';
import { CHART_DEFAULTS } from '../src/core/dashboard/document/kinds/chart';
import { MEASURED_DEFAULTS, shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import { SLICER_DEFAULTS } from '../src/core/dashboard/document/kinds/slicer';
import { TIME_DEFAULTS } from '../src/core/dashboard/document/kinds/time';
import {
  emptyDocument,
  type Control,
  type DashboardDocument,
  type Visual,
} from '../src/core/dashboard/document/document';
import { pageOf } from '../src/core/dashboard/document/pages';
import { wiresForNewItem } from '../src/core/dashboard/wiring/wires';
import type { Model } from '../src/core/model/model';
import { benchTimeline, DAYS, FIRST_DAY, importBookings, writeBookings } from './support';

export const SIZES = {
  datasets: 300,
  dashboards: 2000,
  visuals: 200,
  controls: 100,
  values: 100_000,
  pages: 10,
};

const PHRASES = ['last 13 full weeks', 'this month to date', 'last 3 full months', 'last year', 'all'];

/** The i-th of many visuals: lines, bars, figures and crosstabs in turn. */
function visualAt(i: number, dataset: string): Visual {
  const measures = [shownMeasure(dataset, i % 2 ? 'seats' : 'revenue')];
  const across = { dataset, column: ['route', 'channel', 'ticket_class'][i % 3]! };
  const id = `v${i}`;
  switch (i % 4) {
    case 0:
      return { ...CHART_DEFAULTS, id, kind: 'line', measures };
    case 1:
      return { ...CHART_DEFAULTS, id, kind: 'bar', measures, across };
    case 2:
      return { ...MEASURED_DEFAULTS, id, kind: 'figure', measures };
    default:
      return {
        ...MEASURED_DEFAULTS,
        id,
        kind: 'crosstab',
        measures,
        rows: [across],
        columns: { kind: 'grain' },
        subtotals: true,
        most: 14,
        least: 1,
      } as unknown as Visual;
  }
}

/** The i-th of many controls: timelines, range sliders and slicers in turn. */
function controlAt(i: number, dataset: string): Control {
  const id = `c${i}`;
  const title = `Control ${i + 1}`;
  switch (i % 3) {
    case 0:
      return { ...benchTimeline, id, title, default: PHRASES[i % PHRASES.length]! } as Control;
    case 1:
      return {
        ...TIME_DEFAULTS,
        id,
        title,
        kind: 'range',
        measure: { dataset, measure: 'revenue' },
        fixedEnd: 'none',
        snap: 'day',
      };
    default:
      return {
        ...SLICER_DEFAULTS,
        id,
        title,
        kind: 'slicer',
        dimension: { dataset, column: 'route' },
      };
  }
}

/** A dashboard at every limit; each control is wired to the visuals that stand where it does. */
function atLimits(title: string, model: Model, dataset: string, pages: number): DashboardDocument {
  const visuals = Array.from({ length: SIZES.visuals }, (_, i) => visualAt(i, dataset));
  const controls = Array.from({ length: SIZES.controls }, (_, i) => controlAt(i, dataset));
  const named = Array.from({ length: pages }, (_, i) => ({ id: `page${i + 1}`, name: `Part ${i + 1}` }));
  const place = (item: string, i: number, of: number, top: number, w: number, h: number) => {
    const page = Math.floor((i * pages) / of);
    const at = i - Math.ceil((page * of) / pages);
    const across = 24 / w;
    return { item, page: named[page]!.id, x: (at % across) * w, y: top + Math.floor(at / across) * h, w, h };
  };
  const bands = Math.ceil(SIZES.controls / pages / 2) * 5;
  let document: DashboardDocument = {
    ...emptyDocument(title),
    pages: named,
    visuals,
    layout: [
      ...controls.map(({ id }, i) => place(id, i, SIZES.controls, 0, 12, 5)),
      ...visuals.map(({ id }, i) => place(id, i, SIZES.visuals, bands, 6, 7)),
    ],
  };
  for (const control of controls) {
    document = { ...document, controls: [...document.controls, control] };
    const wires = wiresForNewItem(document, model, control);
    document = {
      ...document,
      wires: wires.filter(
        (wire) =>
          wire.control !== control.id || pageOf(document, wire.target) === pageOf(document, control.id),
      ),
    };
  }
  return document;
}

/** A file with a dated row for each of many people. */
async function writePeople(file: string): Promise<void> {
  const random = new Random(7);
  const stream = createWriteStream(file);
  stream.write('joined,person,points\n');
  for (let i = 0; i < SIZES.values; i++) {
    const day = isoDay(FIRST_DAY + random.whole(0, DAYS - 1));
    if (!stream.write(`${day},Person ${String(i).padStart(6, '0')},${random.whole(1, 900)}\n`))
      await once(stream, 'drain');
  }
  stream.end();
  await once(stream, 'finish');
}

/** A file with a row on every fifth day of the almanac's four centuries. */
async function writeCenturies(file: string): Promise<void> {
  const stream = createWriteStream(file);
  stream.write('recorded,height\n');
  for (let day = FIRST_ALMANAC_DAY; day <= LAST_ALMANAC_DAY; day += 5) {
    if (!stream.write(`${isoDay(day)},${Math.abs(day * 7919) % 1000}\n`)) await once(stream, 'drain');
  }
  stream.end();
  await once(stream, 'finish');
}

/** Makes the workspace in the database that the environment names. */
export async function makeBigWorkspace(folder: string, say: (words: string) => void): Promise<void> {
  const { createDashboard } = await import('../src/server/dashboards/repository');
  const { readModel } = await import('../src/server/model/model');
  const file = (name: string) => path.join(folder, `${name}.csv`);
  await writeBookings(file('bookings'), 100_000);
  const bookings = await importBookings('Bookings', file('bookings'));
  await writePeople(file('people'));
  const people = await importBookings('People', file('people'), { category: 'person' });
  await writeCenturies(file('centuries'));
  const centuries = await importBookings('Water marks', file('centuries'));
  await writeBookings(file('small'), 300);
  const small: string[] = [];
  for (let i = 4; i <= SIZES.datasets; i++)
    small.push(await importBookings(`Bookings of harbour ${i}`, file('small')));
  say(`${SIZES.datasets} datasets are in`);
  const { model } = await readModel();
  const line = (dataset: string, measure: string): Visual => ({
    ...CHART_DEFAULTS,
    id: 'line',
    kind: 'line',
    measures: [shownMeasure(dataset, measure)],
  });
  const simple = (title: string, visual: Visual, control: Control): DashboardDocument => {
    const document: DashboardDocument = {
      ...emptyDocument(title),
      visuals: [visual],
      controls: [control],
      layout: [
        { item: control.id, x: 0, y: 0, w: 24, h: 8 },
        { item: visual.id, x: 0, y: 8, w: 24, h: 10 },
      ],
    };
    return { ...document, wires: wiresForNewItem(document, model, control) };
  };
  for (let i = 5; i <= SIZES.dashboards; i++) {
    const dataset = small[i % small.length]!;
    await createDashboard(simple(`Harbour board ${i}`, line(dataset, 'revenue'), benchTimeline));
  }
  await createDashboard(atLimits('At every limit', model, bookings, 1));
  await createDashboard(atLimits('At every limit, on pages', model, bookings, SIZES.pages));
  await createDashboard(
    simple('A long slicer', line(people, 'points'), {
      ...SLICER_DEFAULTS,
      id: 'who',
      title: 'Who',
      kind: 'slicer',
      dimension: { dataset: people, column: 'person' },
    }),
  );
  await createDashboard(simple('Four centuries', line(centuries, 'height'), benchTimeline));
  say(`${SIZES.dashboards} dashboards are in`);
}
