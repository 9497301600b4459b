/** A Dathen started by its command, which may be killed at any moment: for the benches of what may never be lost. */
import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { databaseFolder } from '../cli/mariadb';
import { bodyOf } from './support';

export interface Answer<T> {
  readonly status: number;
  readonly body: T;
}

export class Command {
  /** What it said since it was started last. */
  said = '';
  /** Headers that every request has, such as a session. */
  headers: Readonly<Record<string, string>> = {};
  private child: ChildProcess | undefined;
  private over: Promise<number | null> = Promise.resolve(null);

  constructor(
    readonly url: string,
    /** Its folder of data. */
    readonly data: string,
    private readonly args: readonly string[],
    private readonly environment: Readonly<Record<string, string>> = {},
  ) {}

  start(): void {
    const child = this.spawn(this.args, 'pipe');
    this.said = '';
    for (const stream of [child.stdout!, child.stderr!])
      stream.on('data', (bytes: Buffer) => (this.said += bytes.toString()));
    this.over = new Promise((resolve) => child.once('close', resolve));
    this.child = child;
  }

  /** Runs another command over the same data. */
  spawn(args: readonly string[], output: 'pipe' | 'ignore'): ChildProcess {
    return spawn(path.resolve('dathen'), args, {
      env: { ...process.env, NODE_OPTIONS: '', ...this.environment, DATHEN_DATA: this.data },
      stdio: ['ignore', output, output],
    });
  }

  /** Its end; the code that it ended with. */
  get ended(): Promise<number | null> {
    return this.over;
  }

  get isOver(): boolean {
    return this.child?.exitCode != null || this.child?.signalCode != null;
  }

  async stop(): Promise<void> {
    this.child?.kill('SIGTERM');
    await this.over;
  }

  /** Ends also what a killed one left running, and removes its database. */
  async clear(): Promise<void> {
    await this.stop();
    const left = this.spawn(['stop'], 'ignore');
    await new Promise((resolve) => left.once('close', resolve));
    rmSync(await databaseFolder(this.data), { recursive: true, force: true });
  }

  /** What it wrote down of what it runs. */
  record(): { pid: number; serverPids: number[] } {
    return JSON.parse(readFileSync(path.join(this.data, 'run.json'), 'utf8')) as ReturnType<
      Command['record']
    >;
  }

  /** Milliseconds until it answers again; whoever runs it starts it anew where the command itself has gone. */
  async untilBack(): Promise<number> {
    const begun = performance.now();
    for (;;) {
      if (this.isOver) this.start();
      const isBack = await fetch(`${this.url}/api/health`, { signal: AbortSignal.timeout(1000) }).then(
        ({ ok }) => ok,
        () => false,
      );
      if (isBack) return performance.now() - begun;
      if (performance.now() - begun > 60_000)
        throw new Error(`It does not come back: ${this.said.slice(-500)}`);
      await pause(50);
    }
  }

  /** What a request answers; undefined where nothing came back, so that it may have been done or not. */
  async ask<T>(method: string, route: string, body?: unknown): Promise<Answer<T> | undefined> {
    try {
      const { headers, ...sent } = bodyOf(body);
      const response = await fetch(`${this.url}/api${route}`, {
        method,
        signal: AbortSignal.timeout(30_000),
        headers: { ...this.headers, origin: this.url, ...(headers as Record<string, string> | undefined) },
        ...sent,
      });
      return { status: response.status, body: (await response.json()) as T };
    } catch {
      return undefined;
    }
  }
}
