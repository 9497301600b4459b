/** Which tests come by a place: a probe is put at each, and all unit tests are run once. */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Change } from './changes';
import { PROBES } from './probe';

const PROBE = path.resolve('bench/mutation/probe.ts');

/** The text of a file with a probe in front of every expression, each with the number of its change. */
function probed(text: string, changes: readonly (readonly [number, Change])[]): string {
  const call = `require(${JSON.stringify(PROBE)}).probe`;
  const marks = changes.flatMap(([number, { expression }]) => [
    { at: expression.from, isOpening: true, text: `(${call}(${number}), ` },
    { at: expression.to, isOpening: false, text: ')' },
  ]);
  // Of those that begin at one place each is come by with the others, so their order is all the same.
  marks.sort((a, b) => a.at - b.at || Number(a.isOpening) - Number(b.isOpening));
  let at = 0;
  let result = '';
  for (const mark of marks) {
    result += text.slice(at, mark.at) + mark.text;
    at = mark.at;
  }
  return result + text.slice(at);
}

/**
 * Files of tests that come by each change, by its number. An empty name stands for programs of their own, such as those
 * in worker threads, which do not know the test they work for.
 */
export function testsByChange(changes: readonly Change[]): ReadonlyMap<number, ReadonlySet<string>> {
  const folder = mkdtempSync(path.join(tmpdir(), 'dathen-probes-'));
  const log = path.join(folder, 'probes.txt');
  const before = new Map<string, string>();
  try {
    for (const file of new Set(changes.map((change) => change.file))) {
      const text = readFileSync(file, 'utf8');
      before.set(file, text);
      const own = [...changes.entries()].filter(([, change]) => change.file === file);
      writeFileSync(file, probed(text, own));
    }
    const { error } = spawnSync(path.join('node_modules', '.bin', 'jest'), ['--silent', '--ci'], {
      stdio: 'ignore',
      env: { ...process.env, [PROBES]: log },
    });
    if (error) throw error;
    const tests = new Map<number, Set<string>>();
    for (const line of existsSync(log) ? readFileSync(log, 'utf8').trim().split('\n') : []) {
      const [number, test] = line.split('\t');
      const own = tests.get(Number(number)) ?? new Set<string>();
      tests.set(Number(number), own.add(test ? path.relative(process.cwd(), test) : ''));
    }
    return tests;
  } finally {
    for (const [file, text] of before) writeFileSync(file, text);
    rmSync(folder, { recursive: true });
  }
}
