/** The record of the Dathen that runs from this data folder. */
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { z } from 'zod';
import { CommandFailure } from './failure';
import { DATA } from './places';
import { endProcess, isOurs } from './processes';

const recordSchema = z.object({
  pid: z.int(),
  serverPid: z.int().nullable(),
  url: z.string().nullable(),
  /** Build folder that the server runs from. */
  build: z.string().nullable().default(null),
  database: z.object({ port: z.int(), user: z.string(), password: z.string(), name: z.string() }).nullable(),
});
export type RunRecord = z.infer<typeof recordSchema>;

const FILE = () => path.join(DATA, 'run.json');
const COMMAND = 'cli/main.ts';
const SERVER = 'next';

function readRecord(): RunRecord | undefined {
  try {
    return recordSchema.parse(JSON.parse(readFileSync(FILE(), 'utf8')));
  } catch {
    return undefined;
  }
}

/** The Dathen that runs now, if one does. */
export function runningRecord(): RunRecord | undefined {
  const record = readRecord();
  return record && isOurs(record.pid, COMMAND) ? record : undefined;
}

/** Claims the data folder for this process; ends what an earlier, killed run left behind. */
export async function claim(): Promise<void> {
  const running = runningRecord();
  if (running) {
    throw new CommandFailure(
      `Dathen runs already${running.url ? ` at ${running.url}` : ''}. Stop it with ./dathen stop.`,
    );
  }
  const stale = readRecord();
  if (stale?.serverPid) await endProcess(stale.serverPid, SERVER);
  mkdirSync(DATA, { recursive: true });
  writeRecord({ pid: process.pid, serverPid: null, url: null, build: null, database: null });
}

export function writeRecord(record: RunRecord): void {
  writeFileSync(FILE(), JSON.stringify(record), { mode: 0o600 });
}

/** Removes this process's own record, and no other's. */
export function clearRecord(): void {
  if (readRecord()?.pid === process.pid) rmSync(FILE(), { force: true });
}
