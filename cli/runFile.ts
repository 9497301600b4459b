/** The record of the Dathen that runs from this data folder. */
import { mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { z } from 'zod';
import { CommandFailure } from './failure';
import { holdFolder } from './folderLock';
import { databaseFolder, runningDatabase } from './mariadb';
import { DATA } from './places';
import { endProcess, isOurs } from './processes';

/** A version before this one had one web process. */
const ofOneServer = z.looseObject({ serverPid: z.int().nullable() });
const withServers = (written: unknown): unknown => {
  const { success, data } = ofOneServer.safeParse(written);
  return success ? { ...data, serverPids: data.serverPid === null ? [] : [data.serverPid] } : written;
};

const recordSchema = z.preprocess(
  withServers,
  z.object({
    pid: z.int(),
    /** Whether it stays until it is stopped; other commands hold the folder for their work only. */
    serves: z.boolean().default(true),
    serverPids: z.array(z.int()),
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
  }),
);
export type RunRecord = z.infer<typeof recordSchema>;

const FILE = () => path.join(DATA, 'run.json');
/** By which the command line of a run is known, of this version or of one before it. */
export const COMMAND = 'cli/main.';
const SERVER = 'next';

/** The record that a text is; undefined where it is none. */
export function recordIn(text: string): RunRecord | undefined {
  try {
    return recordSchema.parse(JSON.parse(text));
  } catch {
    return undefined;
  }
}

function readRecord(): RunRecord | undefined {
  try {
    return recordIn(readFileSync(FILE(), 'utf8'));
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
  readonly servers: { readonly pids: readonly number[]; readonly url: string | null } | null;
  readonly database: {
    readonly pid: number;
    readonly folder: string;
    /** How it is reached; null where the run was killed before it wrote that down. */
    readonly address: RunRecord['database'];
  } | null;
}

/** What still goes on of a run whose command was killed; undefined where nothing does. */
export async function leftBehind(): Promise<LeftBehind | undefined> {
  const record = readRecord();
  if (!record || isOurs(record.pid, COMMAND)) return undefined;
  const pids = record.serverPids.filter((pid) => isOurs(pid, SERVER));
  const servers = pids.length > 0 ? { pids, url: record.url } : null;
  const running = runningDatabase(await databaseFolder(DATA));
  const database = running ? { ...running, address: record.database } : null;
  return servers || database ? { servers, database } : undefined;
}

/** Ends what a killed run left behind. */
export async function endLeftBehind({ servers, database }: LeftBehind): Promise<void> {
  await endServers(servers);
  if (database) await endProcess(database.pid, database.folder, 60_000);
}

async function endServers(servers: LeftBehind['servers'], patience?: number): Promise<void> {
  await Promise.all((servers?.pids ?? []).map((pid) => endProcess(pid, SERVER, patience)));
}

/** What of it goes on, in words. */
export function leftBehindWords({ servers, database }: LeftBehind): string {
  const parts = [
    ...(servers
      ? [`its server${servers.url ? ` at ${servers.url}` : ''} (process ${servers.pids.join(', ')})`]
      : []),
    ...(database ? [`its database (process ${database.pid})`] : []),
  ];
  return `The command of Dathen was killed, but ${parts.join(' and ')} still ${parts.length > 1 ? 'run' : 'runs'}.`;
}

/** Throws while Dathen runs: what replaces what it works with has to wait. */
export function refuseWhileRunning(): void {
  if (runningRecord()) throw new CommandFailure('Dathen runs. Stop it first with ./dathen stop.');
}

/** How long a command's work may hold the folder while another waits for it. */
const LONGEST_WORK_MS = 120_000;
/** Whoever holds the folder without a record of it has just begun, or is about to end, for no longer than this. */
const UNKNOWN_MS = 3000;
const LOOK_MS = 100;
/** How long a server without its command may take to end: what it is at is undone at the start that waits for it. */
const LEFT_PATIENCE_MS = 2000;

/** Holds the data folder for this process; throws where another process does. */
export async function holdData(): Promise<void> {
  if (!(await triesToHold())) throw runsAlready();
}

function runsAlready(): CommandFailure {
  const where = runningRecord()?.url;
  return new CommandFailure(`Dathen runs already${where ? ` at ${where}` : ''}. Stop it with ./dathen stop.`);
}

const triesToHold = async () => !runningRecord() && (await holdFolder(DATA)) !== undefined;

/**
 * Claims the data folder for this process, once a command that only does some work there is done, and ends the server
 * that an earlier, killed run left behind. False where another Dathen runs; of two that start at once, one is told so.
 */
export async function triesToClaim(serves: boolean): Promise<boolean> {
  mkdirSync(DATA, { recursive: true });
  let unknown = 0;
  for (let waited = 0; !(await triesToHold()); waited += LOOK_MS) {
    const other = runningRecord();
    unknown = other ? 0 : unknown + LOOK_MS;
    const isPassing = other ? !other.serves && waited < LONGEST_WORK_MS : unknown < UNKNOWN_MS;
    if (!isPassing) return false;
    await pause(LOOK_MS);
  }
  const left = await leftBehind();
  await endServers(left?.servers ?? null, LEFT_PATIENCE_MS);
  writeRecord({ pid: process.pid, serves, serverPids: [], url: null, build: null, database: null });
  return true;
}

/** The same; throws where another Dathen runs. */
export async function claim(serves: boolean): Promise<void> {
  if (!(await triesToClaim(serves))) throw runsAlready();
}

/** How long a Dathen that starts may take to have its database. */
const LONGEST_START_MS = 90_000;

/** The database of the Dathen that runs, once its tables are ready and its server is started; undefined where none runs. */
export async function databaseInUse(): Promise<RunRecord['database'] | undefined> {
  for (let waited = 0; waited < LONGEST_START_MS; waited += LOOK_MS) {
    const running = runningRecord();
    if (!running?.serves) return undefined;
    if (running.database && running.url !== null) return running.database;
    await pause(LOOK_MS);
  }
  return undefined;
}

/** Whoever reads it meanwhile finds the one before, or this one. */
export function writeRecord(record: RunRecord): void {
  const written = `${FILE()}.${process.pid}`;
  writeFileSync(written, JSON.stringify(record), { mode: 0o600 });
  renameSync(written, FILE());
}

/** Removes this process's own record, and no other's. */
export function clearRecord(): void {
  if (readRecord()?.pid === process.pid) rmSync(FILE(), { force: true });
}
