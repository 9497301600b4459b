/** An embedded engine that groups the same rows from a file of its own. */
import { execFile } from 'node:child_process';
import path from 'node:path';
import { promisify } from 'node:util';
import { z } from 'zod';
import type { CubeShape } from '../src/core/cube/cube';

const run = promisify(execFile);
const FOLDER = path.resolve('bench/rival');

const resultsSchema = z.array(z.object({ milliseconds: z.number(), groups: z.number() }));

/**
 * How long the engine takes for each shape, the middle of three, and how many groups it finds. The engine is installed for
 * this bench alone, in `bench/rival`.
 */
export async function rivalGroups(csv: string, folder: string, shapes: readonly CubeShape[]) {
  await run('npm', ['ci', '--no-audit', '--no-fund'], { cwd: FOLDER });
  const wanted = shapes.map(({ categories, numbers }) => ({ categories, extremes: numbers[0]!.extremes }));
  const { stdout } = await run('node', ['groups.mjs', csv, folder, JSON.stringify(wanted)], { cwd: FOLDER });
  return resultsSchema.parse(JSON.parse(stdout));
}
