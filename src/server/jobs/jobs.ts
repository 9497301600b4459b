/**
 * Long work in the background: begun here, told in the database, so that any process can say what it is at and stop it.
 * Work whose process is gone is taken up by another, or by the next that starts.
 */
import { randomUUID } from 'node:crypto';
import type { LoadResult } from '../../contract/datasets';
import type { JobReport } from '../../contract/jobs';
import { callerBehind } from '../accounts/callerOf';
import { ensureAlmanac } from '../almanac/almanac';
import { ALONE, currentCaller, forCaller, forEverybody, forOurselves } from '../caller';
import type { InUse } from '../datasets/load';
import type { Progress } from '../datasets/profile';
import { recoverLoads } from '../datasets/recover';
import { log } from '../log';
import { lookEvery } from '../lookEvery';
import { once } from '../once';
import { Problem } from '../problem';
import { machineProblem } from '../problemFor';
import { refuseWhenStopping, stopping } from '../stopping';
import { metrics } from '../watch/metrics';
import { doTask, forgetTask } from './doing';
import {
  askToCancel,
  claimLost,
  endJob,
  handBack,
  insertJob,
  keepResult,
  readRow,
  removeOldJobs,
  reportOf,
  showSign,
  type JobRow,
} from './repository';
import type { Task } from './task';

type Job = Pick<JobRow, 'id' | 'owner' | 'kind' | 'task' | 'begun' | 'totalBytes'>;

/** Work of this process. */
interface Running {
  readonly job: Job;
  readonly abort: AbortController;
  progress: Progress;
}

interface Work {
  /** Who this process is. */
  readonly owner: string;
  readonly running: Map<string, Running>;
  timer: NodeJS.Timeout | null;
}

/** Why work is stopped, as the reason of its signal. */
const CANCELLED = 'cancelled';
const TAKEN = 'taken by another process';
const HANDED_BACK = 'handed back';

const SIGN_MS = 700;
const LOOK_MS = 5000;
/** What ended its process so often would end the next one as well. */
const MOST_BEGUN = 3;

const here = () => once('jobs', (): Work => ({ owner: randomUUID(), running: new Map(), timer: null }));

/** Begins work; what it is at, and its end, are read with `readJob`. */
export async function startJob(task: Task, totalBytes: number): Promise<JobReport> {
  refuseWhenStopping();
  await removeOldJobs();
  const id = randomUUID();
  await insertJob(id, here().owner, task, totalBytes, currentCaller().person);
  const row = await readRow(id);
  // Its end is asked for by the job's own signal, not by the request that began it.
  void forEverybody(() => work(row));
  return reportOf(row);
}

export async function readJob(id: string): Promise<JobReport> {
  const report = reportOf(await readRow(id));
  return report.state === 'running' ? { ...report, ...here().running.get(id)?.progress } : report;
}

/** Asks for the end of work, in whichever process it is done. */
export async function cancelJob(id: string): Promise<JobReport> {
  await readRow(id);
  await askToCancel(id);
  here().running.get(id)?.abort.abort(CANCELLED);
  return readJob(id);
}

/** Does work of this process to its end, and tells it. */
async function work(job: Job): Promise<void> {
  const abort = new AbortController();
  const stop = () => abort.abort(HANDED_BACK);
  stopping().addEventListener('abort', stop);
  const running: Running = { job, abort, progress: { rows: 0, refused: 0, bytes: 0 } };
  const all = here();
  all.running.set(job.id, running);
  showSigns(all);
  try {
    const result = await doTask(job.task, {
      signal: abort.signal,
      onProgress: (progress) => (running.progress = progress),
      onUse: (transaction, loaded) => noteInUse(transaction, job, loaded),
    });
    await tell(job, { ...running.progress, state: 'done', result, bytes: job.totalBytes });
  } catch (error) {
    await tellStopped(running, error).catch((failure: unknown) =>
      // Without a sign it is taken up again.
      log().error(failure, 'the end of work could not be told'),
    );
  } finally {
    stopping().removeEventListener('abort', stop);
    all.running.delete(job.id);
  }
}

