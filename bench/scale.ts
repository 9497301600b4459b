/**
 * Measures the pieces that `docs/scale.md` reckons with, small ones first; predicts larger cases from them, measures those
 * too, and tells how far it was off. Then what follows for sizes that this machine does not have.
 * Run: node bench/run.mjs scale [rows of the largest case]
 */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { documentSchema } from '../src/core/dashboard/document/document';
import type { CubeShape } from '../src/core/cube/cube';
import type { StoredDataset } from '../src/server/datasets/repository';
import { Random } from '../demo/random';
import { measureReaders } from './manyReaders';
import { lineThrough, simulateReaders } from './simulation';
import { report } from './report';
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
const seconds = (value: number) => `${value < 1 ? value.toFixed(3) : value.toFixed(2)} s`;

async function timed<T>(work: () => Promise<T>): Promise<readonly [number, T]> {
  const from = performance.now();
  const result = await work();
  return [(performance.now() - from) / 1000, result];
}

/** The shortest of some times: what comes between on a busy machine only adds. */
function shortest(work: () => void): number {
  const times = Array.from({ length: TIMES }, () => {
    const from = performance.now();
    work();
    return (performance.now() - from) / 1000;
  });
  return Math.min(...times);
}

const shapeOf = (stored: StoredDataset, categories: readonly string[]): CubeShape => ({
  dataset: stored.key,
  load: stored.currentLoad!,
  day: 'travels',
  otherDays: [],
  categories: [...categories],
  conditions: [],
  numbers: [{ column: 'revenue', scale: 2, extremes: false }],
  spellings: {},
});

type Costs = [rows: number, seconds: number][];

/** Predicts the largest size from the two smaller ones. */
function predictLargest(name: string, [small, middle, large]: Costs) {
  const { fixed, each } = lineThrough(small!, middle!);
  console.log(`${name}: ${seconds(fixed)} and ${(1 / each / 1000).toFixed(0)} thousand rows a second`);
  predict(`${name}, ${largest.toLocaleString('en')} rows`, fixed + each * largest, large![1]);
}

/** What rows cost: to bring in, to make a cube of, to keep. Gives the key of the largest dataset. */
async function measureRows(folder: string): Promise<string> {
  const { cubeFromFile } = await import('../src/server/columns/columnCube');
  const { findDataset } = await import('../src/server/datasets/repository');
  const imports: Costs = [];
  const cubes = new Map<string, Costs>(Object.keys(CATEGORIES).map((name) => [name, []]));
  let dataset = '';
  for (const size of SIZES) {
    const file = path.join(folder, `bookings${size}.csv`);
    await writeBookings(file, size);
    const [loading, key] = await timed(() => importBookings(`Bookings ${size}`, file));
    imports.push([size, loading]);
    dataset = key;
    const stored = await findDataset(key);
    for (const [name, categories] of Object.entries(CATEGORIES))
      cubes.get(name)!.push([size, shortest(() => cubeFromFile(stored, shapeOf(stored, categories)))]);
  }
  predictLargest('import', imports);
  for (const [name, costs] of cubes) predictLargest(`cube by ${name}`, costs);
  await tellBytes(await findDataset(dataset));
  return dataset;
}

/** What a row, and what a cell of a cube, takes. */
async function tellBytes(stored: StoredDataset) {
  const { cubeFromFile } = await import('../src/server/columns/columnCube');
  const { columnFiles } = await import('../src/server/columns/columnFile');
  const { packedCube } = await import('../src/server/answers/cubes');
  const { rowsTable } = await import('../src/server/datasets/definition');
  const { selectRows } = await import('../src/server/database/connection');
  const index = readFileSync(columnFiles(stored.id, stored.currentLoad!).index, 'utf8');
  const { bytes } = JSON.parse(index) as { bytes: number };
  const [table] = await selectRows<{ bytes: number }>(
    'SELECT data_length AS bytes FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name = ?',
    [rowsTable(stored)],
  );
  console.log(
    `a row takes ${(bytes / largest).toFixed(1)} bytes in the column file, ${(Number(table?.bytes) / largest).toFixed(0)} in the database`,
  );
  for (const [name, categories] of Object.entries(CATEGORIES)) {
    const shape = shapeOf(stored, categories);
    const [packed, made] = [await packedCube(stored, shape), cubeFromFile(stored, shape)];
    if (!packed.ok || !made?.ok) throw new Error('There is no cube');
    const cells = made.cube.rows.length;
    console.log(
      `cube by ${name}: ${cells.toLocaleString('en')} cells, ${(packed.bytes.byteLength / cells).toFixed(1)} bytes a cell as it is sent`,
    );
  }
}

/** What questions cost one reader, and how long they take many. */
async function measureQuestions(address: string) {
  const read = { address, headersOf: () => ({}), pid: undefined };
  const inSeconds = (times: readonly number[]) => times.map((time) => time / 1000);
  // Once, so that cubes are held and the server is warm; then one reader alone, question after question.
  await measureReaders({ ...read, readers: 1, turns: 250, pause: 0 });
  const alone = inSeconds((await measureReaders({ ...read, readers: 1, turns: 120, pause: 0 })).own);
  const opening: number[] = [];
  for (let i = 0; i < 10; i++)
    opening.push(...inSeconds((await measureReaders({ ...read, readers: 1, turns: 1, pause: 0 })).opening));
  const beside = inSeconds((await measureReaders({ ...read, readers: CORES, turns: 100, pause: 0 })).own);
  for (const [words, times] of Object.entries({ alone, beside }))
    console.log(
      `a turn of 8 visuals on the server, ${words}: p50 ${seconds(quantile(times, 0.5))}, p95 ${seconds(quantile(times, 0.95))}`,
    );
  const known = { alone, beside, opening };
  for (const readers of [40, 160]) {
    const asked = { readers, turns: 6, pause: 2 };
    const simulated = simulateReaders({ ...asked, cores: CORES, ...known }, new Random(readers));
    const own = inSeconds((await measureReaders({ ...read, ...asked })).own);
    for (const share of [0.5, 0.95])
      predict(
        `${readers} readers, 2 s between turns of their own, p${share * 100}`,
        quantile(simulated, share),
        quantile(own, share),
      );
  }
  beyond(alone, beside);
}

await withBenchDatabase(async (folder, database) => {
  const dataset = await measureRows(folder);
  const { createDashboard } = await import('../src/server/dashboards/repository');
  const visuals = eightVisuals(dataset);
  await createDashboard(
    documentSchema.parse({
      version: 3,
      title: 'Scale',
      timeZone: 'UTC',
      visuals,
      controls: [benchTimeline],
      wires: visuals.map(({ id }) => ({ control: 'span', target: id, on: true, roles: {} })),
      layout: [],
    }),
  );
  await withBenchServer(folder, database, measureQuestions);
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
  report({
    what: `predicted: ${name}`,
    figure: seconds(predicted),
    against: { what: 'measured', figure: seconds(measured), ratio: predicted / measured },
  });
