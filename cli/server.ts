/** The web server, as a process of its own. */
import { spawn, type ChildProcess } from 'node:child_process';
import { openSync } from 'node:fs';
import { setTimeout as pause } from 'node:timers/promises';
import { CommandFailure } from './failure';
import { PROJECT } from './places';
import { endProcess, freePort } from './processes';

const PATIENCE_MS = 60_000;
/**
 * How long a connection is kept for the next request: longer than a proxy or a program keeps its end (nginx a minute),
 * so that a request never meets a connection that is just being closed.
 */
const KEPT_MS = 75_000;

/** Starts the server on a port (of 127.0.0.1 unless told otherwise), from a build folder; its output goes to a log file. */
export function startServer(
  port: number,
  build: string,
  logFile: string,
  environment: Record<string, string> = {},
  host = '127.0.0.1',
): ChildProcess {
  const log = openSync(logFile, 'a');
  return spawn(
    process.execPath,
    [
      '--import',
      './src/server/clientAddress.mjs',
      '--import',
      './src/server/closeSoon.mjs',
      'node_modules/next/dist/bin/next',
      'start',
      '-H',
      host,
      '-p',
      String(port),
      '--keepAliveTimeout',
      String(KEPT_MS),
    ],
    {
      cwd: PROJECT,
      env: {
        ...process.env,
        ...environment,
        DATHEN_DIST: build,
        DATHEN_PORT: String(port),
        NODE_ENV: 'production',
        NEXT_TELEMETRY_DISABLED: '1',
      },
      stdio: ['ignore', log, log],
      detached: true,
    },
  );
}

/** Waits until the server and its database answer. */
export async function untilAnswering(
  url: string,
  server: ChildProcess,
  logFile: string,
  signal?: AbortSignal,
): Promise<void> {
  for (let waited = 0; waited < PATIENCE_MS && !signal?.aborted; waited += 100) {
    if (server.exitCode !== null) break;
    const response = await fetch(`${url}/api/health`).catch(() => undefined);
    if (response?.ok) return;
    await pause(100);
  }
  if (!signal?.aborted) throw new CommandFailure(`The server did not come up; ${logFile} says more.`);
}

/** Does something with the address of a server on a free port, which runs for that time only. */
export async function withServer<T>(
  build: string,
  logFile: string,
  work: (url: string) => Promise<T>,
  environment: Record<string, string> = {},
): Promise<T> {
  const port = await freePort();
  const server = startServer(port, build, logFile, environment);
  const url = `http://127.0.0.1:${port}`;
  try {
    await untilAnswering(url, server, logFile);
    return await work(url);
  } finally {
    if (server.pid) await endProcess(server.pid, 'next', 10_000);
  }
}
