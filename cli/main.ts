/** Dathen's commands. */
import { rmSync } from 'node:fs';
import { Command, CommanderError, InvalidArgumentError, Option } from 'commander';
import packageJson from '../package.json';
import { parseIsoDay } from '../src/core/calendar/day';
import { isOrigin } from '../src/core/embedOrigins';
import { CommandFailure, sentenceFor } from './failure';
import { DATA } from './places';
import { endProcess } from './processes';
import { COMMAND, runningRecord } from './runFile';

const DEFAULT_PORT = 4400;

function portNumber(text: string): number {
  const port = Number(text);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new InvalidArgumentError('A port is a number from 1 to 65535.');
  return port;
}

function isoDayText(text: string): string {
  if (parseIsoDay(text) === undefined) throw new InvalidArgumentError('Write the day as YYYY-MM-DD.');
  return text;
}

function dayCount(text: string): number {
  const days = Number(text);
  if (!Number.isInteger(days) || days < 1 || days > 1100)
    throw new InvalidArgumentError('A number of days from 1 to 1100.');
  return days;
}

function keptNumber(text: string): number {
  const kept = Number(text);
  if (!Number.isInteger(kept) || kept < 1 || kept > 10_000)
    throw new InvalidArgumentError('A number of backups from 1 to 10000.');
  return kept;
}

function scaleNumber(text: string): number {
  const scale = Number(text);
  if (!(scale > 0 && scale <= 20)) throw new InvalidArgumentError('A scale is a number above 0, at most 20.');
  return scale;
}

// What Dathen keeps is for who started it alone.
process.umask(0o077);

const program = new Command('dathen')
  .description('Dashboards whose time controls, slicers, charts and tables share one date dimension.')
  .version(packageJson.version)
  .showHelpAfterError('(dathen --help lists the commands)')
  .exitOverride();

const portOption = () =>
  new Option('--port <number>', 'port on 127.0.0.1').argParser(portNumber).default(DEFAULT_PORT);
const embedOption = () =>
  new Option(
    '--embed <origin...>',
    'pages that may show dashboards in frames, as https://host:port',
  ).argParser((text: string, known: string[] | undefined) => {
    if (!isOrigin(text))
      throw new InvalidArgumentError(
        'An origin is a scheme, a host and perhaps a port: https://board.example',
      );
    return [...(known ?? []), text];
  });
const configOption = () => new Option('--config <file>', 'the settings that serve was started with');
const todayOption = () =>
  new Option('--today <day>', 'take this day (YYYY-MM-DD) for today').argParser(isoDayText);

/** Tells the server, by its environment, whose pages may show frames. */
function listEmbeds(origins: readonly string[] | undefined): void {
  if (origins) process.env.DATHEN_EMBED_ORIGINS = origins.join(' ');
}

program
  .command('demo')
  .description('install what is missing, build, and serve with demo data')
  .addOption(portOption())
  .addOption(todayOption())
  .addOption(embedOption())
  .addOption(new Option('--scale <number>', 'size of the demo data').argParser(scaleNumber).default(1))
  .action(
    async ({
      port,
      today,
      scale,
      embed,
    }: {
      port: number;
      today?: string;
      scale: number;
      embed?: string[];
    }) => {
      listEmbeds(embed);
      const { serve } = await import('./serve');
      await serve({ port, demoScale: scale, ...(today ? { today } : {}) });
    },
  );

program
  .command('start')
  .description('the same without demo data')
  .addOption(portOption())
  .addOption(todayOption())
  .addOption(embedOption())
  .action(async ({ port, today, embed }: { port: number; today?: string; embed?: string[] }) => {
    listEmbeds(embed);
    const { serve } = await import('./serve');
    await serve({ port, ...(today ? { today } : {}) });
  });

program
  .command('serve')
  .description('serve people with accounts, as a file of settings says')
  .option('--config <file>', 'the settings, JSON (docs/administration.md lists them)')
  .option('--check', 'only tell what is wrong with the settings, and start nothing')
  .addOption(todayOption())
  .action(async ({ config, check, today }: { config?: string; check?: boolean; today?: string }) => {
    const { serveTeam } = await import('./serveTeam');
    await serveTeam({ config, checksOnly: check === true, today });
  });

