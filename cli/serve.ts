/** `demo` and `start`: database, migrations, demo data, server; and a clean end of all of it. */
import type { ChildProcess } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { currentBuild } from './build';
import { serverEnvironment, type DatabaseAddress } from './environment';
import { CommandFailure } from './failure';
import { startDatabase, type RunningDatabase } from './mariadb';
import { DATA } from './places';
import { closeFolder } from './privateFiles';
import { endProcess, isPortFree } from './processes';
import { claim, clearRecord, writeRecord } from './runFile';
import { startServer, untilAnswering } from './server';

export interface ServeOptions {
  readonly port: number;
  readonly today?: string;
  /** Size of the demo data; undefined for none. */
  readonly demoScale?: number;
  /** Where people have accounts: what of their settings is not in the environment. */
  readonly team?: TeamOptions;
}

interface TeamOptions {
  /** The address of this machine that is listened on. */
  readonly host: string;
  /** Where people reach it. */
  readonly address: string;
  /** A database that is there already; null for one of Dathen's own. */
  readonly database: DatabaseAddress | null;
  /** How many web processes there are, each on a port of its own, from the port on. */
  readonly processes: number;
}

const LOG_FILE = path.join(DATA, 'server.log');

/** What ends by itself is brought back so many times, then the reason is told. */
const MOST_RESTARTS = 8;
/** What ran this long counts as well, and its next end as the first. */
const WELL_MS = 30_000;

/** Starts everything, prints the address once it answers, and stays until stopped. */
export async function serve(options: ServeOptions): Promise<void> {
  await claim(true);
  closeFolder(DATA);
  writeFileSync(LOG_FILE, '');
  const stopping = new AbortController();
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => stopping.abort());
  const run = new Run(options, stopping.signal);
  try {
    for (const port of portsOf(options))
      if (!(await isPortFree(port)))
        throw new CommandFailure(`Port ${port} is taken by another program. Choose another with --port.`);
    const build = await currentBuild();
    preparation().catch(() => undefined);
    await run.begin(build);
    if (stopping.signal.aborted) return;
    await sayWhere(run.url, options.team);
    await run.untilStopped(build);
  } finally {
    await run.end();
    clearRecord();
  }
}

/** Says where Dathen is, and how the first of its people comes in. */
async function sayWhere(url: string, team: TeamOptions | undefined) {
  if (!team) {
    console.log(`Dathen is ready at ${url}`);
    return;
  }
  const { closeDatabase } = await import('../src/server/database/connection');
  const { firstOwnerLink } = await import('../src/server/accounts/invitations');
  const link = await firstOwnerLink();
  await closeDatabase();
  if (link !== undefined)
    console.log(`Nobody has an account yet. The first owner comes in by this link, once:\n  ${link}`);
  const more = team.processes > 1 ? ` and the ${team.processes - 1} ports after it` : '';
  console.log(`Dathen is ready at ${team.address} (listening on ${url}${more})`);
}

const portsOf = ({ port, team }: ServeOptions): number[] =>
  Array.from({ length: team?.processes ?? 1 }, (_, i) => port + i);

type Lost = 'The server' | 'The database';

/** How long a server that is ended may take to finish what it is at. */
const SERVER_PATIENCE_MS = 10_000;
/** What a server is at cannot be finished without its database, so that it is not waited for. */
const WITHOUT_DATABASE_MS = 300;
/** So long after something went wrong it is known which process has ended, if one has. */
const KNOWN_MS = 1500;
const LOOK_MS = 50;

/** Database and servers of one command, brought back when one of them ends by itself. */
class Run {
  /** Of the first web process. */
  readonly url: string;
  private database: RunningDatabase | undefined;
  /** Where the database listened last, which is where the server looks for it. */
  private databasePort: number | undefined;
  /** The web processes by their ports. */
  private readonly servers = new Map<number, ChildProcess>();
  private readonly ports: readonly number[];

  constructor(
    private readonly options: ServeOptions,
    private readonly stopping: AbortSignal,
  ) {
    this.ports = portsOf(options);
    this.url = this.urlAt(options.port);
  }

  private urlAt(port: number): string {
    return `http://${localName(this.options.team?.host)}:${port}`;
  }

