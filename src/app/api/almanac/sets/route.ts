import { z } from 'zod';
import { ensureAlmanac } from '../../../../server/almanac/almanac';
import { addSet, listSets } from '../../../../server/almanac/specialSets';
import { readBody, respond } from '../../../../server/http';
import { bumpRevision } from '../../../../server/model/revision';

const bodySchema = z.object({
  name: z.string().trim().min(1).max(200),
  kind: z.enum(['holiday', 'event']),
  source: z.string().min(1).max(500),
  text: z.string().max(4_000_000),
});

/** Adds a set of holidays or events from the text of an iCalendar file. */
export function POST(request: Request) {
  return respond(request, async () => {
    await addSet(await readBody(request, bodySchema));
    await ensureAlmanac();
    await bumpRevision();
    return Response.json(await listSets(), { status: 201 });
  });
}
