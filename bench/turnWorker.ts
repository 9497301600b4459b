/** A worker that answers turns as the browser's does: from one file, without what development adds to the code. */
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { build } from 'esbuild';
import type { Cube } from '../src/core/cube/cube';
import type { Turns } from './turnThread';

export class TurnWorker {
  private constructor(
    private readonly worker: Worker,
    private readonly folder: string,
  ) {}

  /** Starts it, with these cubes held. */
  static async start(cubes: readonly Cube[]): Promise<TurnWorker> {
    const folder = mkdtempSync(path.join(tmpdir(), 'dathen-bench-worker-'));
    const outfile = path.join(folder, 'worker.mjs');
    await build({
      entryPoints: [path.resolve('bench/turnThread.ts')],
      bundle: true,
      platform: 'node',
      format: 'esm',
      outfile,
      logLevel: 'error',
    });
    const worker = new Worker(outfile, { execArgv: [] });
    worker.postMessage(cubes);
    await once(worker, 'message');
    return new TurnWorker(worker, folder);
  }

  /** The time of each turn, in milliseconds. */
  async turns(wanted: Turns): Promise<number[]> {
    this.worker.postMessage(wanted);
    const [times] = (await once(this.worker, 'message')) as [number[]];
    return times;
  }

  async end(): Promise<void> {
    await this.worker.terminate();
    rmSync(this.folder, { recursive: true, force: true });
  }
}
