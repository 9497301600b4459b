import { sharedEditSchema } from '../../../../contract/modelling';
import { sharedBasis } from '../../../../core/model/fingerprint';
import { checkBasis, readBody, respond } from '../../../../server/http';
import { listShared, removeShared, saveShared } from '../../../../server/model/shared';

type Context = { params: Promise<{ key: string }> };

/** Changes name, members or spellings of a shared dimension. */
export function PUT(request: Request, { params }: Context) {
  return respond(request, async () => {
    const { key } = await params;
    const known = (await listShared()).find((entry) => entry.key === key);
    if (known) checkBasis(request, sharedBasis(known));
    return saveShared(key, await readBody(request, sharedEditSchema));
  });
}

export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => removeShared((await params).key));
}
