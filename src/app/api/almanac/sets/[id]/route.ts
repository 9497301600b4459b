import { setChangeSchema } from '../../../../../contract/almanac';
import { ensureAlmanac } from '../../../../../server/almanac/almanac';
import { changeSet, listSets, removeSet } from '../../../../../server/almanac/specialSets';
import { idFrom, readBody, respond } from '../../../../../server/http';
import { bumpRevision } from '../../../../../server/model/revision';

type Context = { params: Promise<{ id: string }> };

async function rebuilt() {
  await ensureAlmanac();
  await bumpRevision();
  return listSets();
}

/** Switches a set on or off, or changes its name or kind. */
export function PATCH(request: Request, { params }: Context) {
  return respond(request, async () => {
    await changeSet(idFrom((await params).id), await readBody(request, setChangeSchema));
    return rebuilt();
  });
}

export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => {
    await removeSet(idFrom((await params).id));
    return rebuilt();
  });
}