  /** Starts all of it, and again what is killed while the rest comes up. */
  async begin(build: string): Promise<void> {
    for (let restarts = 0; ; restarts++) {
      try {
        await this.start(build);
        return;
      } catch (error) {
        const killed = await this.whatIsKilled();
        if (this.stopping.aborted || !killed || restarts === MOST_RESTARTS) throw error;
        console.error(lostWords(killed));
        await this.endServers(WITHOUT_DATABASE_MS);
        if (killed === 'The database') this.database = undefined;
      }
    }
  }

  /**
   * What was up and has ended, other than by saying why it cannot go on. Connections break a moment before it is known
   * that a process is gone.
   */
  private async whatIsKilled(): Promise<Lost | undefined> {
    for (let waited = 0; waited < KNOWN_MS && !this.isStopping(); waited += LOOK_MS) {
      if (this.database && hasEnded(this.database.child)) return 'The database';
      if ([...this.servers.values()].some(({ signalCode }) => signalCode)) return 'The server';
      await pause(LOOK_MS);
    }
    return undefined;
  }

  private isStopping(): boolean {
    return this.stopping.aborted;
  }

  /** Starts what does not run yet, and waits until it answers. */
  private async start(build: string): Promise<void> {
    const { today } = this.options;
    if (this.isStopping()) return;
    const address = this.options.team?.database ?? (await this.ownDatabase());
    Object.assign(process.env, serverEnvironment(address, DATA), today ? { DATHEN_TODAY: today } : {});
    const { host, tls, port, user, password, name }: DatabaseAddress = address;
    const record = {
      pid: process.pid,
      serves: true,
      database: { host, tls, port, user, password, name },
      build,
    };
    const note = (url: string | null) => writeRecord({ ...record, serverPids: this.serverPids(), url });
    note(this.serverPids().length > 0 ? this.url : null);
    await prepareData(this.options, this.stopping);
    if (this.isStopping()) return;
    for (const at of this.ports.filter((entry) => !this.runsAt(entry)))
      this.servers.set(at, startServer(at, build, LOG_FILE, {}, this.options.team?.host));
    note(this.url);
    await this.untilAllAnswer();
  }

  private runsAt(port: number): boolean {
    const server = this.servers.get(port);
    return server !== undefined && !hasEnded(server);
  }

  private serverPids(): number[] {
    return this.ports.flatMap((port) => (this.runsAt(port) ? this.servers.get(port)!.pid! : []));
  }

  /** Throws where the database ends meanwhile: without it they would not answer for as long as they are waited for. */
  private async untilAllAnswer(): Promise<void> {
    const child = this.database?.child;
    const lost = new AbortController();
    const end = () => lost.abort();
    child?.once('exit', end);
    if (child && hasEnded(child)) end();
    const signal = AbortSignal.any([this.stopping, lost.signal]);
    for (const [port, server] of this.servers)
      await untilAnswering(this.urlAt(port), server, LOG_FILE, signal);
    child?.off('exit', end);
    if (lost.signal.aborted && !this.stopping.aborted)
      throw new CommandFailure('The database ended while the server came up.');
  }

  /** Stays until the command is stopped; what ends by itself is started again, a few times. */
  async untilStopped(build: string): Promise<void> {
    let begun = Date.now();
    let lost = await this.untilLost();
    for (let restarts = 0; lost !== undefined; restarts++) {
      if (Date.now() - begun > WELL_MS) restarts = 0;
      const last = lastLine();
      if (restarts === MOST_RESTARTS)
        throw new CommandFailure(
          `${lost} ended by itself again and again${last ? `; the last it said: ${last}` : ''}. Nothing that was saved is lost; ${LOG_FILE} says more.`,
        );
      console.error(lostWords(lost));
      begun = Date.now();
      lost = await this.startAgain(lost, build);
    }
  }

  /** Starts what was lost again, and gives what is lost next; undefined when the command is stopped. */
  private async startAgain(lost: Lost, build: string): Promise<Lost | undefined> {
    try {
      if (lost === 'The server' || !(await this.databaseAgain())) await this.start(build);
    } catch (error) {
      if (this.stopping.aborted) return undefined;
      if (!(error instanceof CommandFailure)) console.error(error);
      const next = this.whatIsLost();
      // Both run, and nothing is answered.
      if (!next) await this.endServers(WITHOUT_DATABASE_MS);
      return next ?? 'The server';
    }
    if (!this.stopping.aborted) console.log(`Dathen is ready again at ${this.url}`);
    return this.untilLost();
  }

  /** The database of one's own, started where it does not run: where it listened before, if that can be had. */
  private async ownDatabase(): Promise<RunningDatabase> {
    this.database ??= await startDatabase(DATA, [], this.databasePort);
    this.databasePort = this.database.port;
    return this.database;
  }

