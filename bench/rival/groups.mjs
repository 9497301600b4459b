/**
 * Groups the rows of a CSV file by an embedded engine, from a file of its own. Prints, one JSON array, for each list of
 * columns how long it took (milliseconds, the middle of three) until the groups were in memory, and how many there were.
 * Run by `rival.ts`: node groups.mjs CSV FOLDER '[{"categories":["route"],"extremes":false}]'
 */
import path from 'node:path';
import { performance } from 'node:perf_hooks';
import process from 'node:process';
import { DuckDBInstance } from '@duckdb/node-api';

const [csv, folder, wanted] = process.argv.slice(2);
const NUMBERS = ['seats', 'revenue'];
const instance = await DuckDBInstance.create(path.join(folder, 'rival.db'));
const connection = await instance.connect();
const quoted = csv.replaceAll("'", "''");
await connection.run(`CREATE TABLE bookings AS
  SELECT travels::DATE AS travels, route, channel, ticket_class, seats::BIGINT AS seats, revenue::DECIMAL(18, 2) AS revenue
  FROM read_csv('${quoted}', header = true)`);
await connection.run('CHECKPOINT');

async function grouped(categories, extremes) {
  const keys = ['travels', ...categories].join(', ');
  const figures = NUMBERS.flatMap((number) => [
    `sum(${number})`,
    `count(${number})`,
    ...(extremes ? [`min(${number})`, `max(${number})`] : []),
  ]);
  const answer = await connection.run(
    `SELECT ${keys}, count(*), ${figures.join(', ')} FROM bookings GROUP BY ${keys}`,
  );
  const chunks = await answer.fetchAllChunks();
  return chunks.reduce((sum, chunk) => sum + chunk.rowCount, 0);
}

const results = [];
for (const { categories, extremes } of JSON.parse(wanted)) {
  const times = [];
  let groups = 0;
  for (let i = 0; i < 3; i++) {
    const from = performance.now();
    groups = await grouped(categories, extremes);
    times.push(performance.now() - from);
  }
  results.push({ milliseconds: times.sort((a, b) => a - b)[1], groups });
}
process.stdout.write(JSON.stringify(results));
