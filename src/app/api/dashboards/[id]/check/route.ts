import { readDashboard } from '../../../../../server/dashboards/read';
import { idFrom, respond } from '../../../../../server/http';
import { computed } from '../../../../../server/work/pool';

export const dynamic = 'force-dynamic';

/** The wiring check of a stored dashboard, the coming year included. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { document } = await readDashboard(idFrom((await params).id));
    return computed('check', { document, year: true });
  });
}
