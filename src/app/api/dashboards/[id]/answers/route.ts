import { z } from 'zod';
import { answerJson } from '../../../../../core/dashboard/turn/answerJson';
import type { DashboardDocument } from '../../../../../core/dashboard/document/document';
import { checkState } from '../../../../../core/dashboard/reader/checkState';
import { readerStateSchema, type ReaderState } from '../../../../../core/dashboard/reader/state';
import type { Model } from '../../../../../core/model/model';
import { answerOnServer } from '../../../../../server/answers/answer';
import { readRowPage } from '../../../../../server/answers/rows';
import { readDashboard } from '../../../../../server/dashboards/repository';
import { idFrom, readBody, respond } from '../../../../../server/http';
import { readModel } from '../../../../../server/model/model';
import { Problem } from '../../../../../server/problem';

const bodySchema = readerStateSchema
  .partial()
  .extend({
    /** How many detail rows to give for each table. */
    rows: z.int().min(0).max(1000).default(50),
  })
  .strict();

/** A state every part of which has an effect on a document. Throws a `Problem` that names the first part without. */
function fitting(document: DashboardDocument, model: Model, state: ReaderState): ReaderState {
  const problems = checkState(document, model, state);
  const [first] = problems;
  if (first) throw new Problem('bad-state', `${first.place}: ${first.message}`, 400, problems);
  return state;
}

/** What every visual and control of a dashboard shows for a reader's state. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { rows, ...given } = await readBody(request, bodySchema);
    const { document, revision } = await readDashboard(idFrom((await params).id));
    const state = { periods: {}, choices: {}, ...given };
    const { answer } = await answerOnServer(document, fitting(document, (await readModel()).model, state));
    const json = answerJson(answer);
    const visuals: Record<string, object> = json.visuals;
    for (const visual of document.visuals) {
      if (visual.kind !== 'table' || answer.visuals[visual.id]?.kind !== 'table') continue;
      const page = await readRowPage(document, state, visual, { offset: 0, limit: rows, sort: null });
      const data = { columns: page.columns, rows: page.rows.map((row) => row.values) };
      visuals[visual.id] = { ...visuals[visual.id], data };
    }
    return { revision, ...json };
  });
}
