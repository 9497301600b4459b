/** Dathen's private MariaDB: its own data directory, on loopback, with one account of its own. */
import { execFile, spawn, type ChildProcess } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import {
  chmodSync,
  chownSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  statfsSync,
  writeFileSync,
} from 'node:fs';
import { freemem, tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { promisify } from 'node:util';
import mysql from 'mysql2/promise';
import { CommandFailure } from './failure';
import { endProcess, freePort, isOurs, isPortFree } from './processes';

const run = promisify(execFile);

/** System user that the database runs as when Dathen is started by root. */
const SYSTEM_USER = 'dathen';
const ACCOUNT = 'dathen';
const DATABASE = 'dathen';
const START_PATIENCE_MS = 60_000;

export interface RunningDatabase {
  readonly port: number;
  readonly pid: number;
  readonly user: string;
  readonly password: string;
  readonly name: string;
  /** Folder in which the database keeps its files. */
  readonly folder: string;
  readonly child: ChildProcess;
  stop: () => Promise<void>;
}

const isRoot = () => process.getuid?.() === 0;

/** Makes the system user if needed and gives its numbers; undefined when not started by root. */
async function systemUser(): Promise<{ uid: number; gid: number } | undefined> {
  if (!isRoot()) return undefined;
  const number = async (flag: string) => Number((await run('id', [flag, SYSTEM_USER])).stdout);
  try {
    await number('-u');
  } catch {
    await run('/usr/sbin/useradd', [
      '--system',
      '--user-group',
      '--no-create-home',
      '--shell',
      '/usr/sbin/nologin',
      SYSTEM_USER,
    ]);
  }
  return { uid: await number('-u'), gid: await number('-g') };
}

/** The system user cannot enter every folder that root can: then the files lie under /var/lib. */
async function reachableFolder(
  dataFolder: string,
  owner: { uid: number; gid: number } | undefined,
): Promise<string> {
  mkdirSync(dataFolder, { recursive: true });
  const folder = path.join(dataFolder, 'mariadb');
  if (!owner) return folder;
  // Nobody else may look into the folder, but the system user has to pass through.
  chownSync(dataFolder, owner.uid, owner.gid);
  try {
    await run('setpriv', [
      `--reuid=${owner.uid}`,
      `--regid=${owner.gid}`,
      '--clear-groups',
      'test',
      '-x',
      dataFolder,
    ]);
    return folder;
  } catch {
    const elsewhere = path.join(
      '/var/lib/dathen',
      createHash('sha256').update(dataFolder).digest('hex').slice(0, 16),
    );
    mkdirSync(path.dirname(elsewhere), { recursive: true });
    // Passed through by the system user, whatever our own files are closed to.
    chmodSync(path.dirname(elsewhere), 0o711);
    return elsewhere;
  }
}

/** Where the database of a data folder keeps its files. */
export async function databaseFolder(dataFolder: string): Promise<string> {
  return reachableFolder(dataFolder, await systemUser());
}

/** The account's password: generated once, readable by the owner only. */
function accountPassword(dataFolder: string): string {
  const file = path.join(dataFolder, 'password');
  if (!existsSync(file)) writeFileSync(file, randomBytes(24).toString('base64url'), { mode: 0o600 });
  return readFileSync(file, 'utf8').trim();
}

/** Makes an empty database beside its place and moves it there whole, so that a killed start leaves nothing half done. */
async function install(folder: string, owner: { uid: number; gid: number } | undefined) {
  const fresh = `${folder}.new`;
  rmSync(fresh, { recursive: true, force: true });
  mkdirSync(fresh, { mode: 0o700 });
  if (owner) chownSync(fresh, owner.uid, owner.gid);
  const user = owner ? [`--user=${SYSTEM_USER}`] : [];
  await run('mariadb-install-db', [
    '--no-defaults',
    `--datadir=${fresh}`,
    `--tmpdir=${emptyTemporaryFolder(fresh, owner)}`,
    '--auth-root-authentication-method=normal',
    '--skip-test-db',
    ...user,
  ]).catch((error: unknown) => {
    const { stderr, message } = error as { stderr?: string; message: string };
    throw new CommandFailure(databaseSentence(stderr ?? message, folder));
  });
  rmSync(temporaryFolder(fresh), { recursive: true, force: true });
  renameSync(fresh, folder);
}

/** Statements run at every start: our account with its password, and no other that could log in. */
function accountStatements(password: string): string {
  return [
    `CREATE DATABASE IF NOT EXISTS ${DATABASE} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;`,
    `CREATE USER IF NOT EXISTS '${ACCOUNT}'@'127.0.0.1' IDENTIFIED BY '${password}';`,
    `ALTER USER '${ACCOUNT}'@'127.0.0.1' IDENTIFIED BY '${password}';`,
    // Schemas that begin with this name are all its own; tests make some beside the one in use.
    `GRANT ALL ON \`${DATABASE}%\`.* TO '${ACCOUNT}'@'127.0.0.1';`,
    // Where nodes are is told by statements of ours.
    `GRANT FEDERATED ADMIN ON *.* TO '${ACCOUNT}'@'127.0.0.1';`,
    "DELETE FROM mysql.global_priv WHERE User = '' OR (User = 'root' AND Host <> 'localhost');",
    'FLUSH PRIVILEGES;',
    "ALTER USER 'root'@'localhost' ACCOUNT LOCK;",
    '',
  ].join('\n');
}

/** Without this much room (MB) the database cannot make its files. */
const LEAST_ROOM = 400;

function databaseSentence(text: string, folder: string): string {
  const { bavail, bsize } = statfsSync(path.dirname(folder));
  const room = Math.floor((bavail * bsize) / 1024 / 1024);
  if (/No space left|disk full|Errcode: 28/i.test(text) || (room < LEAST_ROOM && !existsSync(folder)))
    return `The disk is full (${room} MB free), so the database cannot start. Free some space, then start again; nothing is lost.`;
  if (/Read-only file system|Permission denied|Errcode: (13|30)/i.test(text)) {
    return 'The database cannot write its files. Check who owns the data folder and whether the disk is read-only.';
  }
  return `The database did not come up: ${tellingLines(text)}`;
}

/** Lines of the log that are told when the database does not come up. */
const MOST_LINES = 6;

/** The lines of a database's log that tell the cause: its errors; where it says none, the last it said. */
function tellingLines(log: string): string {
  const lines = log
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');
  const errors = lines.filter((line) => /\[ERROR\]|error:|errno|Can't|cannot/i.test(line));
  // "Aborting" comes last and says nothing by itself.
  const telling = (errors.length > 0 ? errors : lines).slice(-MOST_LINES);
  return telling.length > 0 ? telling.join('\n  ') : 'it said nothing';
}

/** The database that runs over a folder of files, if one does. */
export function runningDatabase(folder: string): { pid: number; folder: string } | undefined {
  const pidFile = path.join(folder, 'mariadb.pid');
  const pid = existsSync(pidFile) ? Number(readFileSync(pidFile, 'utf8')) : NaN;
  return pid > 0 && isOurs(pid, folder) ? { pid, folder } : undefined;
}

/** Ends a database that an earlier, killed run left behind. */
async function endLeftover(folder: string) {
  const left = runningDatabase(folder);
  if (left) await endProcess(left.pid, folder);
}

/** Starts that are tried where the database ended by itself: another program may have taken the port meanwhile. */
const TRIES = 2;

/**
 * Starts the database in the data folder (making it at the first start), with flags of its own, and waits until it
 * answers: on the wanted port, or on another where that is taken or none is wanted.
 */
export async function startDatabase(
  dataFolder: string,
  flags: readonly string[] = [],
  wantedPort?: number,
): Promise<RunningDatabase> {
  for (let tries = 1; ; tries++) {
    try {
      const isWanted = tries === 1 && wantedPort !== undefined && (await isPortFree(wantedPort));
      return await startOnce(dataFolder, flags, isWanted ? wantedPort : await freePort());
    } catch (error) {
      if (!(error instanceof EndedByItself) || tries === TRIES) throw error;
      await pause(500);
    }
  }
}

/** The database ended before it answered; the message tells what its log says. */
class EndedByItself extends CommandFailure {}

async function startOnce(
  dataFolder: string,
  flags: readonly string[],
  port: number,
): Promise<RunningDatabase> {
  const owner = await systemUser();
  const folder = await reachableFolder(dataFolder, owner);
  await endLeftover(folder);
  if (!existsSync(path.join(folder, 'mysql'))) await install(folder, owner);
  const temporary = emptyTemporaryFolder(folder, owner);
  const spider = readsNodes() ? spiderFlags() : [];
  const password = accountPassword(dataFolder);
  const init = path.join(folder, 'accounts.sql');
  writeFileSync(init, accountStatements(password), { mode: 0o600 });
  if (owner) chownSync(init, owner.uid, owner.gid);
  const logFile = path.join(dataFolder, 'mariadb.log');
  const log = openSync(logFile, 'w');
  const child = spawn(
    'mariadbd',
    [
      ...databaseFlags({ folder, temporary, init, port, asSystemUser: owner !== undefined }),
      ...spider,
      ...flags,
    ],
    {
      stdio: ['ignore', log, log],
      detached: true,
      env: { ...process.env, PATH: `${process.env.PATH}:/usr/sbin` },
    },
  );
  const ended = new AbortController();
  child.once('exit', () => ended.abort());
  child.once('error', () => ended.abort());
  const account = { host: '127.0.0.1', port, user: ACCOUNT, password, database: DATABASE };
  for (let waited = 0; ; waited += 50) {
    if (ended.signal.aborted)
      throw new EndedByItself(databaseSentence(readFileSync(logFile, 'utf8'), folder));
    const connection = await mysql.createConnection(account).catch(() => undefined);
    if (connection) {
      await connection.end();
      break;
    }
    if (waited > START_PATIENCE_MS) {
      child.kill('SIGKILL');
      throw new CommandFailure(`The database did not answer within a minute; ${logFile} says more.`);
    }
    await pause(50);
  }
  const pid = child.pid!;
  return {
    port,
    pid,
    user: ACCOUNT,
    password,
    name: DATABASE,
    folder,
    child,
    async stop() {
      await endProcess(pid, folder);
      rmSync(temporary, { recursive: true, force: true });
    },
  };
}

/** Whether rows are spread over nodes, so that the database reads from these. */
function readsNodes(): boolean {
  const nodes: unknown = JSON.parse(process.env.DATHEN_NODES ?? '[]');
  return Array.isArray(nodes) && nodes.length > 0;
}

/** Where Debian puts what a database can load. */
const SPIDER = '/usr/lib/mysql/plugin/ha_spider.so';

/** What lets a database read from nodes. Throws where Debian's package for it is missing. */
export function spiderFlags(): string[] {
  if (!existsSync(SPIDER))
    throw new CommandFailure(
      'Rows are to be spread over nodes, which needs mariadb-plugin-spider: sudo apt-get install -y --no-install-recommends mariadb-plugin-spider',
    );
  // A node that is away is told at once.
  return ['--plugin-load-add=ha_spider', '--spider-connect-timeout=2'];
}

/** The socket's path has to be short; long folders get one among the temporary files. */
function socketPath(folder: string): string {
  const inside = path.join(folder, 'mariadb.sock');
  if (inside.length < 100) return inside;
  return path.join(tmpdir(), `dathen-${createHash('sha256').update(folder).digest('hex').slice(0, 16)}.sock`);
}

const temporaryFolder = (folder: string) => `${folder}.tmp`;

/**
 * A folder of the database's own for its temporary tables. At its start a database deletes the temporary tables that
 * it finds, so one that is shared would lose those of every other database of the machine.
 */
function emptyTemporaryFolder(folder: string, owner: { uid: number; gid: number } | undefined): string {
  // Beside the data, in which every folder would be a database.
  const temporary = temporaryFolder(folder);
  rmSync(temporary, { recursive: true, force: true });
  mkdirSync(temporary, { mode: 0o700 });
  if (owner) chownSync(temporary, owner.uid, owner.gid);
  return temporary;
}

function databaseFlags({
  folder,
  temporary,
  init,
  port,
  asSystemUser,
}: {
  folder: string;
  temporary: string;
  init: string;
  port: number;
  asSystemUser: boolean;
}): string[] {
  const bufferPool = Math.min(1024, Math.max(128, Math.floor(freemem() / 4 / 1024 / 1024)));
  return [
    '--no-defaults',
    ...(asSystemUser ? [`--user=${SYSTEM_USER}`] : []),
    `--datadir=${folder}`,
    `--tmpdir=${temporary}`,
    `--socket=${socketPath(folder)}`,
    `--pid-file=${path.join(folder, 'mariadb.pid')}`,
    `--init-file=${init}`,
    `--port=${port}`,
    '--bind-address=127.0.0.1',
    '--local-infile=1',
    '--skip-name-resolve',
    '--skip-log-bin',
    `--innodb-buffer-pool-size=${bufferPool}M`,
    '--innodb-log-file-size=256M',
    '--innodb-flush-method=O_DIRECT',
    '--sql-mode=STRICT_ALL_TABLES,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION',
  ];
}
