import { noteSchema } from '../../../../../contract/notes';
import { ensureAlmanac } from '../../../../../server/almanac/almanac';
import { changeNote, removeNote } from '../../../../../server/almanac/notes';
import { idFrom, readBody, respond } from '../../../../../server/http';

type Context = { params: Promise<{ id: string }> };

/** Gives a note other words or days. */
export function PUT(request: Request, { params }: Context) {
  return respond(request, async () => {
    const note = await changeNote(idFrom((await params).id), await readBody(request, noteSchema));
    await ensureAlmanac();
    return note;
  });
}

export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => {
    await removeNote(idFrom((await params).id));
    await ensureAlmanac();
    return null;
  });
}
