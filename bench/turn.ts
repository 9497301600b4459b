/**
 * Time of one turn, answered as the browser answers it: from one file in a worker of its own, a task a turn. 8 visuals, a
 * window of one year moved day by day, plain and with 2 baselines each, on cubes of 100 thousand, 1 million and 10 million
 * rows (the last made in memory); and the same turn asked as one SQL statement a visual. Run: node bench/run.mjs turn
 */
import path from 'node:path';
import { isoDay } from '../src/core/calendar/day';
import { cellCount, type Cube, type CubeShape } from '../src/core/cube/cube';
import { cubeSource } from '../src/core/cube/source';
import { emptyDocument, type DashboardDocument, type Visual } from '../src/core/dashboard/document/document';
import { compareWith } from '../src/core/dashboard/document/kinds/compare';
import { cubeShapesFor } from '../src/core/dashboard/turn/shapes';
import { answerTurn } from '../src/core/dashboard/turn/turn';
import { designOf } from '../src/core/dashboard/wiring/design';
import { wiresForNewItem } from '../src/core/dashboard/wiring/wires';
import type { Model } from '../src/core/model/model';
import { Random } from '../demo/random';
import { p50p95, report } from './report';
import {
  benchTimeline,
  DAYS,
  eightOverFour,
  eightVisuals,
  FIRST_DAY,
  importBookings,
  milliseconds,
  quantile,
  withBenchDatabase,
  writeBookings,
} from './support';
import { TurnWorker } from './turnWorker';

const SQL_TURNS = 8;
const spanFrom = (offset: number) => `${isoDay(FIRST_DAY + offset)}/${isoDay(FIRST_DAY + offset + 364)}`;
const spans = Array.from({ length: DAYS - 365 }, (_, offset) => spanFrom(offset));

const sizeOf = (rows: number) => `${rows.toLocaleString('en')} rows`;

/** A dashboard whose visuals all respond to one timeline. */
function dashboardOf(visuals: Visual[], model: Model): DashboardDocument {
  const document: DashboardDocument = { ...emptyDocument('Bench'), visuals, controls: [benchTimeline] };
  return { ...document, wires: wiresForNewItem(document, model, benchTimeline) };
}

const comparing = (document: DashboardDocument): DashboardDocument => ({
  ...document,
  visuals: document.visuals.map((visual) => ({ ...visual, compare: compareWith(['b1', 'b2']) }) as Visual),
});

interface Measured {
  readonly plain: number;
  readonly compared: number;
}

/** Turns of a dashboard over some cubes, plain and compared; gives what is in the middle (milliseconds). */
async function measure(
  size: string,
  document: DashboardDocument,
  model: Model,
  cubes: readonly Cube[],
): Promise<Measured> {
  const worker = await TurnWorker.start(cubes);
  const times = (asked: DashboardDocument) =>
    worker.turns({ document: asked, model, today: FIRST_DAY + DAYS, spans });
  const plain = await times(document);
  const compared = await times(comparing(document));
  await worker.end();
  const cells = cubes.reduce((sum, cube) => sum + cellCount(cube), 0);
  const what = `a turn of 8 visuals, ${size}, ${cells.toLocaleString('en')} cells`;
  report({ what, figure: p50p95(plain) });
  report({ what: `${what}, 2 baselines each (aim: p95 4 ms)`, figure: p50p95(compared) });
  return { plain: quantile(plain, 0.5), compared: quantile(compared, 0.5) };
}

