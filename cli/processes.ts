/** Processes of ours: finding, stopping, waiting. */
import { readFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { setTimeout as pause } from 'node:timers/promises';

/** Whether the process runs and its command line has the text; process ids are used again, so ids are not enough. */
export function isOurs(pid: number, text: string): boolean {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ').includes(text);
  } catch {
    return false;
  }
}

/** Asks a process to end, waits, and makes it end after `patience` milliseconds. */
export async function endProcess(pid: number, text: string, patience = 30_000): Promise<void> {
  if (!isOurs(pid, text)) return;
  process.kill(pid, 'SIGTERM');
  for (let waited = 0; waited < patience; waited += 50) {
    await pause(50);
    if (!isOurs(pid, text)) return;
  }
  process.kill(pid, 'SIGKILL');
  while (isOurs(pid, text)) await pause(50);
}

/** Whether a loopback port can be listened on. */
export function isPortFree(port: number): Promise<boolean> {
  return new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(false));
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
  });
}

/** A loopback port that is free now. */
export function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() =>
        address && typeof address === 'object' ? resolve(address.port) : reject(new Error('No port')),
      );
    });
  });
}
