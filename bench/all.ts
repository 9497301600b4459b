/**
 * Runs the benches of speed one after the other, each in a process of its own. What each finds takes the place of what it
 * found before in `docs/measured.json`, from which one table is written into the README, between two marks. Leave the
 * machine alone meanwhile; all of them take about an hour.
 * Run: node bench/run.mjs all [those that are wanted, by name]    (ends with 1 when one of them failed)
 */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import path from 'node:path';
import { z } from 'zod';
import { findingSchema, readFindings, reportingTo, tableOf, type Finding } from './report';

/** Each with its arguments. */
const BENCHES: Readonly<Record<string, readonly string[]>> = {
  period: [],
  turn: [],
  columns: ['10000000'],
  append: ['10000000'],
  import: [],
  drag: [],
  opening: [],
  board: [],
  map: [],
  rehearsal: [],
  nodes: ['2000000'],
  bigWorkspace: [],
  teamReaders: [],
  scale: [],
};

const README = 'README.md';
const [BEGIN, END] = ['<!-- measured -->', '<!-- end of measured -->'];

/** What benches found last, by their names. */
const MEASURED = 'docs/measured.json';
const measuredSchema = z.record(
  z.string(),
  z.object({ day: z.iso.date(), findings: z.array(findingSchema) }),
);
type Measured = z.infer<typeof measuredSchema>;

/** What a bench finds; undefined where it fails. */
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

/** Everything that was measured, as it is shown. */
function shown(measured: Measured): string {
  const all = Object.keys(BENCHES).flatMap((name) => measured[name] ?? []);
  const days = [...new Set(all.map(({ day }) => day))].sort();
  const when = days.length > 1 ? `from ${days[0]} to ${days.at(-1)}` : `on ${days[0]}`;
  const machine = `${cpus().length} cores (${cpus()[0]?.model ?? 'unknown'})`;
  return `Measured ${when} on ${machine}.\n\n${tableOf(all.flatMap(({ findings }) => findings))}`;
}

/** Writes what was measured, and puts its table between the marks of the README. */
function write(measured: Measured): void {
  writeFileSync(MEASURED, `${JSON.stringify(measured, null, 1)}\n`);
  const text = readFileSync(README, 'utf8');
  const [begin, end] = [text.indexOf(BEGIN), text.indexOf(END)];
  if (begin < 0 || end < begin) throw new Error(`${README} has no place for the table`);
  writeFileSync(README, `${text.slice(0, begin + BEGIN.length)}\n\n${shown(measured)}\n\n${text.slice(end)}`);
}

const wanted = process.argv.length > 2 ? process.argv.slice(2) : Object.keys(BENCHES);
const unknown = wanted.find((name) => !(name in BENCHES));
if (unknown !== undefined)
  throw new Error(`There is no bench “${unknown}”; there are ${Object.keys(BENCHES).join(', ')}.`);
const folder = mkdtempSync(path.join(tmpdir(), 'dathen-benches-'));
let measured = existsSync(MEASURED) ? measuredSchema.parse(JSON.parse(readFileSync(MEASURED, 'utf8'))) : {};
const failed: string[] = [];
for (const name of wanted) {
  const findings = findingsOf(name, folder);
  if (!findings) {
    failed.push(name);
    continue;
  }
  measured = { ...measured, [name]: { day: new Date().toISOString().slice(0, 10), findings } };
  write(measured);
}
rmSync(folder, { recursive: true });
if (failed.length > 0) {
  console.log(`Failed, and shown as before: ${failed.join(', ')}.`);
  process.exitCode = 1;
}
