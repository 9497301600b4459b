/** `test`: lint and types, dependency rules, unused code, unit tests, then browser tests against a database of their own. */
import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { currentBuild } from './build';
import { coverageIn } from './coverage';
import { serverEnvironment } from './environment';
import { CommandFailure } from './failure';
import { startDatabase } from './mariadb';
import { PROJECT } from './places';
import { endProcess, freePort } from './processes';
import { runningRecord } from './runFile';
import { startServer, untilAnswering } from './server';

/** Today, as the tests see it. */
const PINNED_TODAY = '2026-06-03';

interface Count {
  passed: number;
  failed: number;
  /** What failed, one a line, told once more at the end. */
  readonly failures: string[];
}

const tool = (name: string) => path.join(PROJECT, 'node_modules/.bin', name);

/** Runs a program, by its path; its output is shown when it fails, or, with `live`, as it comes. */
async function runTool(
  program: string,
  args: readonly string[],
  environment: Record<string, string> = {},
  live = false,
): Promise<boolean> {
  const output: Buffer[] = [];
  const take = (data: Buffer) => {
    if (live) process.stdout.write(data);
    else output.push(data);
  };
  const child = spawn(program, args, {
    cwd: PROJECT,
    env: { ...process.env, ...environment },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  child.stdout.on('data', take);
  child.stderr.on('data', take);
  const code = await new Promise<number | null>((resolve) => child.once('close', resolve));
  if (code !== 0) process.stdout.write(Buffer.concat(output));
  return code === 0;
}

async function check(title: string, program: string, args: readonly string[], count: Count) {
  const begun = Date.now();
  const ok = await runTool(program, args);
  count[ok ? 'passed' : 'failed']++;
  if (!ok) count.failures.push(title);
  console.log(`${ok ? 'ok  ' : 'FAIL'} ${title} (${Math.round((Date.now() - begun) / 1000)} s)`);
}

interface JestReport {
  readonly numPassedTests: number;
  readonly numFailedTests: number;
  readonly numRuntimeErrorTestSuites: number;
  readonly testResults: readonly {
    readonly name: string;
    readonly status: string;
    readonly assertionResults: readonly { readonly fullName: string; readonly status: string }[];
  }[];
}

/** The failures of a run, one a line: its file, and the test where one failed rather than the whole file. */
function failures(report: JestReport): string[] {
  return report.testResults
    .filter(({ status }) => status === 'failed')
    .flatMap(({ name, assertionResults }) => {
      const file = path.relative(PROJECT, name);
      const failed = assertionResults.filter(({ status }) => status === 'failed');
      return failed.length === 0 ? [file] : failed.map(({ fullName }) => `${file}: ${fullName}`);
    });
}

async function jest(
  title: string,
  config: string,
  folder: string,
  count: Count,
  {
    environment = {},
    pattern,
    live = false,
    covers = false,
  }: { environment?: Record<string, string>; pattern?: string; live?: boolean; covers?: boolean } = {},
) {
  const begun = Date.now();
  const report = path.join(folder, `${title.replace(/\W/g, '-')}.json`);
  await runTool(
    tool('jest'),
    [
      '--config',
      config,
      '--ci',
      '--json',
      `--outputFile=${report}`,
      '--silent',
      ...(covers ? ['--coverage', `--coverageDirectory=${folder}`] : []),
      ...(pattern ? [pattern] : []),
    ],
    environment,
    live,
  );
  let result: JestReport;
  try {
    result = JSON.parse(readFileSync(report, 'utf8')) as JestReport;
  } catch {
    throw new CommandFailure(`The ${title} did not run.`);
  }
  const failed = result.numFailedTests + result.numRuntimeErrorTestSuites;
  count.passed += result.numPassedTests;
  count.failed += failed;
  console.log(
    `${failed === 0 ? 'ok  ' : 'FAIL'} ${title}: ${result.numPassedTests} passed, ${failed} failed (${Math.round((Date.now() - begun) / 1000)} s)`,
  );
  count.failures.push(...failures(result));
}

/** Applications that the browser tests share, a file of tests at a time for each. */
const APPLICATIONS = 2;

interface Application {
  /** By which its server's own code, and the tests, find it. */
  readonly environment: Readonly<Record<string, string>>;
  readonly logFile: string;
  stop: () => Promise<void>;
}

/** Starts a server with an empty database of its own. */
async function startApplication(folder: string, build: string): Promise<Application> {
  const data = path.join(folder, 'data');
  mkdirSync(data, { recursive: true });
  // The database's system user has to pass through.
  chmodSync(folder, 0o711);
  const database = await startDatabase(data);
  const logFile = path.join(folder, 'server.log');
  let server: ChildProcess | undefined;
  const stop = async () => {
    if (server?.pid) await endProcess(server.pid, 'next', 10_000);
    await database.stop();
    if (!database.folder.startsWith(folder)) rmSync(database.folder, { recursive: true, force: true });
  };
  try {
    const environment = { ...serverEnvironment(database, data), DATHEN_TODAY: PINNED_TODAY };
    Object.assign(process.env, environment);
    const { closeDatabase, migrateDatabase } = await import('../src/server/database/connection');
    await migrateDatabase();
    await closeDatabase();
    const port = await freePort();
    server = startServer(port, build, logFile, environment);
    const url = `http://127.0.0.1:${port}`;
    await untilAnswering(url, server, logFile);
    return { environment: { ...environment, DATHEN_URL: url }, logFile, stop };
  } catch (error) {
    await stop();
    throw error;
  }
}

/** Runs the tests that need a browser, a server and a database; all of it is temporary. */
async function browserTests(folder: string, build: string, count: Count, pattern?: string) {
  const applications: Application[] = [];
  try {
    for (let number = 1; number <= APPLICATIONS; number++) {
      applications.push(await startApplication(path.join(folder, `application-${number}`), build));
    }
    await jest('browser tests', 'jest.e2e.config.mjs', folder, count, {
      environment: {
        DATHEN_APPLICATIONS: JSON.stringify(applications.map(({ environment }) => environment)),
      },
      pattern,
      live: true,
    });
    if (count.failed > 0) {
      for (const { logFile } of applications)
        process.stdout.write(readFileSync(logFile, 'utf8').slice(-4000));
    }
  } finally {
    for (const application of applications) await application.stop();
  }
}

/**
 * Runs everything (or only the browser tests whose file names match) and prints the closing line; with `covers` also how
 * many lines the unit tests pass through, which takes them twice as long.
 */
export async function runTests(onlyBrowser: string | undefined, covers: boolean): Promise<void> {
  const count: Count = { passed: 0, failed: 0, failures: [] };
  const folder = mkdtempSync(path.join(tmpdir(), 'dathen-test-'));
  // The database's system user has to pass through.
  chmodSync(folder, 0o711);
  try {
    const building = currentBuild(runningRecord()?.build);
    building.catch(() => undefined);
    if (onlyBrowser !== undefined) {
      await browserTests(folder, await building, count, onlyBrowser);
    } else {
      // On a core of its own: it takes about as long as the build and half of the unit tests.
      const checking = check('lint and types', process.execPath, ['scripts/checkCode.mjs'], count);
      await building.catch(() => undefined);
      await check(
        'dependency rules',
        tool('depcruise'),
        [
          '--config',
          'dependency-cruiser.config.mjs',
          'src',
          'demo',
          'e2e',
          'bench',
          'cli',
          'scripts',
          'testing',
        ],
        count,
      );
      await check('unused code', tool('knip'), ['--no-progress'], count);
      await jest('unit tests', 'jest.config.mjs', folder, count, { covers });
      if (covers) console.log(`     ${coverageIn(folder)}`);
      await checking;
      await browserTests(folder, await building, count);
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
  for (const failure of count.failures) console.log(`failed: ${failure}`);
  console.log(`${count.passed} passed, ${count.failed} failed`);
  if (count.failed > 0) process.exit(1);
}
