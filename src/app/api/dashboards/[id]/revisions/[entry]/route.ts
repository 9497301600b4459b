import { readRevision } from '../../../../../../server/dashboards/repository';
import { idFrom, respond } from '../../../../../../server/http';

export const dynamic = 'force-dynamic';

/** One version with its document. */
export function GET(request: Request, { params }: { params: Promise<{ id: string; entry: string }> }) {
  return respond(request, async () => {
    const { id, entry } = await params;
    return readRevision(idFrom(id), idFrom(entry));
  });
}
