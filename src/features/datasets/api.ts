/** What the datasets pages ask of the server. */
import type { z } from 'zod';
import {
  copyJobSchema,
  datasetSummariesSchema,
  datasetSummarySchema,
  loadJobSchema,
  profileJobSchema,
  uploadedSchema,
  type DatasetEdit,
  type DatasetSummary,
  type Delimiter,
  type FileProfile,
  type LoadAsked,
  type LoadResult,
} from '../../contract/datasets';
import { errorSchema, type JobReport } from '../../contract/jobs';
import { datasetBasis } from '../../core/model/fingerprint';
import { requestAs, RequestError, requestJson } from '../ui/request';

/** Progress of sending or of work on the server, in bytes and rows. */
export interface Progress {
  readonly doing: string;
  readonly bytes: number;
  readonly totalBytes: number;
  readonly rows: number;
  readonly refused: number;
}

type Follow = (progress: Progress) => void;

/** Sends a file; cancelled by the signal. */
export function sendFile(
  file: File,
  follow: Follow,
  signal: AbortSignal,
): Promise<{ upload: string; bytes: number }> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    const fail = (message: string) => reject(new RequestError('upload', message, request.status, null));
    request.open('POST', '/api/uploads');
    request.upload.onprogress = (event) =>
      follow({ doing: 'Sending', bytes: event.loaded, totalBytes: file.size, rows: 0, refused: 0 });
    request.onload = () => {
      const body: unknown = JSON.parse(request.responseText || 'null');
      const sent = uploadedSchema.safeParse(body);
      if (request.status === 201 && sent.success) resolve(sent.data);
      else fail(errorSchema.safeParse(body).data?.error.message ?? 'The file could not be sent.');
    };
    request.onerror = () => fail('The server does not answer. The file was not sent.');
    signal.addEventListener('abort', () => {
      request.abort();
      fail('Cancelled.');
    });
    request.send(file);
  });
}

const POLL_MS = 200;

type JobWith<T> = Omit<JobReport, 'result'> & { readonly result: T | null };

/** How work is followed, and stopped. */
interface Following {
  /** What is being done, as it is shown. */
  readonly doing: string;
  readonly follow: Follow;
  readonly signal: AbortSignal;
}

/** Begins work on the server and follows it until it ends. Throws a `RequestError` when it fails; the signal cancels it. */
async function runJob<T>(
  schema: z.ZodType<JobWith<T>>,
  begin: { readonly path: string; readonly body?: unknown },
  { doing, follow, signal }: Following,
): Promise<T> {
  const started = await requestAs(schema, begin.path, { method: 'POST', body: begin.body });
  const path = `/api/jobs/${started.id}`;
  const cancel = () => void requestJson(path, { method: 'DELETE' }).catch(() => undefined);
  signal.addEventListener('abort', cancel, { once: true });
  for (let job = started; ; job = await requestAs(schema, path)) {
    follow({ doing, bytes: job.bytes, totalBytes: job.totalBytes, rows: job.rows, refused: job.refused });
    if (job.state === 'done' && job.result !== null) return job.result;
    if (job.state === 'cancelled')
      throw new RequestError('cancelled', 'Cancelled. Nothing was changed.', 0, null);
    if (job.state !== 'running')
      throw new RequestError(job.error?.code ?? 'failed', job.error?.message ?? 'It failed.', 0, null);
    await new Promise((resolve) => setTimeout(resolve, POLL_MS));
  }
}

export const profileUpload = (
  upload: string,
  how: { readonly delimiter?: Delimiter; readonly sheet?: string },
  follow: Follow,
  signal: AbortSignal,
): Promise<FileProfile> =>
  runJob(
    profileJobSchema,
    { path: `/api/uploads/${upload}/profile`, body: how },
    { doing: 'Reading', follow, signal },
  );

export const loadUpload = (body: LoadAsked, follow: Follow, signal: AbortSignal): Promise<LoadResult> =>
  runJob(loadJobSchema, { path: '/api/datasets', body }, { doing: 'Loading', follow, signal });

/** Copies a table of another database into an upload and profiles it. */
export const copyTable = (
  connection: number,
  table: string,
  follow: Follow,
  signal: AbortSignal,
): Promise<{ upload: string; profile: FileProfile }> =>
  runJob(
    copyJobSchema,
    { path: `/api/connections/${connection}/copy`, body: { table } },
    { doing: 'Copying', follow, signal },
  );

/** Copies the rows of a dataset's table of another database again. */
export const copyAgain = (key: string, follow: Follow, signal: AbortSignal): Promise<LoadResult> =>
  runJob(loadJobSchema, { path: `/api/datasets/${key}/copy` }, { doing: 'Copying', follow, signal });

export const listDatasets = () => requestAs(datasetSummariesSchema, '/api/datasets');
export const readDataset = (key: string) => requestAs(datasetSummarySchema, `/api/datasets/${key}`);
/** Changes a dataset, from what is known of it. */
export const changeDataset = (known: DatasetSummary, edit: DatasetEdit) =>
  requestAs(datasetSummarySchema, `/api/datasets/${known.key}`, {
    method: 'PATCH',
    body: edit,
    basis: datasetBasis(known),
  });
