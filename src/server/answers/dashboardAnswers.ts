/** What every visual and control of a stored dashboard shows, detail rows included, as scripts get it. */
import { answerJson } from '../../core/dashboard/turn/answerJson';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { checkState } from '../../core/dashboard/reader/checkState';
import type { ReaderState } from '../../core/dashboard/reader/state';
import { readDashboard } from '../dashboards/read';
import { readModel } from '../model/model';
import { Problem } from '../problem';
import { answerOnServer } from './answer';
import { readRowPage } from './rows';

/** A state every part of which has an effect on a document. Throws a `Problem` that names the first part without. */
export async function fittingState(document: DashboardDocument, state: ReaderState): Promise<ReaderState> {
  const { model } = await readModel();
  const problems = checkState(document, model, state);
  const [first] = problems;
  if (first) throw new Problem('bad-state', `${first.place}: ${first.message}`, 400, problems);
  return state;
}

export interface DashboardAsked {
  readonly id: number;
  readonly state: ReaderState;
  /** How many detail rows to give for each table. */
  readonly rows: number;
}

/** Throws a `Problem` where there is no such dashboard, or the state does not fit it. */
export async function dashboardAnswers({ id, state, rows }: DashboardAsked): Promise<object> {
  const { document, revision } = await readDashboard(id);
  const { answer } = await answerOnServer(document, await fittingState(document, state));
  const json = answerJson(answer);
  const visuals: Record<string, object> = json.visuals;
  for (const visual of document.visuals) {
    if (visual.kind !== 'table' || answer.visuals[visual.id]?.kind !== 'table') continue;
    const page = await readRowPage(document, state, visual, { offset: 0, limit: rows, sort: null });
    const data = { columns: page.columns, rows: page.rows.map((row) => row.values) };
    visuals[visual.id] = { ...visuals[visual.id], data };
  }
  return { revision, ...json };
}
