/** `import`: the same import as the page's, with a progress bar. */
import { statSync } from 'node:fs';
import path from 'node:path';
import { SingleBar } from 'cli-progress';
import { CommandFailure } from './failure';
import { userPath } from './places';
import { withDatabase } from './withDatabase';

export interface ImportOptions {
  readonly name: string;
  readonly date?: readonly string[];
  readonly dates?: 'dmy' | 'mdy';
  readonly append?: boolean;
  readonly sheet?: string;
  readonly timeZone: string;
}

/** Imports a file; a dataset of the same name gets new rows, or more rows with `append`. */
export async function importFile(file: string, options: ImportOptions): Promise<void> {
  const full = userPath(file);
  const found = statSync(full, { throwIfNoEntry: false });
  if (!found?.isFile()) throw new CommandFailure(`There is no file ${file}.`, 2);
  await withDatabase(async () => {
    const { profileAny, textTable } = await import('../src/server/sources/intake');
    const { planFromProfile } = await import('../src/server/datasets/plan');
    const { loadFile } = await import('../src/server/datasets/load');
    const { loadedDatasets } = await import('../src/server/datasets/repository');
    const { warmCubes } = await import('../src/server/answers/warm');
    const bar = new SingleBar({
      format: '{phase} [{bar}] {percentage}% {rows} rows, {refused} refused',
      hideCursor: true,
      clearOnComplete: true,
      noTTYOutput: false,
    });
    const follow = (phase: string) => {
      bar.start(found.size, 0, { phase, rows: 0, refused: 0 });
      return (progress: { bytes: number; rows: number; refused: number }) =>
        bar.update(progress.bytes, {
          phase,
          rows: progress.rows.toLocaleString('en'),
          refused: progress.refused,
        });
    };
    const stop = new AbortController();
    process.once('SIGINT', () => stop.abort());
    try {
      const profile = await profileAny(full, {
        onProgress: follow('Reading'),
        signal: stop.signal,
        sheet: options.sheet,
      });
      bar.stop();
      for (const note of profile.notes) console.error(note);
      const plan = planFromProfile(options.name, profile, {
        mode: options.append ? 'append' : 'replace',
        timeZone: options.timeZone,
        ...(options.date ? { roles: options.date } : {}),
        ...(options.dates ? { dateOrder: options.dates } : {}),
      });
      const into = (await loadedDatasets()).find((dataset) => dataset.name === options.name)?.key;
      const result = await loadFile(await textTable(full, plan.sheet), plan, {
        source: path.basename(full),
        actor: 'command',
        signal: stop.signal,
        onProgress: follow('Loading'),
        ...(into === undefined ? {} : { into }),
      });
      bar.stop();
      const words = (count: number) => count.toLocaleString('en');
      console.log(`${options.name}: ${words(result.loaded)} loaded, ${words(result.refused)} refused`);
      await warmCubes(result.dataset);
    } finally {
      bar.stop();
    }
  });
}
