/** The programs that are made from the sources: Node itself finds all that they name. */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';

const PROGRAMS = path.resolve('.program');

/** The files that some of them read, at once or when they want to. */
function partsOf(...files: string[]): string[] {
  const found = new Set(files);
  for (const file of found)
    for (const [, name] of readFileSync(file, 'utf8').matchAll(/"(\.{1,2}\/[^"]+\.js)"/g))
      found.add(path.join(path.dirname(file), name!));
  return [...found].filter((file) => !files.includes(file));
}

test('each part of them can be read, whenever it is wanted', () => {
  const programs = ['cli/main.js', 'thread.js', 'bringIn.js'].map((name) => path.join(PROGRAMS, name));
  const parts = partsOf(...programs);
  expect(parts.length).toBeGreaterThan(10);
  const read = `for (const name of ${JSON.stringify(parts)}) await import(name); process.exit(0);`;
  expect(execFileSync(process.execPath, ['--input-type=module', '-e', read], { encoding: 'utf8' })).toBe('');
}, 60_000);
