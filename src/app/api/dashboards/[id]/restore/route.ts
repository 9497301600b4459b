import { restoreDashboard } from '../../../../../server/dashboards/repository';
import { idFrom, respond } from '../../../../../server/http';

/** Brings a deleted dashboard back. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => restoreDashboard(idFrom((await params).id)));
}
