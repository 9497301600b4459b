/** MariaDBs that hold parts of rows, for tests: each can be killed, stopped in its steps, and brought back. */
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { startDatabase, type RunningDatabase } from '../cli/mariadb';

/** They hold little. */
const FLAGS = ['--innodb-buffer-pool-size=32M', '--innodb-log-file-size=16M'];

export class Nodes {
  private readonly running = new Map<string, RunningDatabase>();
  private readonly folders = new Map<string, string>();

  private constructor(private readonly flags: readonly string[]) {}

  /** Starts some, side by side. */
  static async start(names: readonly string[], flags: readonly string[] = FLAGS): Promise<Nodes> {
    const nodes = new Nodes(flags);
    await Promise.all(names.map((name) => nodes.add(name)));
    return nodes;
  }

  private async add(name: string): Promise<void> {
    const folder = mkdtempSync(path.join(tmpdir(), `dathen-node-${name}-`));
    // The database's system user has to pass through.
    chmodSync(folder, 0o711);
    this.folders.set(name, folder);
    this.running.set(name, await startDatabase(folder, this.flags));
  }

  /** The setting that names some of them. */
  setting(names: readonly string[]): string {
    return JSON.stringify(
      names.map((name) => {
        const { port, user, password, name: database } = this.running.get(name)!;
        return { name, host: '127.0.0.1', port, user, password, database };
      }),
    );
  }

  /** Ends one at once, as if its machine lost its power. */
  async kill(name: string): Promise<void> {
    const { child, pid } = this.running.get(name)!;
    const ended = new Promise((resolve) => child.once('exit', resolve));
    process.kill(pid, 'SIGKILL');
    await ended;
  }

  /** Stops one in its steps: it takes connections, and answers nothing. */
  freeze(name: string): void {
    process.kill(this.running.get(name)!.pid, 'SIGSTOP');
  }

  thaw(name: string): void {
    process.kill(this.running.get(name)!.pid, 'SIGCONT');
  }

  /** Starts one that was killed, where it was. */
  async again(name: string): Promise<void> {
    const { port } = this.running.get(name)!;
    const started = await startDatabase(this.folders.get(name)!, this.flags, port);
    if (started.port !== port) throw new Error(`The port of the node ${name} is taken.`);
    this.running.set(name, started);
  }

  async stop(): Promise<void> {
    for (const [name, database] of this.running) {
      await database.stop();
      const folder = this.folders.get(name)!;
      rmSync(folder, { recursive: true, force: true });
      if (!database.folder.startsWith(folder)) rmSync(database.folder, { recursive: true, force: true });
    }
  }
}
