import { readDashboard } from '../../../../../server/dashboards/read';
import { idFrom, respond } from '../../../../../server/http';
import { computed } from '../../../../../server/work/pool';

export const dynamic = 'force-dynamic';

/** What a stored dashboard shows as it is designed, today. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { document } = await readDashboard(idFrom((await params).id));
    return computed('overview', { document });
  });
}
