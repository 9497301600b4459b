import { liveTableSchema } from '../../../../../contract/connections';
import { idFrom, readBody, respond } from '../../../../../server/http';
import { addLive } from '../../../../../server/sources/live';

/** Puts a table or view on the almanac, to be read live. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { table, name } = await readBody(request, liveTableSchema);
    return Response.json(await addLive(idFrom((await params).id), table, name), { status: 201 });
  });
}