  /**
   * Starts the database again under the servers, which wait for a database that is away. Gives whether they go on; they
   * are ended where the database listens elsewhere now.
   */
  private async databaseAgain(): Promise<boolean> {
    const before = this.databasePort;
    this.database = undefined;
    const { port } = await this.ownDatabase();
    if (port !== before) await this.endServers(WITHOUT_DATABASE_MS);
    if (!this.ports.every((entry) => this.runsAt(entry))) return false;
    await clearLostLoads();
    await this.untilAllAnswer();
    return true;
  }

  /** What ended by itself; undefined when the command is stopped. */
  private untilLost(): Promise<Lost | undefined> {
    return new Promise((resolve) => {
      const { servers, database, stopping } = this;
      const children = [...servers.values(), ...(database ? [database.child] : [])];
      const lost = () => {
        // Those that go on are waited for again, however often another ends.
        for (const child of children) child.off('exit', lost);
        stopping.removeEventListener('abort', lost);
        resolve(stopping.aborted ? undefined : this.whatIsLost());
      };
      for (const child of children) child.on('exit', lost);
      stopping.addEventListener('abort', lost);
      if (stopping.aborted || this.whatIsLost()) lost();
    });
  }

  /** What does not run at this moment; the database first, without which no server can be started. */
  private whatIsLost(): Lost | undefined {
    if (!this.options.team?.database && (!this.database || hasEnded(this.database.child)))
      return 'The database';
    return this.ports.every((port) => this.runsAt(port)) ? undefined : 'The server';
  }

  private async endServers(patience: number): Promise<void> {
    const pids = [...this.servers.values()].flatMap(({ pid }) => pid ?? []);
    await Promise.all(pids.map((pid) => endProcess(pid, 'next', patience)));
    this.servers.clear();
  }

  /** Ends the servers and the database. */
  async end(): Promise<void> {
    await this.endServers(SERVER_PATIENCE_MS);
    await this.database?.stop();
    this.database = undefined;
  }
}

const lostWords = (lost: Lost) =>
  `${lost} ended unexpectedly and is started again. Nothing that was saved is lost.`;

const hasEnded = (child: ChildProcess) => child.exitCode !== null || child.signalCode !== null;

/** How a server that listens on an address is reached from here. */
function localName(host = '127.0.0.1'): string {
  if (host === '0.0.0.0') return '127.0.0.1';
  if (host === '::') return '[::1]';
  return host.includes(':') ? `[${host}]` : host;
}

/** The last line that the server said. */
function lastLine(): string | undefined {
  const lines = readFileSync(LOG_FILE, 'utf8').split('\n');
  return lines.map((line) => line.trim()).findLast((line) => line !== '');
}

/** Tables in their newest form, no leftovers of killed loads, and the demo data if it is wanted and absent. */
async function prepareData(options: ServeOptions, signal: AbortSignal) {
  const { forOurselves } = await import('../src/server/caller');
  const { closeDatabase } = await preparation();
  // A database that is lost meanwhile may listen elsewhere the next time.
  await forOurselves(() => prepareForOurselves(options, signal)).finally(() =>
    closeDatabase().catch(() => undefined),
  );
}

/** Clears what loads left behind that lost their database, while the server goes on. */
async function clearLostLoads() {
  const { forOurselves } = await import('../src/server/caller');
  const { closeDatabase, recoverLoads } = await preparation();
  await forOurselves(recoverLoads).finally(closeDatabase);
}

/** What prepares the data: read while the database comes up, since that takes as long. */
async function preparation() {
  const [connection, migrate, keys, nodes, loads, bin, almanac] = await Promise.all([
    import('../src/server/database/connection'),
    import('../src/server/backup/migrate'),
    import('../src/server/keyRotation'),
    import('../src/server/nodes/join'),
    import('../src/server/datasets/recover'),
    import('../src/server/bin/bin'),
    import('../src/server/almanac/almanac'),
  ]);
  return { ...connection, ...migrate, ...keys, ...nodes, ...loads, ...bin, ...almanac };
}

async function prepareForOurselves(options: ServeOptions, signal: AbortSignal) {
  const steps = await preparation();
  await steps.migrateWithBackup((line) => console.error(line));
  await steps.finishRotation();
  await steps.joinNodes((line) => console.error(line));
  await steps.recoverLoads();
  await steps.emptyBin();
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
  await steps.ensureAlmanac();
}
