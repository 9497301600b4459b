import { selectionEditSchema } from '../../../../../../contract/selections';
import { changeSelection, deleteSelection } from '../../../../../../server/dashboards/selections';
import { idFrom, readBody, respond } from '../../../../../../server/http';

type Context = { params: Promise<{ id: string; selection: string }> };

/** Gives a selection another name, or what is held now. */
export function PATCH(request: Request, { params }: Context) {
  return respond(request, async () => {
    const { id, selection } = await params;
    return changeSelection(idFrom(id), idFrom(selection), await readBody(request, selectionEditSchema));
  });
}

/** Deletes a selection. */
export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => {
    const { id, selection } = await params;
    await deleteSelection(idFrom(id), idFrom(selection));
    return null;
  });
}
