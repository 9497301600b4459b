import { sharedEditSchema } from '../../../contract/modelling';
import { readBody, respond } from '../../../server/http';
import { listShared, saveShared } from '../../../server/model/shared';

export const dynamic = 'force-dynamic';

/** The shared dimensions. */
export function GET(request: Request) {
  return respond(request, listShared);
}

/** Makes a shared dimension. */
export function POST(request: Request) {
  return respond(request, async () =>
    Response.json(await saveShared(null, await readBody(request, sharedEditSchema)), { status: 201 }),
  );
}
