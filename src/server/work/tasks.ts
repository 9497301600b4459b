/** What is worked out beside the server's own thread: each takes and gives plain values. */
import type { WantedMend } from '../../core/dashboard/review/check';
import type { FileFormat } from '../../contract/files';
import type { CubeShape } from '../../core/cube/cube';
import { packAnswer } from '../../core/dashboard/turn/answerJson';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import type { ReaderState } from '../../core/dashboard/reader/state';
import type { DataAssumption } from '../../core/dashboard/review/rehearsal';
import type { ChangeAsked } from '../../core/dashboard/turn/comparing/contributions';
import { answerOnServer } from '../answers/answer';
import { makeFromFile } from '../answers/cubes';
import { contributionsFor } from '../answers/contributions';
import { dashboardAnswers, type DashboardAsked } from '../answers/dashboardAnswers';
import type { RowRequest } from '../answers/rowPage';
import { readRowPage, readRowsBehind, tableIn, type BehindAsked } from '../answers/rows';
import { fileOf, takenAway, type Wanted } from '../answers/takeAway';
import { rebuildColumns } from '../columns/rebuild';
import { findDataset } from '../datasets/repository';
import { overviewOf } from '../dashboards/overview';
import { checkOf, mendedBy, rehearsalOf, toldFindings, traceFor } from '../wiring/wiring';

interface Shown {
  readonly document: DashboardDocument;
  readonly state: ReaderState;
}

/** A file of figures between threads. */
export interface DataFile {
  readonly title: string;
  readonly base64: string;
}

/** Every task gives the JSON text of its answer, so that it is made once, and where there is time. */
export const TASKS = {
  /** Makes a cube from the column file and keeps it; tells whether that could be. */
  cube: async ({ shape }: { readonly shape: CubeShape }) =>
    JSON.stringify(await makeFromFile(await findDataset(shape.dataset), shape)),
  /** Makes the column file of a dataset whose rows have none. */
  columns: async ({ dataset }: { readonly dataset: string }) => {
    await rebuildColumns(await findDataset(dataset));
    return 'true';
  },
  turn: async ({ document, state, only }: Shown & { readonly only: readonly string[] }) =>
    packAnswer((await answerOnServer(document, state, only)).answer),
  answers: async (asked: DashboardAsked) => JSON.stringify(await dashboardAnswers(asked)),
  rows: async ({
    document,
    state,
    table,
    page,
  }: Shown & { readonly table: string; readonly page: RowRequest }) =>
    JSON.stringify(await readRowPage(document, state, tableIn(document, table), page)),
  rowsBehind: async ({
    document,
    state,
    of,
    page,
  }: Shown & {
    readonly of: BehindAsked;
    readonly page: RowRequest & { readonly columns: readonly string[] | null };
  }) => JSON.stringify(await readRowsBehind(document, state, of, page)),
  data: async ({
    document,
    state,
    visual,
    page,
    format,
  }: Shown & Wanted & { readonly format: FileFormat }) => {
    const taken = await takenAway(document, state, { visual, page });
    const title = visual === null ? taken.about.title : taken.tables[0]!.title;
    const base64 = Buffer.from(await fileOf(taken, format)).toString('base64');
    return JSON.stringify({ title, base64 } satisfies DataFile);
  },
  trace: async ({ document, state, item }: Shown & { readonly item: string }) =>
    JSON.stringify(await traceFor(document, state, item)),
  overview: async ({ document }: { readonly document: DashboardDocument }) =>
    JSON.stringify(await overviewOf(document)),
  check: async ({ document, year }: { readonly document: DashboardDocument; readonly year: boolean }) =>
    JSON.stringify(toldFindings(await checkOf(document, year))),
  mend: async ({
    document,
    finding,
  }: {
    readonly document: DashboardDocument;
    readonly finding: WantedMend;
  }) => JSON.stringify(await mendedBy(document, finding)),
  rehearsal: async ({
    document,
    days,
    assumption,
  }: {
    readonly document: DashboardDocument;
    readonly days: number;
    readonly assumption: DataAssumption;
  }) => JSON.stringify(await rehearsalOf(document, days, assumption)),
  contributions: async ({
    document,
    state,
    visual,
    asked,
  }: Shown & { readonly visual: string; readonly asked: ChangeAsked }) =>
    JSON.stringify(await contributionsFor(document, state, visual, asked)),
} as const;

export type Task = keyof typeof TASKS;
export type InputOf<T extends Task> = Parameters<(typeof TASKS)[T]>[0];
