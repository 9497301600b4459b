/** What the benchmarks share: a temporary database, made-up bookings, quantiles. */
import { execFile } from 'node:child_process';
import { chmodSync, createWriteStream, mkdtempSync, rmSync } from 'node:fs';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { serverEnvironment } from '../cli/environment';
import { currentBuild } from '../cli/build';
import { startDatabase, type RunningDatabase } from '../cli/mariadb';
import { runningRecord } from '../cli/runFile';
import { withServer } from '../cli/server';
import { TIME_DEFAULTS } from '../src/core/dashboard/document/kinds/time';
import { CHART_DEFAULTS } from '../src/core/dashboard/document/kinds/chart';
import { shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import type { Control, Visual } from '../src/core/dashboard/document/document';
import { Random } from '../demo/random';
import { isoDay } from '../src/core/calendar/day';

/** Runs work with a database of its own (started with flags), removed afterwards. */
export async function withBenchDatabase(
  work: (folder: string, database: RunningDatabase) => Promise<void>,
  flags: readonly string[] = [],
): Promise<void> {
  const folder = mkdtempSync(path.join(tmpdir(), 'dathen-bench-'));
  chmodSync(folder, 0o711);
  const database = await startDatabase(folder, flags);
  Object.assign(process.env, serverEnvironment(database, folder));
  const { closeDatabase, migrateDatabase } = await import('../src/server/database/connection');
  try {
    await migrateDatabase();
    await work(folder, database);
  } finally {
    await closeDatabase();
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
    if (!database.folder.startsWith(folder)) rmSync(database.folder, { recursive: true, force: true });
  }
}

/** Runs work against a server over the database of a bench, ended afterwards. */
export async function withBenchServer(
  folder: string,
  database: RunningDatabase,
  work: (url: string) => Promise<void>,
): Promise<void> {
  const build = await currentBuild(runningRecord()?.build);
  await withServer(build, path.join(folder, 'server.log'), work, serverEnvironment(database, folder));
}

/** First of five years of made-up bookings. */
export const FIRST_DAY = 18_262;
export const DAYS = 1826;

/** Writes bookings of 12 routes, 6 channels and 5 classes over five years. */
export async function writeBookings(file: string, rows: number): Promise<void> {
  const random = new Random(5);
  const stream = createWriteStream(file);
  let text = 'travels,route,channel,ticket_class,seats,revenue\n';
  for (let i = 0; i < rows; i++) {
    const day = isoDay(FIRST_DAY + random.whole(0, DAYS - 1));
    text += `${day},Route ${random.whole(1, 12)},channel ${random.whole(1, 6)},class ${random.whole(1, 5)},${random.whole(1, 6)},${(random.whole(500, 40_000) / 100).toFixed(2)}\n`;
    if (text.length > 1 << 18) {
      if (!stream.write(text)) await once(stream, 'drain');
      text = '';
    }
  }
  stream.end(text);
  await once(stream, 'finish');
}

/** Writes them in a process of its own, so that its memory is not counted. */
export async function writeBookingsApart(file: string, rows: number): Promise<void> {
  await promisify(execFile)(process.execPath, ['bench/run.mjs', 'bookingsFile', file, String(rows)]);
}

/** Loads a file through the ordinary import, into a dataset where one is named, and gives the key. */
export async function importBookings(
  name: string,
  file: string,
  {
    into,
    mode = 'replace',
    category,
  }: {
    into?: string;
    mode?: 'replace' | 'append';
    /** A column that is a category, however many values it has. */
    category?: string;
  } = {},
): Promise<string> {
  const { profileFile } = await import('../src/server/datasets/profile');
  const { planFromProfile } = await import('../src/server/datasets/plan');
  const { loadFile } = await import('../src/server/datasets/load');
  const planned = planFromProfile(name, await profileFile(file), { mode });
  const columns = planned.columns.map((column) =>
    column.name === category ? { ...column, category: true } : column,
  );
  const plan = { ...planned, columns };
  return (await loadFile(file, plan, { source: file, ...(into === undefined ? {} : { into }) })).dataset;
}

/** Eight visuals: four lines, four bars. */
export function eightVisuals(dataset: string): Visual[] {
  const measures = ['seats', 'revenue', 'rows', 'revenue'];
  const categories = ['route', 'channel', 'ticket_class', 'route'];
  return measures.flatMap((measure, i): Visual[] => {
    const chart = { ...CHART_DEFAULTS, measures: [shownMeasure(dataset, measure)] };
    return [
      { ...chart, id: `line${i}`, kind: 'line' },
      { ...chart, id: `bar${i}`, kind: 'bar', across: { dataset, column: categories[i]! } },
    ];
  });
}

/** Eight visuals over four datasets: each has a line with a measure of the next one beside its own, and bars. */
export function eightOverFour(datasets: readonly string[]): Visual[] {
  return datasets.flatMap((dataset, i): Visual[] => {
    const next = datasets[(i + 1) % datasets.length]!;
    const own = shownMeasure(dataset, 'revenue');
    return [
      { ...CHART_DEFAULTS, id: `line${i}`, kind: 'line', measures: [own, shownMeasure(next, 'seats')] },
      {
        ...CHART_DEFAULTS,
        id: `bar${i}`,
        kind: 'bar',
        measures: [own],
        across: { dataset, column: 'route' },
      },
    ];
  });
}

export const benchTimeline: Control = {
  ...TIME_DEFAULTS,
  id: 'span',
  kind: 'timeline',
  title: 'Span',
  level: 'month',
  levelFixed: false,
  size: 'words',
};

/** The value below which a share of the measurements lie. */
export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(sorted.length * share) - 1)] ?? NaN;
}

/** Milliseconds in words: as seconds where they are many. */
export function milliseconds(value: number): string {
  if (value >= 10_000) return `${(value / 1000).toFixed(1)} s`;
  return `${value < 1 ? value.toFixed(3) : value.toFixed(1)} ms`;
}

/** What a request sends: a text as it is, everything else as JSON, nothing where there is nothing. */
export function bodyOf(body: unknown): Pick<RequestInit, 'body' | 'headers'> {
  if (body === undefined) return {};
  if (typeof body === 'string') return { body };
  return { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } };
}
