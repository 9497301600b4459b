import { newSelectionSchema } from '../../../../../contract/selections';
import { listSelections, saveSelection } from '../../../../../server/dashboards/selections';
import { idFrom, readBody, respond } from '../../../../../server/http';

export const dynamic = 'force-dynamic';

type Context = { params: Promise<{ id: string }> };

/** The selections that readers saved with a dashboard. */
export function GET(request: Request, { params }: Context) {
  return respond(request, async () => listSelections(idFrom((await params).id)));
}

/** Saves a selection under a new name. */
export function POST(request: Request, { params }: Context) {
  return respond(request, async () => {
    const given = await readBody(request, newSelectionSchema);
    return Response.json(await saveSelection(idFrom((await params).id), given), { status: 201 });
  });
}
