/**
 * Shows that tests can fail: changes the code in one place at a time, as a slip would, and runs the unit tests that come
 * by the place, the nearest by its imports first. Slips that do not compile are drawn again. A change that none of the
 * tests notices survives; the end tells those that no test comes by at all. The code is put back after each, but run it
 * in a clone: one that is stopped in the middle leaves its slip behind.
 * Run: npx tsx bench/mutations.ts [changes] [seed] [folder, such as src/core]
 */
import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { Random } from '../demo/random';
import { changed, changesIn, type Change } from './mutation/changes';
import { compiler } from './mutation/compiler';
import { importersOf, isTest, nearestTests } from './mutation/nearestTests';
import { testsByChange } from './mutation/probes';

const wanted = Number(process.argv[2] ?? 60);
const seed = Number(process.argv[3] ?? 1);
const folder = process.argv[4] ?? 'src';
/** Tests that take longer than this have noticed: a loop does not end. */
const LONGEST_MS = 240_000;
/** Files of tests that are run for a change. */
const MOST_TESTS = 24;

const filesIn = (root: string) =>
  readdirSync(root, { recursive: true, encoding: 'utf8' })
    .map((name) => path.join(root, name))
    .filter((name) => /\.tsx?$/.test(name))
    .sort();

/** So many changes that compile, each a different one. */
function draw(all: readonly Change[]): Change[] {
  const compiles = compiler();
  const random = new Random(seed);
  const left = [...all];
  const chosen: Change[] = [];
  while (chosen.length < wanted && left.length > 0) {
    const [change] = left.splice(random.whole(0, left.length - 1), 1);
    if (compiles(change!)) chosen.push(change!);
  }
  return chosen;
}

/** Whether a test fails with the change. */
function isNoticed(change: Change, tests: readonly string[]): boolean {
  const before = readFileSync(change.file, 'utf8');
  writeFileSync(change.file, changed(before, change));
  try {
    const { status } = spawnSync(
      path.join('node_modules', '.bin', 'jest'),
      ['--runTestsByPath', ...tests, '--bail', '--silent', '--ci'],
      { stdio: 'ignore', timeout: LONGEST_MS, killSignal: 'SIGKILL' },
    );
    return status !== 0;
  } finally {
    writeFileSync(change.file, before);
  }
}

const importers = importersOf(['src', 'cli', 'demo'].flatMap(filesIn));
const files = filesIn(folder).filter((name) => !isTest(name) && !/testing|src\/app\//.test(name));
const all = files.flatMap(changesIn);
const chosen = draw(all);
console.log(`${chosen.length} changes that compile, out of ${all.length} places in ${files.length} files`);
const comeBy = testsByChange(chosen);

let noticed = 0;
chosen.forEach((change, i) => {
  const seen = comeBy.get(i) ?? new Set<string>();
  const tests = nearestTests(change.file, importers).filter((test) => seen.has('') || seen.has(test));
  const said =
    tests.length === 0 ? 'NOT RUN ' : isNoticed(change, tests.slice(0, MOST_TESTS)) ? 'noticed ' : 'SURVIVED';
  if (said === 'noticed ') noticed++;
  console.log(`${i + 1} of ${chosen.length}: ${said} ${change.words} (${tests.length} files of tests)`);
});
console.log(
  `${noticed} of ${chosen.length} changes were noticed (${Math.round((100 * noticed) / chosen.length)} %)`,
);
