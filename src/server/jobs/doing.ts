/** Does what a task tells. */
import type { LoadResult } from '../../contract/datasets';
import { warmCubes } from '../answers/warm';
import { loadFile, type InUse } from '../datasets/load';
import { profileFile, type Progress } from '../datasets/profile';
import { findDataset } from '../datasets/repository';
import { findUpload, newUpload, removeUpload } from '../datasets/uploads';
import { log } from '../log';
import { profileAny, textTable } from '../sources/intake';
import { copyAgain } from '../sources/reload';
import { tableToText } from '../sources/toText';
import { cubeBeside } from '../work/cubeFile';
import { bringInDemo } from './demo';
import type { Task } from './task';

export interface Doing {
  readonly signal: AbortSignal;
  readonly onProgress: (progress: Progress) => void;
  /** Called within the transaction that puts rows into use; what it throws takes them back. */
  readonly onUse: InUse;
}

/** The result of a task. Throws a `Problem` for what a person can mend. */
export async function doTask(task: Task, { signal, onProgress, onUse }: Doing): Promise<unknown> {
  switch (task.do) {
    case 'profile upload': {
      const { path } = await findUpload(task.upload);
      const { delimiter, sheet } = task;
      return profileAny(path, { signal, onProgress, sheet, ...(delimiter ? { delimiter } : {}) });
    }
    case 'copy table': {
      const { upload, path } = await newUpload();
      await tableToText(task.connection, task.table, path, signal);
      return { upload, profile: await profileFile(path, { delimiter: ',', signal, onProgress }) };
    }
    case 'load':
      return loadUpload(task, { signal, onProgress, onUse });
    case 'copy again':
      return withCubes(await copyAgain(await findDataset(task.dataset), { signal, onProgress, onUse }));
    case 'demo':
      return bringInDemo(signal);
  }
}

async function loadUpload(
  { upload, source, into, plan, origin }: Extract<Task, { do: 'load' }>,
  doing: Doing,
): Promise<LoadResult> {
  const { path } = await findUpload(upload);
  const result = await loadFile(await textTable(path, plan.sheet, doing.signal), plan, {
    source,
    ...doing,
    ...(into === undefined ? {} : { into }),
    ...(origin ? { origin: { ...origin, mode: 'copy' } } : {}),
  });
  forgetUpload(upload);
  return withCubes(result);
}

function withCubes(result: LoadResult): LoadResult {
  warmCubes(result.dataset, cubeBeside).catch((error: unknown) =>
    log().warn(error, 'cubes were not made ahead'),
  );
  return result;
}

const forgetUpload = (upload: string) =>
  void removeUpload(upload).catch((error: unknown) => log().warn(error, 'an upload was not removed'));

/** Once it is cancelled: the file is not wanted any more. One that was refused may be loaded with other settings. */
export function forgetTask(task: Task): void {
  if (task.do === 'load') forgetUpload(task.upload);
}
