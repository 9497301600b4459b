/**
 * Measures the pieces that `docs/scale.md` reckons with, small ones first; predicts larger cases from them, measures those
 * too, and tells how far it was off. Then what follows for sizes that this machine does not have.
 * Run: npx tsx bench/scale.ts [rows of the largest case]
 */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { CHART_DEFAULTS } from '../src/core/dashboard/document/kinds/chart';
import type { CubeShape } from '../src/core/cube/cube';
import { Random } from '../demo/random';
import { measureReaders } from './manyReaders';
import { lineThrough, simulateReaders } from './simulation';
import {
  benchTimeline,
  eightVisuals,
  importBookings,
  quantile,
  withBenchDatabase,
  withBenchServer,
  writeBookings,
} from './support';

const largest = Number(process.argv[2] ?? 3_000_000);
const SIZES = [largest / 4, largest / 2, largest].map(Math.round) as [number, number, number];
const CATEGORIES = { 'no category': [], 'one category': ['route'] } as const;
const CORES = 2;
const TIMES = 7;

const rows: { case: string; predicted: number; measured: number }[] = [];
const predict = (name: string, predicted: number, measured: number) =>
  rows.push({ case: name, predicted, measured });
const inSeconds = (milliseconds: number) => milliseconds / 1000;
const seconds = (value: number) => `${value < 1 ? value.toFixed(3) : value.toFixed(2)} s`;

async function timed<T>(work: () => Promise<T> | T): Promise<readonly [number, T]> {
  const from = performance.now();
  const result = await work();
  return [(performance.now() - from) / 1000, result];
}

/** The shortest of some times: what comes between on a busy machine only adds. */
async function shortest(work: () => Promise<unknown> | unknown): Promise<number> {
  const times = [];
  for (let i = 0; i < TIMES; i++) times.push((await timed(work))[0]);
  return Math.min(...times);
}

