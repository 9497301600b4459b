import { listRevisions } from '../../../../../server/dashboards/repository';
import { idFrom, respond } from '../../../../../server/http';

export const dynamic = 'force-dynamic';

/** Every version that was saved, the newest first; those that were refused and kept aside too. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => listRevisions(idFrom((await params).id)));
}
