/** Files of tests by how near they are to a file of code. */
import { readFileSync } from 'node:fs';
import path from 'node:path';

export const isTest = (file: string): boolean => /\.test\.tsx?$/.test(file);

/** Who imports a file, by the file. */
export function importersOf(sources: readonly string[]): ReadonlyMap<string, readonly string[]> {
  const known = new Set(sources);
  const importers = new Map<string, string[]>();
  for (const source of sources) {
    for (const [, name] of readFileSync(source, 'utf8').matchAll(/(?:from|import\(|import) ?'(\.[^']+)'/g)) {
      const base = path.join(path.dirname(source), name!);
      const file = [base, `${base}.ts`, `${base}.tsx`, path.join(base, 'index.ts')].find((entry) =>
        known.has(entry),
      );
      if (file) importers.set(file, [...(importers.get(file) ?? []), source]);
    }
  }
  return importers;
}

/** All files of tests by how many imports lie between them and a file; of those equally far, the ones in folders near it first. */
export function nearestTests(file: string, importers: ReadonlyMap<string, readonly string[]>): string[] {
  const folder = path.dirname(file);
  const steps = (test: string) => path.relative(folder, test).split(path.sep).length;
  const seen = new Set([file]);
  const tests: string[] = [];
  for (let ring = [file]; ring.length > 0;) {
    ring = ring.flatMap((entry) => importers.get(entry) ?? []).filter((entry) => !seen.has(entry));
    ring = [...new Set(ring)];
    for (const entry of ring) seen.add(entry);
    tests.push(...ring.filter(isTest).sort((a, b) => steps(a) - steps(b)));
  }
  return tests;
}
