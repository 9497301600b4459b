import { readBody, respond } from '../../../../server/http';
import { removeShared, saveShared, sharedEditSchema } from '../../../../server/model/shared';

type Context = { params: Promise<{ key: string }> };

/** Changes name, members or spellings of a shared dimension. */
export function PUT(request: Request, { params }: Context) {
  return respond(request, async () =>
    saveShared((await params).key, await readBody(request, sharedEditSchema)),
  );
}

export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => removeShared((await params).key));
}
