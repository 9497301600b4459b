import { storedDataAskedSchema } from '../../../../../contract/answers';
import { fittingState } from '../../../../../server/answers/dashboardAnswers';
import { readDashboard } from '../../../../../server/dashboards/read';
import { idFrom, readBody, respond } from '../../../../../server/http';
import { dataFile } from '../../../../../server/work/dataFile';

/** The figures of a stored dashboard for a reader's state, as a file. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { format, visual, page, ...given } = await readBody(request, storedDataAskedSchema);
    const { document } = await readDashboard(idFrom((await params).id));
    const state = await fittingState(document, { periods: {}, choices: {}, ...given });
    return dataFile({ document, state, visual, page, format });
  });
}
