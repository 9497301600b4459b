/** The production build, skipped when nothing changed since the last one. */
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { CommandFailure } from './failure';
import { PROJECT } from './places';

const SOURCES = ['src', 'next.config.ts', 'package.json', 'package-lock.json'];

/** A digest of everything that goes into a build. */
function sourceDigest(): string {
  const hash = createHash('sha256');
  const visit = (file: string) => {
    if (statSync(file).isDirectory()) {
      for (const name of readdirSync(file).sort()) visit(path.join(file, name));
    } else if (!/\.test\.tsx?$/.test(file)) {
      hash.update(path.relative(PROJECT, file)).update('\0').update(readFileSync(file)).update('\0');
    }
  };
  for (const source of SOURCES) visit(path.join(PROJECT, source));
  return hash.digest('hex');
}

const markOf = (folder: string) => path.join(PROJECT, folder, 'dathen-sources');
const isCurrent = (folder: string, digest: string) =>
  existsSync(markOf(folder)) && readFileSync(markOf(folder), 'utf8') === digest;

const FOLDERS = ['.next', '.next-test'] as const;

/**
 * The name of a build folder that fits the sources; built if none does. A server may be running from the folder
 * `inUse`: that one is never built into.
 */
export async function currentBuild(inUse?: string | null): Promise<string> {
  const digest = sourceDigest();
  const found = FOLDERS.find((folder) => isCurrent(folder, digest));
  if (found) return found;
  const folder = FOLDERS.find((candidate) => candidate !== inUse)!;
  console.error('Building (a minute or two, once for each version)');
  const output: string[] = [];
  const child = spawn(process.execPath, ['node_modules/next/dist/bin/next', 'build'], {
    cwd: PROJECT,
    env: { ...process.env, DATHEN_DIST: folder, NEXT_TELEMETRY_DISABLED: '1' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  child.stdout.on('data', (data: Buffer) => output.push(data.toString()));
  child.stderr.on('data', (data: Buffer) => output.push(data.toString()));
  const code = await new Promise<number | null>((resolve) => child.once('close', resolve));
  if (code !== 0) throw new CommandFailure(`The build failed:\n${output.join('').trim()}`);
  writeFileSync(markOf(folder), digest);
  return folder;
}
