import { noteSchema } from '../../../../contract/notes';
import { ensureAlmanac } from '../../../../server/almanac/almanac';
import { addNote, listNotes } from '../../../../server/almanac/notes';
import { readBody, respond } from '../../../../server/http';

export const dynamic = 'force-dynamic';

/** All notes on days. */
export function GET(request: Request) {
  return respond(request, listNotes);
}

/** Puts a note on days; it is an event of the almanac from then on. */
export function POST(request: Request) {
  return respond(request, async () => {
    const note = await addNote(await readBody(request, noteSchema));
    await ensureAlmanac();
    return Response.json(note, { status: 201 });
  });
}