await withBenchDatabase(async (folder, database) => {
  const { cubeFromFile } = await import('../src/server/columns/columnCube');
  const { packedCube } = await import('../src/server/answers/cubes');
  const { columnFiles } = await import('../src/server/columns/columnFile');
  const { selectRows } = await import('../src/server/database/connection');
  const { rowsTable } = await import('../src/server/datasets/definition');
  const { findDataset } = await import('../src/server/datasets/repository');
  const { createDashboard } = await import('../src/server/dashboards/repository');
  const imports: [number, number][] = [];
  const cubes = new Map<string, [number, number][]>();
  let dataset = '';
  for (const size of SIZES) {
    const file = path.join(folder, `bookings${size}.csv`);
    await writeBookings(file, size);
    const [loading, key] = await timed(() => importBookings(`Bookings ${size}`, file));
    imports.push([size, loading]);
    dataset = key;
    const stored = await findDataset(key);
    for (const [name, categories] of Object.entries(CATEGORIES)) {
      const shape: CubeShape = {
        dataset: key,
        load: stored.currentLoad!,
        day: 'travels',
        otherDays: [],
        categories: [...categories],
        conditions: [],
        numbers: [{ column: 'revenue', scale: 2, extremes: false }],
        spellings: {},
      };
      const making = await shortest(() => cubeFromFile(stored, shape));
      cubes.set(name, [...(cubes.get(name) ?? []), [size, making]]);
      if (size !== largest) continue;
      const { index } = columnFiles(stored.id, stored.currentLoad!);
      const { bytes } = JSON.parse(readFileSync(index, 'utf8')) as { bytes: number };
      const [table] = await selectRows<{ bytes: number }>(
        'SELECT data_length AS bytes FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name = ?',
        [rowsTable(stored)],
      );
      console.log(
        `a row takes ${(bytes / size).toFixed(1)} bytes in the column file, ${(Number(table?.bytes) / size).toFixed(0)} in the database`,
      );
      const packed = await packedCube(stored, shape);
      const made = cubeFromFile(stored, shape);
      if (packed.ok && made?.ok)
        console.log(
          `cube by ${name}: ${made.cube.rows.length.toLocaleString('en')} cells, ${(packed.bytes.byteLength / made.cube.rows.length).toFixed(1)} bytes a cell as it is sent`,
        );
    }
  }
  const loading = lineThrough(imports[0]!, imports[1]!);
  console.log(
    `import: ${seconds(loading.fixed)} and ${(1 / loading.each / 1000).toFixed(0)} thousand rows a second`,
  );
  predict(
    `import of ${largest.toLocaleString('en')} rows`,
    loading.fixed + loading.each * largest,
    imports[2]![1],
  );
  for (const [name, [small, middle, large]] of cubes) {
    const making = lineThrough(small!, middle!);
    console.log(`cube by ${name}: ${(1 / making.each / 1e6).toFixed(1)} million rows a second`);
    predict(
      `cube by ${name} of ${largest.toLocaleString('en')} rows`,
      making.fixed + making.each * largest,
      large![1],
    );
  }

  await createDashboard({
    version: 3,
    title: 'Scale',
    timeZone: 'UTC',
    visuals: eightVisuals(dataset).map((visual) => ({ ...CHART_DEFAULTS, ...visual })),
    controls: [benchTimeline],
    wires: eightVisuals(dataset).map(({ id }) => ({ control: 'span', target: id, on: true, roles: {} })),
    layout: [],
  } as unknown as Parameters<typeof createDashboard>[0]);
  await withBenchServer(folder, database, async (address) => {
    const read = { address, headersOf: () => ({}), pid: undefined };
    // Once, so that cubes are held; then one reader alone, question after question.
    await measureReaders({ ...read, readers: 1, turns: 250, pause: 0 });
    const alone = (await measureReaders({ ...read, readers: 1, turns: 120, pause: 0 })).own.map(inSeconds);
    const opening: number[] = [];
    for (let i = 0; i < 10; i++)
      opening.push(
        ...(await measureReaders({ ...read, readers: 1, turns: 1, pause: 0 })).opening.map(inSeconds),
      );
    const beside = (await measureReaders({ ...read, readers: CORES, turns: 100, pause: 0 })).own.map(
      inSeconds,
    );
    for (const [words, times] of Object.entries({ alone, beside }))
      console.log(
        `a turn of 8 visuals on the server, ${words}: p50 ${seconds(quantile(times, 0.5))}, p95 ${seconds(quantile(times, 0.95))}`,
      );
    for (const [readers, pause] of [
      [40, 2],
      [160, 2],
    ] as const) {
      const simulated = simulateReaders(
        { readers, turns: 6, pause, cores: CORES, alone, beside, opening },
        new Random(readers),
      );
      const { own } = await measureReaders({ ...read, readers, turns: 6, pause });
      for (const share of [0.5, 0.95])
        predict(
          `${readers} readers, ${pause} s between turns of their own, p${share * 100}`,
          quantile(simulated, share),
          quantile(own, share) / 1000,
        );
    }
    beyond(alone, beside);
  });
});

/** How many cores ten thousand readers need. */
function beyond(alone: readonly number[], beside: readonly number[]) {
  for (const pause of [5, 30])
    for (const cores of [2, 4, 8, 16, 32, 64]) {
      const times = simulateReaders(
        { readers: 10_000, turns: 5, pause, cores, alone, beside },
        new Random(1),
      );
      console.log(
        `10,000 readers, a turn of their own every ${pause} s, ${cores} cores: p50 ${seconds(quantile(times, 0.5))}, p95 ${seconds(quantile(times, 0.95))}`,
      );
      if (quantile(times, 0.95) < 1) break;
    }
}

for (const { case: name, predicted, measured } of rows)
  console.log(
    `${name}: predicted ${seconds(predicted)}, measured ${seconds(measured)}, ratio ${(predicted / measured).toFixed(2)}`,
  );
