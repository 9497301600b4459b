/**
 * Rows a second and peak memory of the ordinary import for 1 million rows, beside the mariadb client's own
 * LOAD DATA of the same file into the same table. Run: npx tsx bench/import.ts [rows]
 */
import { execFile } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { promisify } from 'node:util';
import { withBenchDatabase } from './support';

const run = promisify(execFile);
const rows = Number(process.argv[2] ?? 1_000_000);

/** Highest resident memory of this process so far, in MB. */
function peakMemory(): number {
  return Number(/VmHWM:\s+(\d+)/.exec(readFileSync('/proc/self/status', 'utf8'))?.[1]) / 1024;
}

await withBenchDatabase(async (folder) => {
  const file = path.join(folder, 'bookings.csv');
  await run(process.execPath, ['--import', 'tsx', 'bench/bookingsFile.ts', file, String(rows)]);
  const { profileFile } = await import('../src/server/datasets/profile');
  const { planFromProfile } = await import('../src/server/datasets/plan');
  const { loadFile } = await import('../src/server/datasets/load');
  const { selectRows } = await import('../src/server/database/connection');
  let begun = performance.now();
  const profile = await profileFile(file);
  const profiled = (performance.now() - begun) / 1000;
  const plan = planFromProfile('Bookings', profile);
  console.log(`peak memory after the profile: ${Math.round(peakMemory())} MB`);
  const ratios: number[] = [];
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
    ratios.push(theirs / ours);
    console.log(
      `import ${Math.round(rows / ours).toLocaleString('en')} rows/s, client’s LOAD DATA ${Math.round(rows / theirs).toLocaleString('en')} rows/s, ratio ${(theirs / ours).toFixed(2)}; peak memory ${Math.round(peakMemory())} MB`,
    );
  }
  ratios.sort((a, b) => a - b);
  console.log(
    `median ratio ${ratios[1]!.toFixed(2)} (aim: 0.8 or better); profile ${Math.round(rows / profiled).toLocaleString('en')} rows/s; peak memory ${Math.round(peakMemory())} MB (aim: under 400)`,
  );
});
process.exit();