program
  .command('stop')
  .description('stop the Dathen that runs from here')
  .action(async () => {
    const running = runningRecord();
    if (running) await endProcess(running.pid, COMMAND, 60_000);
    const { endLeftBehind, leftBehind } = await import('./runFile');
    const left = await leftBehind();
    if (left) await endLeftBehind(left);
    if (running) {
      console.log('Dathen is stopped.');
      return;
    }
    console.log(left ? 'What a killed run left behind is stopped.' : 'Dathen does not run.');
  });

program
  .command('status')
  .description('tell whether Dathen runs, and where')
  .action(async () => {
    const running = runningRecord();
    if (!running) {
      const { leftBehind, leftBehindWords } = await import('./runFile');
      const left = await leftBehind();
      console.log(
        left
          ? `${leftBehindWords(left)} ./dathen stop ends it; ./dathen start begins anew. Nothing is lost.`
          : 'Dathen does not run.',
      );
      process.exitCode = 1;
      return;
    }
    const health = running.url ? await fetch(`${running.url}/api/health`).catch(() => undefined) : undefined;
    console.log(health?.ok ? `Dathen runs at ${running.url}` : 'Dathen is starting.');
  });

program
  .command('reset')
  .description('delete the database, all datasets and all dashboards')
  .option('--yes', 'do it without asking')
  .action(async ({ yes }: { yes?: boolean }) => {
    if (!yes)
      throw new CommandFailure(
        'This deletes all datasets and dashboards. Say ./dathen reset --yes to do it.',
        2,
      );
    const { holdData, leftBehind, leftBehindWords, refuseWhileRunning } = await import('./runFile');
    refuseWhileRunning();
    const left = await leftBehind();
    if (left) throw new CommandFailure(`${leftBehindWords(left)} Stop it first with ./dathen stop.`);
    await holdData();
    const { databaseFolder } = await import('./mariadb');
    rmSync(await databaseFolder(DATA), { recursive: true, force: true });
    rmSync(DATA, { recursive: true, force: true });
    console.log('Everything is deleted.');
  });

program
  .command('backup')
  .description('write everything into a folder, read it back and compare; while Dathen runs too')
  .argument('<folder>', 'where backups are kept; each gets a folder of its own')
  .addOption(
    new Option('--keep <number>', 'how many backups stay there (all when not given)').argParser(keptNumber),
  )
  .addOption(configOption())
  .action(async (folder: string, { keep, config }: { keep?: number; config?: string }) => {
    const { backUp } = await import('./backup');
    await backUp(folder, keep ?? null, config);
  });

program
  .command('restore')
  .description('put what a backup holds in the place of everything that is there')
  .argument('<folder>', 'one backup')
  .option('--yes', 'do it without asking')
  .addOption(configOption())
  .action(async (folder: string, { yes, config }: { yes?: boolean; config?: string }) => {
    if (!yes)
      throw new CommandFailure(
        'This replaces all datasets, dashboards and people by those of the backup. Say --yes to do it.',
        2,
      );
    const { restore } = await import('./backup');
    await restore(folder, config);
  });

program
  .command('rotate-key')
  .description('take another key for secrets, and encrypt them anew; everybody has to sign in again')
  .addOption(configOption())
  .action(async ({ config }: { config?: string }) => {
    const { rotate } = await import('./backup');
    await rotate(config);
  });

program
  .command('import')
  .description('import a CSV file into a dataset, as the Datasets page does')
  .argument('<file>', 'a CSV file, UTF-8')
  .requiredOption('--name <name>', 'name of the dataset; one of the same name gets the new rows')
  .option('--date <column...>', 'date columns to use as date roles (all of them when not given)')
  .addOption(new Option('--dates <order>', 'how to read dates that fit both ways').choices(['dmy', 'mdy']))
  .option('--sheet <name>', 'sheet of a workbook (its first one when not said)')
  .option('--append', 'add to the rows that are there instead of replacing them')
  .option('--time-zone <zone>', 'time zone in which timestamps become days', 'UTC')
  .action(async (file: string, options: import('./import').ImportOptions) => {
    const { importFile } = await import('./import');
    await importFile(file, options);
  });

const nodes = program
  .command('nodes')
  .description('the nodes that rows are spread over, and which datasets lie on them')
  .addOption(configOption())
  .action(async ({ config }: { config?: string }) => {
    const { printNodes } = await import('./nodes');
    await printNodes(config);
  });