/** Turns over bookings that are brought in, and the same by SQL. */
async function measureImported(rows: number, folder: string): Promise<Measured & { readonly model: Model }> {
  const file = path.join(folder, 'bookings.csv');
  await writeBookings(file, rows);
  const dataset = await importBookings(`Bookings ${rows}`, file);
  const { readModel } = await import('../src/server/model/model');
  const { heldCube } = await import('../src/server/answers/cubes');
  const { model, stored } = await readModel();
  const document = dashboardOf(eightVisuals(dataset), model);
  const own = stored.find((entry) => entry.key === dataset)!;
  const shapes = cubeShapesFor(designOf(document, model));
  const cubes = (await Promise.all(shapes.map((shape) => heldCube(own, shape)))).map((cube) => cube!);
  const measured = await measure(sizeOf(rows), document, model, cubes);
  const { selectRows } = await import('../src/server/database/connection');
  const { sqlSource } = await import('../src/server/answers/sqlSource');
  await selectRows(
    `ALTER TABLE fact_${own.id}_${own.rowsLoad} MODIFY c2 VARCHAR(40), MODIFY c3 VARCHAR(40), MODIFY c4 VARCHAR(40),
     ADD INDEX by_day (c1, c2, c3, c4, c5, c6)`,
  );
  /** One statement a visual: what is covered is known already. */
  const statements = { ...sqlSource(stored, model), covered: cubeSource(cubes).covered };
  const only = new Set(document.visuals.map((visual) => visual.id));
  const design = designOf(document, model);
  const turn = (offset: number) => {
    const state = { periods: { span: spanFrom(offset) }, choices: {} };
    return answerTurn({ design, today: FIRST_DAY + DAYS, state, only }, statements);
  };
  const times: number[] = [];
  await turn(0);
  for (let i = 0; i < SQL_TURNS; i++) {
    const begun = performance.now();
    await turn(i * 150);
    times.push(performance.now() - begun);
  }
  const sql = quantile(times, 0.5);
  report({
    what: `a turn of 8 visuals, ${sizeOf(rows)}, against SQL`,
    figure: `p50 ${milliseconds(measured.plain)}`,
    against: {
      what: 'a statement a visual, covering index',
      figure: `p50 ${milliseconds(sql)}`,
      ratio: measured.plain / sql,
    },
  });
  return { ...measured, model };
}

/** The cube of so many bookings that every day has every combination of its categories. */
function fullCube(shape: CubeShape, rowsADay: number): Cube {
  const sizes: Record<string, number> = { route: 12, channel: 6, ticket_class: 5 };
  const widths = shape.categories.map((column) => sizes[column]!);
  const groups = widths.reduce((product, width) => product * width, 1);
  const size = DAYS * groups;
  const random = new Random(7);
  const counts = Float64Array.from({ length: size }, () =>
    random.whole(1, Math.round((2 * rowsADay) / groups) - 1),
  );
  let below = groups;
  return {
    shape,
    firstDay: FIRST_DAY,
    dayOffsets: Uint32Array.from({ length: DAYS + 1 }, (_, day) => day * groups),
    rows: counts,
    categories: shape.categories.map((column, c) => {
      const width = widths[c]!;
      below /= width;
      const step = below;
      return {
        column,
        values: Array.from({ length: width }, (_, i) => `${column} ${i + 1}`),
        codes: Uint32Array.from({ length: size }, (_, cell) => Math.floor((cell % groups) / step) % width),
      };
    }),
    numbers: shape.numbers.map(({ column, scale }) => ({
      column,
      scale,
      sum: counts.map((count) => count * random.whole(500, 40_000)),
      count: counts,
      minimum: null,
      maximum: null,
    })),
    otherDays: [],
  };
}

/** The same over four datasets of a quarter of the rows each, every line with measures of two of them. */
async function measureFour(rows: number, folder: string) {
  const file = path.join(folder, 'quarter.csv');
  await writeBookings(file, rows / 4);
  const datasets: string[] = [];
  for (const name of ['North', 'East', 'South', 'West'])
    datasets.push(await importBookings(`${name} ${rows}`, file));
  const { readModel } = await import('../src/server/model/model');
  const { heldCube } = await import('../src/server/answers/cubes');
  const { model, stored } = await readModel();
  const document = dashboardOf(eightOverFour(datasets), model);
  const cubes = await Promise.all(
    cubeShapesFor(designOf(document, model)).map((shape) =>
      heldCube(
        stored.find((entry) => entry.key === shape.dataset)!,
        shape,
      ),
    ),
  );
  await measure(
    `12 measures over 4 datasets, ${sizeOf(rows)} together`,
    document,
    model,
    cubes.map((cube) => cube!),
  );
}

await withBenchDatabase(async (folder) => {
  const small = await measureImported(100_000, folder);
  const million = await measureImported(1_000_000, folder);
  const document = dashboardOf(eightVisuals(million.model.datasets.at(-1)!.key), million.model);
  const shapes = cubeShapesFor(designOf(document, million.model));
  const rows = 10_000_000;
  const large = await measure(
    `${sizeOf(rows)} (made in memory)`,
    document,
    million.model,
    shapes.map((shape) => fullCube(shape, rows / DAYS)),
  );
  await measureFour(1_000_000, folder);
  for (const kind of ['plain', 'compared'] as const)
    report({
      what: `a turn at ${sizeOf(rows)}, ${kind} (aim: ratio under 1.3)`,
      figure: `p50 ${milliseconds(large[kind])}`,
      against: {
        what: sizeOf(100_000),
        figure: `p50 ${milliseconds(small[kind])}`,
        ratio: large[kind] / small[kind],
      },
    });
});
process.exit();
