/** What the datasets pages ask of the server. */
import type { Rhythm } from '../../core/model/rhythm';
import type { LoadChanges } from '../../core/model/freshness';
import type { ColumnType, DatasetModel, Measure } from '../../core/model/model';
import { datasetBasis } from '../../core/model/fingerprint';
import { requestJson, RequestError } from '../ui/request';

export type DateOrder = 'iso' | 'dmy' | 'mdy';
export type Delimiter = ',' | ';' | '\t';

export type FileFormat = 'text' | 'workbook' | 'parquet' | 'json lines';

export interface ColumnProfile {
  readonly name: string;
  readonly type: ColumnType;
  readonly scale: number;
  readonly dateOrder: DateOrder;
  readonly ambiguousDates: boolean;
  readonly decimalMark: 'point' | 'comma';
  readonly category: boolean;
  readonly blanks: number;
  readonly distinct: number | null;
  readonly misfits: number;
}

export interface FileProfile {
  readonly delimiter: Delimiter;
  readonly columns: readonly ColumnProfile[];
  readonly rows: number;
  readonly bytes: number;
  readonly preview: readonly (readonly string[])[];
  readonly notes: readonly string[];
  /** What the file was before it became a text table; text when absent. */
  readonly format?: FileFormat;
  readonly sheets?: readonly string[];
  readonly sheet?: string;
}

export interface ColumnPlan {
  readonly name: string;
  readonly type: ColumnType;
  readonly dateOrder: DateOrder;
  readonly decimalMark: 'point' | 'comma';
  readonly scale: number;
  readonly category: boolean;
  readonly role: string | null;
}

export interface LoadPlan {
  readonly name: string;
  readonly timeZone: string;
  readonly mode: 'replace' | 'append';
  readonly delimiter: Delimiter;
  readonly format: FileFormat;
  readonly sheet: string | null;
  readonly columns: readonly ColumnPlan[];
}

export interface RoleCoverage {
  readonly first: string | null;
  readonly last: string | null;
  readonly days: number;
  readonly blank: number;
  /** Rows whose date lies outside the almanac's years, since it stands for an open end. */
  readonly outside: number;
  readonly holes: readonly { readonly first: string; readonly last: string; readonly days: number }[];
}

export interface DatasetSummary extends DatasetModel {
  readonly timeZone: string;
  readonly source: string;
  readonly refused: number;
  readonly origin: Origin | null;
  readonly coverage: Readonly<Record<string, RoleCoverage>>;
}

/** A table of another database: copied at each load, or read live. */
export interface Origin {
  readonly connection: number;
  readonly table: string;
  readonly mode: 'copy' | 'live';
}

export interface Connection {
  readonly id: number;
  readonly name: string;
  readonly host: string;
  readonly port: number;
  readonly user: string;
  readonly database: string;
}

export interface TableEntry {
  readonly name: string;
  readonly view: boolean;
  readonly rows: number | null;
}

export interface Refusal {
  readonly line: number;
  readonly column: string;
  readonly value: string;
  readonly reason: string;
}

export interface LoadEntry {
  readonly id: number;
  readonly mode: string;
  readonly status: string;
  readonly source: string;
  readonly startedAt: string;
  readonly rowsLoaded: number;
  readonly rowsRefused: number;
  readonly rowsTotal: number;
  readonly message: string | null;
  readonly changes: LoadChanges | null;
  readonly actor: string;
}

export interface DatasetEdit {
  readonly name?: string;
  readonly roles?: readonly { key: string; name: string }[];
  readonly categories?: readonly string[];
  readonly measures?: readonly Measure[];
  readonly rhythm?: Rhythm | null;
}

export interface LoadResult {
  readonly dataset: string;
  readonly loaded: number;
  readonly refused: number;
}

interface Job<T> {
  readonly id: string;
  readonly state: 'running' | 'done' | 'failed' | 'cancelled';
  readonly rows: number;
  readonly refused: number;
  readonly bytes: number;
  readonly totalBytes: number;
  readonly result: T | null;
  readonly error: { readonly code: string; readonly message: string } | null;
}

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
      const body = JSON.parse(request.responseText || 'null') as {
        upload?: string;
        bytes?: number;
        error?: { message: string };
      } | null;
      if (request.status === 201 && body?.upload)
        resolve({ upload: body.upload, bytes: body.bytes ?? file.size });
      else fail(body?.error?.message ?? 'The file could not be sent.');
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

/** Follows work on the server until it ends. Throws a `RequestError` when it fails; the signal cancels it. */
async function followJob<T>(started: Job<T>, doing: string, follow: Follow, signal: AbortSignal): Promise<T> {
  const cancel = () =>
    void requestJson(`/api/jobs/${started.id}`, { method: 'DELETE' }).catch(() => undefined);
  signal.addEventListener('abort', cancel, { once: true });
  for (let job = started; ; job = await requestJson<Job<T>>(`/api/jobs/${started.id}`)) {
    follow({ doing, bytes: job.bytes, totalBytes: job.totalBytes, rows: job.rows, refused: job.refused });
    if (job.state === 'done') return job.result as T;
    if (job.state === 'cancelled')
      throw new RequestError('cancelled', 'Cancelled. Nothing was changed.', 0, null);
    if (job.state === 'failed')
      throw new RequestError(job.error?.code ?? 'failed', job.error?.message ?? 'It failed.', 0, null);
    await new Promise((resolve) => setTimeout(resolve, POLL_MS));
  }
}

export async function profileUpload(
  upload: string,
  how: { readonly delimiter?: Delimiter; readonly sheet?: string },
  follow: Follow,
  signal: AbortSignal,
): Promise<FileProfile> {
  const job = await requestJson<Job<FileProfile>>(`/api/uploads/${upload}/profile`, { body: how });
  return followJob(job, 'Reading', follow, signal);
}

export async function loadUpload(
  body: {
    upload: string;
    source: string;
    into?: string;
    plan: LoadPlan;
    origin?: Pick<Origin, 'connection' | 'table'>;
  },
  follow: Follow,
  signal: AbortSignal,
): Promise<LoadResult> {
  return followJob(await requestJson<Job<LoadResult>>('/api/datasets', { body }), 'Loading', follow, signal);
}

/** Copies a table of another database into an upload and profiles it. */
export async function copyTable(
  connection: number,
  table: string,
  follow: Follow,
  signal: AbortSignal,
): Promise<{ upload: string; profile: FileProfile }> {
  const started = await requestJson<Job<{ upload: string; profile: FileProfile }>>(
    `/api/connections/${connection}/copy`,
    { body: { table } },
  );
  return followJob(started, 'Copying', follow, signal);
}

/** Copies the rows of a dataset's table of another database again. */
export async function copyAgain(key: string, follow: Follow, signal: AbortSignal): Promise<LoadResult> {
  const started = await requestJson<Job<LoadResult>>(`/api/datasets/${key}/copy`, { method: 'POST' });
  return followJob(started, 'Copying', follow, signal);
}

export const listDatasets = () => requestJson<DatasetSummary[]>('/api/datasets');
export const readDataset = (key: string) => requestJson<DatasetSummary>(`/api/datasets/${key}`);
/** Changes a dataset, from what is known of it. */
export const changeDataset = (known: DatasetSummary, edit: DatasetEdit) =>
  requestJson<DatasetSummary>(`/api/datasets/${known.key}`, {
    method: 'PATCH',
    body: edit,
    basis: datasetBasis(known),
  });
