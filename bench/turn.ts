/**
 * Time of one turn: 8 visuals, a window of one year moved day by day, on cubes made from 100 thousand and from
 * 1 million rows; and the same turn asked as one SQL statement a visual. Run: npx tsx bench/turn.ts
 */
import { designOf } from '../src/core/dashboard/wiring/design';
import path from 'node:path';
import { isoDay } from '../src/core/calendar/day';
import { cellCount } from '../src/core/cube/cube';
import { cubeSource } from '../src/core/cube/source';
import { emptyDocument, type DashboardDocument, type Visual } from '../src/core/dashboard/document/document';
import { compareWith } from '../src/core/dashboard/document/kinds/compare';
import { cubeShapesFor } from '../src/core/dashboard/turn/shapes';
import { answerTurn } from '../src/core/dashboard/turn/turn';
import { wiresForNewItem } from '../src/core/dashboard/wiring/wires';
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

const TURNS = DAYS - 365;
const SQL_TURNS = 8;

async function measure(rows: number, folder: string) {
  const file = path.join(folder, 'bookings.csv');
  await writeBookings(file, rows);
  const dataset = await importBookings(`Bookings ${rows}`, file);
  const { readModel } = await import('../src/server/model/model');
  const { heldCube } = await import('../src/server/answers/cubes');
  const { sqlSource } = await import('../src/server/answers/sqlSource');
  const { selectRows } = await import('../src/server/database/connection');
  const { model, stored } = await readModel();
  const visuals = eightVisuals(dataset);
  let document: DashboardDocument = { ...emptyDocument('Bench'), visuals, controls: [benchTimeline] };
  document = { ...document, wires: wiresForNewItem(document, model, benchTimeline) };
  const own = stored.find((entry) => entry.key === dataset)!;
  const cubes = await Promise.all(
    cubeShapesFor(designOf(document, model)).map((shape) => heldCube(own, shape)),
  );
  const source = cubeSource(cubes.map((cube) => cube!));
  const comparing: DashboardDocument = {
    ...document,
    visuals: visuals.map((visual) => ({ ...visual, compare: compareWith(['b1', 'b2']) }) as Visual),
  };
  const turn = (
    offset: number,
    from: Parameters<typeof answerTurn>[1],
    only?: ReadonlySet<string>,
    design = designOf(document, model),
  ) => {
    const span = `${isoDay(FIRST_DAY + offset)}/${isoDay(FIRST_DAY + offset + 364)}`;
    const input = { design, today: FIRST_DAY + DAYS, state: { periods: { span }, choices: {} } };
    return answerTurn(only ? { ...input, only } : input, from);
  };
  for (let i = 0; i < 200; i++) await turn(i, source);
  const times: number[] = [];
  for (let offset = 0; offset < TURNS; offset++) {
    const begun = performance.now();
    await turn(offset, source);
    times.push(performance.now() - begun);
  }
  const compared = designOf(comparing, model);
  for (let i = 0; i < 200; i++) await turn(i, source, undefined, compared);
  const comparedTimes: number[] = [];
  for (let offset = 0; offset < TURNS; offset++) {
    const begun = performance.now();
    await turn(offset, source, undefined, compared);
    comparedTimes.push(performance.now() - begun);
  }
  await selectRows(
    `ALTER TABLE fact_${own.id}_${own.currentLoad} MODIFY c2 VARCHAR(40), MODIFY c3 VARCHAR(40), MODIFY c4 VARCHAR(40),
     ADD INDEX by_day (c1, c2, c3, c4, c5, c6)`,
  );
  const direct = sqlSource(stored, model);
  /** One statement a visual: what is covered is known already. */
  const statements = { ...direct, covered: source.covered };
  const only = new Set(visuals.map((visual) => visual.id));
  const sqlTimes: number[] = [];
  await turn(0, statements, only);
  for (let i = 0; i < SQL_TURNS; i++) {
    const begun = performance.now();
    await turn(i * 150, statements, only);
    sqlTimes.push(performance.now() - begun);
  }
  const cells = cubes.reduce((sum, cube) => sum + cellCount(cube!), 0);
  const p50 = quantile(times, 0.5);
  const p95 = quantile(times, 0.95);
  const sql = quantile(sqlTimes, 0.5);
  console.log(
    `${rows.toLocaleString('en')} rows, ${cells.toLocaleString('en')} cells: turn p50 ${milliseconds(p50)}, p95 ${milliseconds(p95)}; by SQL p50 ${milliseconds(sql)}, ${Math.round(sql / p50)} times as long`,
  );
  const [c50, c95] = [quantile(comparedTimes, 0.5), quantile(comparedTimes, 0.95)];
  console.log(
    `  with 2 baselines each: p50 ${milliseconds(c50)}, p95 ${milliseconds(c95)} (aim: p95 at most 4 ms)`,
  );
  return { plain: p50, compared: c50 };
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
  const visuals = eightOverFour(datasets);
  let document: DashboardDocument = { ...emptyDocument('Bench'), visuals, controls: [benchTimeline] };
  document = { ...document, wires: wiresForNewItem(document, model, benchTimeline) };
  const cubes = await Promise.all(
    cubeShapesFor(designOf(document, model)).map((shape) =>
      heldCube(
        stored.find((entry) => entry.key === shape.dataset)!,
        shape,
      ),
    ),
  );
  const source = cubeSource(cubes.map((cube) => cube!));
  const turn = (offset: number) => {
    const span = `${isoDay(FIRST_DAY + offset)}/${isoDay(FIRST_DAY + offset + 364)}`;
    const input = {
      design: designOf(document, model),
      today: FIRST_DAY + DAYS,
      state: { periods: { span }, choices: {} },
    };
    return answerTurn(input, source);
  };
  for (let i = 0; i < 200; i++) await turn(i);
  const times: number[] = [];
  for (let offset = 0; offset < TURNS; offset++) {
    const begun = performance.now();
    await turn(offset);
    times.push(performance.now() - begun);
  }
  const cells = cubes.reduce((sum, cube) => sum + cellCount(cube!), 0);
  const [p50, p95] = [quantile(times, 0.5), quantile(times, 0.95)];
  console.log(
    `${rows.toLocaleString('en')} rows in 4 datasets, ${cells.toLocaleString('en')} cells, 8 visuals, 12 measures: turn p50 ${milliseconds(p50)}, p95 ${milliseconds(p95)}`,
  );
}

await withBenchDatabase(async (folder) => {
  const small = await measure(100_000, folder);
  const large = await measure(1_000_000, folder);
  await measureFour(1_000_000, folder);
  console.log(
    `1 million rows against 100 thousand: ${(large.plain / small.plain).toFixed(2)} times as long, comparing ${(large.compared / small.compared).toFixed(2)} (aim: under 1.3)`,
  );
});
process.exit();
