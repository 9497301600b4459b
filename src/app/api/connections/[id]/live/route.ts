import { z } from 'zod';
import { idFrom, readBody, respond } from '../../../../../server/http';
import { plainName } from '../../../../../server/sources/connections';
import { addLive } from '../../../../../server/sources/live';

const bodySchema = z.object({ table: plainName(200), name: plainName(200) });

/** Puts a table or view on the almanac, to be read live. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { table, name } = await readBody(request, bodySchema);
    return Response.json(await addLive(idFrom((await params).id), table, name), { status: 201 });
  });
}