for (const [name, description] of [
  ['spread', 'move the rows of a dataset onto all nodes of the settings'],
  ['gather', 'move the rows of a dataset from nodes into the database itself'],
] as const)
  nodes
    .command(name)
    .description(description)
    .argument('<dataset>', 'its key or name')
    .action(async (dataset: string) => {
      const { moveDataset } = await import('./nodes');
      await moveDataset(dataset, name, nodes.opts<{ config?: string }>().config);
    });

program
  .command('period')
  .description('tell the days of a period phrase, or answer many questions')
  .argument('[phrase]', 'such as "last 13 full weeks"')
  .option('--batch', 'read questions from standard input, a JSON object a line')
  .addOption(todayOption())
  .addOption(new Option('--as-of <day>', 'a day in the place of today').argParser(isoDayText))
  .option('--rule <file>', 'calendar rule, JSON')
  .option('--anchor <point>', 'what rolling phrases count from (default: today)')
  .option('--data <file>', 'days with data: one a line, or JSON runs')
  .option('--baseline <text>', 'also what it is compared against, such as "previous span"')
  .action(
    async (
      phrase: string | undefined,
      { batch, ...options }: import('./period').PeriodOptions & { batch?: boolean },
    ) => {
      const { answerBatch, printPeriod } = await import('./period');
      if (batch) return answerBatch();
      if (phrase === undefined) throw new CommandFailure('Give a phrase, or --batch.', 2);
      printPeriod(phrase, options);
    },
  );

program
  .command('check')
  .description('the wiring check of a dashboard, or of all; fails when something is found')
  .argument('[dashboard]', 'its number or title')
  .addOption(todayOption())
  .action(async (dashboard: string | undefined, { today }: { today?: string }) => {
    if (today) process.env.DATHEN_TODAY = today;
    const { check } = await import('./wiring');
    await check(dashboard);
  });

program
  .command('rehearse')
  .description(
    'resolve a dashboard, or all, for each of the days to come, and tell where something goes wrong',
  )
  .argument('[dashboard]', 'its number or title')
  .addOption(new Option('--days <count>', 'how many days, from today on').argParser(dayCount).default(366))
  .addOption(
    new Option('--data <assumption>', 'what is assumed of data to come')
      .choices(['same lag', 'no new data'])
      .default('same lag'),
  )
  .addOption(todayOption())
  .action(
    async (
      dashboard: string | undefined,
      { today, ...options }: { today?: string; days: number; data: 'same lag' | 'no new data' },
    ) => {
      if (today) process.env.DATHEN_TODAY = today;
      const { rehearseDashboards } = await import('./wiring');
      await rehearseDashboards(dashboard, options);
    },
  );

program
  .command('print')
  .description('print a dashboard to a PDF file, a page a sheet')
  .argument('<dashboard>', 'its number or title')
  .requiredOption('--out <file>', 'the PDF file that is written')
  .option('--selection <name>', 'a saved selection (as the dashboard is designed when not given)')
  .option('--page <name>', 'one page alone (all of them when not given)')
  .addOption(new Option('--today <day>', 'a day (YYYY-MM-DD) in the place of today').argParser(isoDayText))
  .action(async (dashboard: string, options: import('./print').PrintOptions) => {
    const { printDashboard } = await import('./print');
    await printDashboard(dashboard, options);
  });

program
  .command('test')
  .description('install what tests need and run all of them')
  .option('--browser <name>', 'run only the browser tests whose file has this in its name')
  .option('--coverage', 'tell how many lines the unit tests pass through; takes them twice as long')
  .action(async ({ browser, coverage = false }: { browser?: string; coverage?: boolean }) => {
    const { runTests } = await import('./test');
    await runTests(browser, coverage);
  });

try {
  await program.parseAsync();
  process.exit();
} catch (error) {
  if (error instanceof CommanderError) process.exit(error.exitCode === 0 ? 0 : 2);
  const failure = error instanceof CommandFailure ? error : undefined;
  const isProblem = error instanceof Error && error.name === 'Problem';
  console.error(`dathen: ${failure || isProblem ? (error as Error).message : sentenceFor(error)}`);
  if (!failure && !isProblem && process.env.DATHEN_DEBUG) console.error(error);
  process.exit(failure?.exitCode ?? 1);
}
