/** Long work in the background of the server: what it is at, and how to stop it. */
import type { JobReport } from '../../contract/jobs';
import { randomUUID } from 'node:crypto';
import { forEverybody } from '../caller';
import { log } from '../log';
import { once } from '../once';
import { Problem } from '../problem';
import { machineProblem } from '../problemFor';
import { refuseWhenStopping, stopping } from '../stopping';
import { metrics } from '../watch/metrics';
import type { Progress } from './profile';

interface Job {
  report: JobReport;
  readonly abort: AbortController;
}

/** Finished jobs are forgotten after this long. */
const KEPT_MS = 3600_000;

const jobs = () => once('jobs', () => new Map<string, Job>());

/** Starts work in the background; its progress and end are read with `readJob`. */
export function startJob(
  kind: JobReport['kind'],
  totalBytes: number,
  work: (signal: AbortSignal, onProgress: (progress: Progress) => void) => Promise<unknown>,
): JobReport {
  refuseWhenStopping();
  const abort = new AbortController();
  const stop = () => abort.abort();
  stopping().addEventListener('abort', stop);
  const id = randomUUID();
  const job: Job = {
    report: {
      id,
      kind,
      state: 'running',
      rows: 0,
      refused: 0,
      bytes: 0,
      totalBytes,
      result: null,
      error: null,
    },
    abort,
  };
  jobs().set(id, job);
  const finish = (change: Partial<JobReport>) => {
    job.report = { ...job.report, ...change };
    stopping().removeEventListener('abort', stop);
    metrics().jobs.inc({ kind, state: job.report.state });
    setTimeout(() => jobs().delete(id), KEPT_MS).unref();
  };
  const follow = (progress: Progress) => {
    job.report = { ...job.report, ...progress };
  };
  // Its end is asked for by the job's own signal, not by the request that began it.
  forEverybody(() => work(abort.signal, follow)).then(
    (result) => finish({ state: 'done', result, bytes: totalBytes }),
    (thrown: unknown) => {
      if (abort.signal.aborted) {
        finish({ state: 'cancelled' });
        return;
      }
      const error = machineProblem(thrown) ?? thrown;
      if (error instanceof Problem) {
        finish({
          state: 'failed',
          error: { code: error.code, message: error.message, details: error.details },
        });
        return;
      }
      log().error(error, 'job failed');
      finish({
        state: 'failed',
        error: { code: 'internal', message: 'Something went wrong here; the data in use is as it was.' },
      });
    },
  );
  return job.report;
}

export function readJob(id: string): JobReport {
  return jobOf(id).report;
}

export function cancelJob(id: string): JobReport {
  const job = jobOf(id);
  job.abort.abort();
  return job.report;
}

function jobOf(id: string): Job {
  const job = jobs().get(id);
  if (!job) throw new Problem('no-such-job', 'This work is not known here any more.', 404);
  return job;
}
