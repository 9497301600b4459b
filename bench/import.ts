/**
 * Rows a second and peak memory of the ordinary import for 1 million rows, beside the mariadb client's own
 * LOAD DATA of the same file into the same table. Run: node bench/run.mjs import [rows]
 */
import { execFile } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { promisify } from 'node:util';
import { report } from './report';
import { withBenchDatabase, writeBookingsApart } from './support';

const run = promisify(execFile);
const rows = Number(process.argv[2] ?? 1_000_000);

/** Highest resident memory of this process so far, in MB. */
function peakMemory(): number {
  return Number(/VmHWM:\s+(\d+)/.exec(readFileSync('/proc/self/status', 'utf8'))?.[1]) / 1024;
}

await withBenchDatabase(async (folder) => {
  const file = path.join(folder, 'bookings.csv');
  await writeBookingsApart(file, rows);
  const { profileFile } = await import('../src/server/datasets/profile');
  const { planFromProfile } = await import('../src/server/datasets/plan');
  const { loadFile } = await import('../src/server/datasets/load');
  const { selectRows } = await import('../src/server/database/connection');
  let begun = performance.now();
  const profile = await profileFile(file);
  const profiled = (performance.now() - begun) / 1000;
  const plan = planFromProfile('Bookings', profile);
  const size = `${rows.toLocaleString('en')} rows`;
  const perSecond = (seconds: number) => `${Math.round(rows / seconds).toLocaleString('en')} rows/s`;
  report({ what: `profile of a file of ${size}`, figure: perSecond(profiled) });
  for (let round = 0; round < 3; round++) {
    begun = performance.now();
    const result = await loadFile(file, plan, { source: file, ...(round > 0 ? { into: 'bookings' } : {}) });
    const ours = (performance.now() - begun) / 1000;
    await selectRows('DROP TABLE IF EXISTS rival');
    await selectRows(`CREATE TABLE rival LIKE fact_1_${result.load}`);
    const {
      DATHEN_DB_PORT: port,
      DATHEN_DB_USER: user,
      DATHEN_DB_PASSWORD: password,
      DATHEN_DB_NAME: name,
    } = process.env;
    const sql = `SET unique_checks=0; LOAD DATA LOCAL INFILE '${file}' INTO TABLE rival CHARACTER SET utf8mb4 FIELDS TERMINATED BY ',' IGNORE 1 LINES (c1,c2,c3,c4,c5,c6)`;
    begun = performance.now();
    await run(
      'mariadb',
      ['--no-defaults', '--local-infile=1', '-h127.0.0.1', `-P${port}`, `-u${user}`, name!, '-e', sql],
      { env: { ...process.env, MYSQL_PWD: password } },
    );
    const theirs = (performance.now() - begun) / 1000;
    report({
      what: `${round === 0 ? 'a first load' : 'a reload, compared with the rows before'}, ${size}`,
      figure: perSecond(ours),
      against: { what: 'the client’s LOAD DATA (speed)', figure: perSecond(theirs), ratio: theirs / ours },
    });
  }
  report({
    what: `highest memory of these loads (aim: under 400 MB)`,
    figure: `${Math.round(peakMemory())} MB`,
  });
});
process.exit();
