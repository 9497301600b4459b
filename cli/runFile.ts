/** The record of the Dathen that runs from this data folder. */
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { z } from 'zod';
import { CommandFailure } from './failure';
import { holdFolder } from './folderLock';
import { databaseFolder, runningDatabase } from './mariadb';
import { DATA } from './places';
import { endProcess, isOurs } from './processes';

const recordSchema = z.object({
  pid: z.int(),
  serverPid: z.int().nullable(),
  url: z.string().nullable(),
  /** Build folder that the server runs from. */
  build: z.string().nullable().default(null),
  database: z
    .object({
      host: z.string().optional(),
      tls: z.boolean().optional(),
      port: z.int(),
      user: z.string(),
      password: z.string(),
      name: z.string(),
    })
    .nullable(),
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

/** What a killed run left behind and what still goes on. */
export interface LeftBehind {
  readonly server: { readonly pid: number; readonly url: string | null } | null;
  readonly database: { readonly pid: number; readonly folder: string } | null;
}

/** What still goes on of a run whose command was killed; undefined where nothing does. */
export async function leftBehind(): Promise<LeftBehind | undefined> {
  const record = readRecord();
  if (!record || isOurs(record.pid, COMMAND)) return undefined;
  const pid = record.serverPid;
  const server = pid && isOurs(pid, SERVER) ? { pid, url: record.url } : null;
  const database = runningDatabase(await databaseFolder(DATA)) ?? null;
  return server || database ? { server, database } : undefined;
}

/** Ends what a killed run left behind. */
export async function endLeftBehind({ server, database }: LeftBehind): Promise<void> {
  if (server) await endProcess(server.pid, SERVER);
  if (database) await endProcess(database.pid, database.folder, 60_000);
}

/** What of it goes on, in words. */
export function leftBehindWords({ server, database }: LeftBehind): string {
  const parts = [
    ...(server ? [`its server${server.url ? ` at ${server.url}` : ''} (process ${server.pid})`] : []),
    ...(database ? [`its database (process ${database.pid})`] : []),
  ];
  return `The command of Dathen was killed, but ${parts.join(' and ')} still ${parts.length > 1 ? 'run' : 'runs'}.`;
}

/** Throws while Dathen runs: what replaces what it works with has to wait. */
export function refuseWhileRunning(): void {
  if (runningRecord()) throw new CommandFailure('Dathen runs. Stop it first with ./dathen stop.');
}

/** Holds the data folder for this process; of two that start at once, one is told that the other runs. */
export async function holdData(): Promise<void> {
  const running = runningRecord();
  const where = running?.url ? ` at ${running.url}` : '';
  if (running || !(await holdFolder(DATA)))
    throw new CommandFailure(`Dathen runs already${where}. Stop it with ./dathen stop.`);
}

/** Claims the data folder for this process; ends what an earlier, killed run left behind. */
export async function claim(): Promise<void> {
  mkdirSync(DATA, { recursive: true });
  await holdData();
  const left = await leftBehind();
  if (left?.server) await endProcess(left.server.pid, SERVER);
  writeRecord({ pid: process.pid, serverPid: null, url: null, build: null, database: null });
}

export function writeRecord(record: RunRecord): void {
  writeFileSync(FILE(), JSON.stringify(record), { mode: 0o600 });
}

/** Removes this process's own record, and no other's. */
export function clearRecord(): void {
  if (readRecord()?.pid === process.pid) rmSync(FILE(), { force: true });
}
