/** `demo` and `start`: database, migrations, demo data, server; and a clean end of all of it. */
import type { ChildProcess } from 'node:child_process';
import path from 'node:path';
import { currentBuild } from './build';
import { serverEnvironment } from './environment';
import { CommandFailure } from './failure';
import { startDatabase, type RunningDatabase } from './mariadb';
import { DATA } from './places';
import { endProcess, isPortFree } from './processes';
import { claim, clearRecord, writeRecord } from './runFile';
import { startServer, untilAnswering } from './server';

export interface ServeOptions {
  readonly port: number;
  readonly today?: string;
  /** Size of the demo data; undefined for none. */
  readonly demoScale?: number;
}

/** Starts everything, prints the address once it answers, and stays until stopped. */
export async function serve(options: ServeOptions): Promise<void> {
  await claim();
  const stopping = new AbortController();
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => stopping.abort());
  let database: RunningDatabase | undefined;
  let server: ChildProcess | undefined;
  try {
    if (!(await isPortFree(options.port))) {
      throw new CommandFailure(
        `Port ${options.port} is taken by another program. Choose another with --port.`,
      );
    }
    const build = await currentBuild();
    if (stopping.signal.aborted) return;
    database = await startDatabase(DATA);
    Object.assign(
      process.env,
      serverEnvironment(database, DATA),
      options.today ? { DATHEN_TODAY: options.today } : {},
    );
    const { port, user, password, name } = database;
    const record = { pid: process.pid, database: { port, user, password, name } };
    writeRecord({ ...record, serverPid: null, url: null, build });
    await prepareData(options, stopping.signal);
    if (stopping.signal.aborted) return;
    const logFile = path.join(DATA, 'server.log');
    server = startServer(options.port, build, logFile);
    const url = `http://127.0.0.1:${options.port}`;
    writeRecord({ ...record, serverPid: server.pid!, url, build });
    await untilAnswering(url, server, logFile, stopping.signal);
    if (stopping.signal.aborted) return;
    console.log(`Dathen is ready at ${url}`);
    await untilEnd(server, database.child, stopping.signal);
  } finally {
    if (server?.pid) await endProcess(server.pid, 'next', 10_000);
    await database?.stop();
    clearRecord();
  }
}

/** Tables in their newest form, no leftovers of killed loads, and the demo data if it is wanted and absent. */
async function prepareData(options: ServeOptions, signal: AbortSignal) {
  const { closeDatabase, migrateDatabase } = await import('../src/server/database/connection');
  const { recoverLoads } = await import('../src/server/datasets/recover');
  const { emptyBin } = await import('../src/server/bin/bin');
  const { ensureAlmanac } = await import('../src/server/almanac/almanac');
  await migrateDatabase();
  await recoverLoads();
  await emptyBin();
  if (options.demoScale !== undefined) {
    const { ensureDemo } = await import('../demo/ensure');
    await ensureDemo({
      folder: path.join(DATA, 'demo'),
      today: options.today,
      scale: options.demoScale,
      say: (line) => console.error(line),
      signal,
    });
  }
  await ensureAlmanac();
  await closeDatabase();
}

async function untilEnd(server: ChildProcess, database: ChildProcess, signal: AbortSignal) {
  await new Promise<void>((resolve, reject) => {
    const lost = (what: string) => () => {
      if (!signal.aborted)
        reject(
          new CommandFailure(
            `${what} ended unexpectedly. Start Dathen again; nothing that was saved is lost.`,
          ),
        );
    };
    server.once('exit', lost('The server'));
    database.once('exit', lost('The database'));
    signal.addEventListener('abort', () => resolve(), { once: true });
    if (signal.aborted) resolve();
  });
}
