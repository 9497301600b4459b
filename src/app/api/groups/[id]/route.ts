import { groupEditSchema } from '../../../../contract/people';
import { removeGroup, saveGroup } from '../../../../server/accounts/groups';
import { idFrom, readBody, respond } from '../../../../server/http';

type Context = { params: Promise<{ id: string }> };

export function PUT(request: Request, { params }: Context) {
  return respond(request, async () => ({
    id: await saveGroup(idFrom((await params).id), await readBody(request, groupEditSchema)),
  }));
}

export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => removeGroup(idFrom((await params).id)));
}
