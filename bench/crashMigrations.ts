/**
 * Kills database and command at random while a start brings tables of every released version to the newest form; after
 * each it looks whether the next start ends well, with the form and the rows that an undisturbed one gives.
 * Run: node bench/run.mjs crashMigrations [kills]    (fails when a start does not come back, or a row is missing)
 */
import { execFileSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import mysql, { type Connection } from 'mysql2/promise';
import { databaseFolder, runningDatabase, startDatabase } from '../cli/mariadb';
import { freePort } from '../cli/processes';
import { Random } from '../demo/random';
import { makeReleased, stepsKnown } from '../testing/releasedForm';
import { Command } from './command';
import { milliseconds, quantile } from './support';

const kills = Number(process.argv[2] ?? 20);
const random = new Random(12);
const folder = mkdtempSync(path.join(tmpdir(), 'dathen-crash-'));
// The database's system user has to pass through.
chmodSync(folder, 0o711);
const problems: string[] = [];
const wrong = (what: string) => {
  problems.push(what);
  console.error(what);
};

async function connected(data: string): Promise<{ connection: Connection; stop: () => Promise<void> }> {
  const { port, user, password, name, stop } = await startDatabase(data);
  const connection = await mysql.createConnection({
    host: '127.0.0.1',
    port,
    user,
    password,
    database: name,
    multipleStatements: true,
  });
  return {
    connection,
    async stop() {
      await connection.end();
      await stop();
    },
  };
}

/** Tables and columns, and how many rows each table has, a line each. */
async function contentOf(data: string): Promise<string[]> {
  const { connection, stop } = await connected(data);
  const [columns] = await connection.query(
    'SELECT table_name AS t, column_name, column_type, is_nullable FROM information_schema.columns WHERE table_schema = DATABASE() ORDER BY table_name, ordinal_position',
  );
  // The schedule among the rows is due, so that a server may have run it once more.
  const tables = [...new Set((columns as { t: string }[]).map(({ t }) => t))].filter(
    (table) => table !== 'schedule_run',
  );
  const counts: string[] = [];
  for (const table of tables) {
    const [rows] = await connection.query(`SELECT COUNT(*) AS n FROM \`${table}\``);
    counts.push(`${table} ${(rows as { n: number }[])[0]!.n}`);
  }
  await stop();
  return [...(columns as object[]).map((column) => JSON.stringify(column)), ...counts];
}

const versions = stepsKnown()
  .map(({ idx }) => idx)
  .slice(0, -1);
const back: number[] = [];
for (let i = 0; i < kills; i++) {
  const version = versions[i % versions.length]!;
  const released = path.join(folder, `released-${version}`);
  const { connection, stop } = await connected(released);
  await makeReleased(connection, version);
  await stop();
  const data = path.join(folder, 'data');
  const begun = async () => {
    rmSync(data, { recursive: true, force: true });
    // With the owner of the files, who is another than the one who runs this.
    execFileSync('cp', ['-a', released, data]);
    const port = await freePort();
    const command = new Command(`http://127.0.0.1:${port}`, data, ['start', '--port', String(port)]);
    command.start();
    return command;
  };
  const undisturbed = await begun();
  const whole = await undisturbed.untilBack();
  await undisturbed.stop();
  const wanted = await contentOf(data);

  const command = await begun();
  await pause(random.whole(Math.floor(whole * 0.3), Math.floor(whole)));
  const victim = random.whole(0, 1) === 0 ? 'database' : 'command';
  const pid = victim === 'command' ? command.record().pid : runningDatabase(await databaseFolder(data))?.pid;
  if (pid !== undefined) process.kill(pid, 'SIGKILL');
  await pause(20);
  back.push(await command.untilBack());
  await command.stop();
  const found = await contentOf(data);
  const differing = [
    ...wanted.filter((line) => !found.includes(line)).map((line) => `missing ${line}`),
    ...found.filter((line) => !wanted.includes(line)).map((line) => `too much ${line}`),
  ];
  if (differing.length > 0) wrong(`version ${version}, ${victim} killed: ${differing.join(', ')}`);
  rmSync(released, { recursive: true, force: true });
  console.error(`${i + 1} of ${kills} kills`);
}
console.log(
  `kills while tables change: ${kills}; back after p50 ${milliseconds(quantile(back, 0.5))}, longest ${milliseconds(Math.max(...back))}`,
);
console.log(problems.length === 0 ? 'nothing was lost' : problems.join('\n'));
rmSync(folder, { recursive: true, force: true });
process.exit(problems.length === 0 ? 0 : 1);
