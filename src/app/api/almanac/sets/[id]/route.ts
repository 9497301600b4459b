import { z } from 'zod';
import { ensureAlmanac } from '../../../../../server/almanac/almanac';
import { changeSet, listSets, removeSet } from '../../../../../server/almanac/specialSets';
import { idFrom, readBody, respond } from '../../../../../server/http';
import { bumpRevision } from '../../../../../server/model/revision';

type Context = { params: Promise<{ id: string }> };

const changeSchema = z.object({
  name: z.string().trim().min(1).max(200).optional(),
  kind: z.enum(['holiday', 'event']).optional(),
  enabled: z.boolean().optional(),
});

async function rebuilt() {
  await ensureAlmanac();
  await bumpRevision();
  return listSets();
}

/** Switches a set on or off, or changes its name or kind. */
export function PATCH(request: Request, { params }: Context) {
  return respond(request, async () => {
    await changeSet(idFrom((await params).id), await readBody(request, changeSchema));
    return rebuilt();
  });
}

export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => {
    await removeSet(idFrom((await params).id));
    return rebuilt();
  });
}
