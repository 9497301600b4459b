/**
 * Runs a bench from one file, as the server runs: what compiles sources while they are read would be measured with them.
 * Run: node bench/run.mjs NAME [its arguments]
 */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import path from 'node:path';
import process from 'node:process';
import { build } from 'esbuild';
import { BUNDLING } from '../cli/bundling.mjs';
// Servers that benches start have threads, which are programs too.
import '../cli/programs.mjs';

const [name = '', ...given] = process.argv.slice(2);
const source = path.join(import.meta.dirname, `${name}.ts`);
if (!existsSync(source)) throw new Error(`There is no bench/${name}.ts.`);
// Below the project, where packages are found from.
const programs = path.resolve(import.meta.dirname, '..', '.program');
mkdirSync(programs, { recursive: true });
const outdir = mkdtempSync(path.join(programs, 'bench-'));
try {
  await build({ ...BUNDLING, entryPoints: [source], outdir });
  const { status } = spawnSync(process.execPath, [path.join(outdir, `${name}.js`), ...given], {
    stdio: 'inherit',
  });
  process.exitCode = status ?? 1;
} finally {
  rmSync(outdir, { recursive: true, force: true });
}