/** Rows come into use and their work says so in one step: whoever takes the work up does not add them twice. */
async function noteInUse(transaction: Parameters<InUse>[0], job: Job, result: LoadResult): Promise<void> {
  if (!(await keepResult(transaction, job, result)))
    throw new Problem('job-taken', 'Another process does this work by now.', 409);
}

async function tell(job: Job, end: Parameters<typeof endJob>[1]): Promise<void> {
  await endJob(job, end);
  metrics().jobs.inc({ kind: job.kind, state: end.state });
}

async function tellStopped({ job, abort }: Running, thrown: unknown): Promise<void> {
  switch (abort.signal.aborted ? abort.signal.reason : undefined) {
    case TAKEN:
      return;
    case HANDED_BACK:
      return handBack(job);
    case CANCELLED:
      forgetTask(job.task);
      return tell(job, { state: 'cancelled' });
    default: {
      const error = machineProblem(thrown) ?? thrown;
      // The process before may hold it still, though it shows no sign: it is taken up once more.
      if (error instanceof Problem && error.code === 'load-running' && job.begun > 1) return;
      if (!(error instanceof Problem)) log().error(error, 'job failed');
      return tell(job, { state: 'failed', error: toldProblem(error) });
    }
  }
}

const toldProblem = (error: unknown) =>
  error instanceof Problem
    ? { code: error.code, message: error.message, details: error.details }
    : { code: 'internal', message: 'Something went wrong here; the data in use is as it was.' };

/** Shows signs of all work of this process, as long as there is any. */
function showSigns(state: Work): void {
  if (state.timer) return;
  let isBusy = false;
  const beat = async () => {
    if (isBusy) return;
    isBusy = true;
    for (const { job, abort, progress } of state.running.values()) {
      const found = await showSign(job, progress).catch((error: unknown) => {
        log().warn(error, 'no sign of work could be shown');
        return 'goes on' as const;
      });
      if (found === 'cancelled') abort.abort(CANCELLED);
      if (found === 'taken' && state.running.has(job.id)) abort.abort(TAKEN);
    }
    isBusy = false;
    if (state.running.size > 0 || !state.timer) return;
    clearInterval(state.timer);
    state.timer = null;
  };
  state.timer = setInterval(() => void beat(), SIGN_MS);
}

/** Takes up work whose process is gone; gives how much of it. */
export async function takeUpLost(): Promise<number> {
  const { owner, running } = here();
  const lost = await claimLost(owner, (id) => running.has(id));
  if (lost.length > 0) await recoverLoads();
  for (const row of lost) void takeUp(row);
  return lost.length;
}

async function takeUp(row: JobRow): Promise<void> {
  try {
    if (row.result !== null) {
      // Its rows are in use already.
      await ensureAlmanac();
      await tell(row, { state: 'done', result: row.result, bytes: row.totalBytes });
    } else if (row.cancelAsked) {
      forgetTask(row.task);
      await tell(row, { state: 'cancelled' });
    } else await doAgain(row);
  } catch (error) {
    await tell(row, { state: 'failed', error: toldProblem(error) }).catch((failure: unknown) =>
      log().error(failure, 'the end of work could not be told'),
    );
  }
}

/** Does lost work with the rights that whoever began it has now. Throws a `Problem` where it is not done any more. */
async function doAgain(row: JobRow): Promise<void> {
  if (row.begun > MOST_BEGUN)
    throw new Problem(
      'job-given-up',
      'Dathen ended several times while it was at this. The data in use is as it was; try it with a smaller part, or ask whoever runs Dathen to look into its log.',
      500,
    );
  const caller = row.person === null ? ALONE : await callerBehind(row.person);
  if (!caller) throw new Problem('not-allowed', 'Whoever began this work may not come in any more.', 403);
  await forCaller(undefined, caller, () => work(row));
}

/** Looks for work that is lost from now on, as long as this process lives. */
export function startTakingUp(): void {
  lookEvery(
    'jobs taken up',
    LOOK_MS,
    async () => {
      if (!stopping().aborted) await forOurselves(takeUpLost);
    },
    'lost work could not be looked for',
  );
}
