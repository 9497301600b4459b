/**
 * The programs that run beside the web server (commands, its threads, the demo data), each as one file and what they
 * share: read one by one, their hundreds of source files would take longer than most of what is asked of them.
 */
import { Buffer } from 'node:buffer';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import process from 'node:process';
import { build } from 'esbuild';

const PROJECT = path.resolve(import.meta.dirname, '..');
const FOLDER = path.join(PROJECT, '.program');

/** A file is there whole or not at all, and one that stays as it is is not touched: others may be reading it. */
function put(file, contents) {
  if (existsSync(file) && readFileSync(file).equals(contents)) return;
  const aside = `${file}.${process.pid}`;
  writeFileSync(aside, contents);
  renameSync(aside, file);
}

/*
 * Made from the sources as they are now. What is shared has a name of its own for each version, so that what was made
 * before stays for whoever runs it.
 */
const { outputFiles } = await build({
  absWorkingDir: PROJECT,
  entryPoints: { 'cli/main': 'cli/main.ts', thread: 'src/server/work/thread.ts', bringIn: 'demo/bringIn.ts' },
  outdir: FOLDER,
  bundle: true,
  splitting: true,
  chunkNames: 'shared/[name]-[hash]',
  format: 'esm',
  platform: 'node',
  target: 'node20',
  packages: 'external',
  write: false,
  logLevel: 'error',
});
for (const folder of ['cli', 'shared']) mkdirSync(path.join(FOLDER, folder), { recursive: true });
// What is shared comes before what names it.
const isShared = ({ path: file }) => path.dirname(file).endsWith('shared');
const ordered = [...outputFiles].sort((a, b) => Number(isShared(b)) - Number(isShared(a)));
for (const { path: file, contents } of ordered) put(file, Buffer.from(contents));
