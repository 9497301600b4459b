/**
 * Runs the benches of speed one after the other, each in a process of its own, and writes what they find as one table into
 * the README, between two marks. Leave the machine alone meanwhile; it takes about an hour.
 * Run: node bench/run.mjs all [those that are wanted, by name]    (ends with 1 when one of them failed)
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import path from 'node:path';
import { readFindings, reportingTo, tableOf, type Finding } from './report';

/** Each with its arguments. */
const BENCHES: Readonly<Record<string, readonly string[]>> = {
  period: [],
  turn: [],
  drag: [],
  opening: [],
  board: [],
  map: [],
  rehearsal: [],
  import: [],
  columns: ['10000000'],
  append: ['10000000'],
  nodes: ['2000000'],
  bigWorkspace: [],
  teamReaders: [],
  scale: [],
};

const README = 'README.md';
const [BEGIN, END] = ['<!-- findings -->', '<!-- end of findings -->'];

/** What a bench found; undefined where it failed. */
function findingsOf(name: string, folder: string): Finding[] | undefined {
  const file = path.join(folder, `${name}.jsonl`);
  writeFileSync(file, '');
  console.log(`\n${name}`);
  const { status } = spawnSync(process.execPath, ['bench/run.mjs', name, ...BENCHES[name]!], {
    env: reportingTo(file),
    stdio: 'inherit',
  });
  return status === 0 ? readFindings(file) : undefined;
}

/** Puts a table between the marks of a text. */
function withTable(text: string, table: string): string {
  const [begin, end] = [text.indexOf(BEGIN), text.indexOf(END)];
  if (begin < 0 || end < begin) throw new Error(`${README} has no place for the table`);
  return `${text.slice(0, begin + BEGIN.length)}\n\n${table}\n\n${text.slice(end)}`;
}

const wanted = process.argv.length > 2 ? process.argv.slice(2) : Object.keys(BENCHES);
const unknown = wanted.find((name) => !(name in BENCHES));
if (unknown !== undefined)
  throw new Error(`There is no bench “${unknown}”; there are ${Object.keys(BENCHES).join(', ')}.`);
const folder = mkdtempSync(path.join(tmpdir(), 'dathen-benches-'));
const found = wanted.map((name) => ({ name, findings: findingsOf(name, folder) }));
rmSync(folder, { recursive: true });
const table = tableOf(found.flatMap(({ findings }) => findings ?? []));
console.log(`\n${table}`);
const failed = found.filter(({ findings }) => findings === undefined).map(({ name }) => name);
if (failed.length > 0) {
  console.log(`Not written: ${failed.join(', ')} failed.`);
  process.exit(1);
}
const day = new Date().toISOString().slice(0, 10);
const model = cpus()[0]?.model ?? 'unknown';
writeFileSync(
  README,
  withTable(
    readFileSync(README, 'utf8'),
    `Measured on ${day}, ${cpus().length} cores (${model}).\n\n${table}`,
  ),
);
