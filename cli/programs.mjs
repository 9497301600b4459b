/**
 * The programs that run beside the web server (commands, its threads, the demo data), each as one file and what they
 * share: read one by one, their hundreds of source files would take longer than most of what is asked of them.
 */
import { Buffer } from 'node:buffer';
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';
import process from 'node:process';
import { build } from 'esbuild';
import { BUNDLING } from './bundling.mjs';

const FOLDER = path.join(BUNDLING.absWorkingDir, '.program');
/** A week: what runs reads the last of its parts long before. */
const KEPT_MS = 7 * 86_400_000;

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
  ...BUNDLING,
  entryPoints: { 'cli/main': 'cli/main.ts', thread: 'src/server/work/thread.ts', bringIn: 'demo/bringIn.ts' },
  outdir: FOLDER,
  write: false,
});
for (const folder of ['cli', 'shared']) mkdirSync(path.join(FOLDER, folder), { recursive: true });
// What is shared comes before what names it.
const isShared = ({ path: file }) => path.dirname(file).endsWith('shared');
const ordered = [...outputFiles].sort((a, b) => Number(isShared(b)) - Number(isShared(a)));
for (const { path: file, contents } of ordered) put(file, Buffer.from(contents));
// Of older versions those go that nobody runs any more.
const made = new Set(outputFiles.map(({ path: file }) => file));
for (const name of readdirSync(path.join(FOLDER, 'shared'))) {
  const file = path.join(FOLDER, 'shared', name);
  if (!made.has(file) && Date.now() - statSync(file).mtimeMs > KEPT_MS) rmSync(file, { force: true });
}
