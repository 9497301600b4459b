import { binnedSchema } from '../../../contract/bin';
import { emptyBin, listBin, removeForGood } from '../../../server/bin/bin';
import { readBody, respond } from '../../../server/http';

export const dynamic = 'force-dynamic';

/** What lies in the bin; what has lain there for too long goes first. */
export function GET(request: Request) {
  return respond(request, async () => {
    await emptyBin();
    return listBin();
  });
}

/** Removes one thing in the bin for good. */
export function DELETE(request: Request) {
  return respond(request, async () => {
    const { kind, id } = await readBody(request, binnedSchema);
    await removeForGood(kind, id);
  });
}
