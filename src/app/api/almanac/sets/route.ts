import { newSetSchema } from '../../../../contract/almanac';
import { ensureAlmanac } from '../../../../server/almanac/almanac';
import { addSet, listSets } from '../../../../server/almanac/specialSets';
import { readBody, respond } from '../../../../server/http';
import { bumpRevision } from '../../../../server/model/revision';

/** Adds a set of holidays or events from the text of an iCalendar file. */
export function POST(request: Request) {
  return respond(request, async () => {
    await addSet(await readBody(request, newSetSchema));
    await ensureAlmanac();
    await bumpRevision();
    return Response.json(await listSets(), { status: 201 });
  });
}
