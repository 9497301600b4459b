import { dashboardAccessSchema } from '../../../../../contract/people';
import { readDashboardRights, saveDashboardRights } from '../../../../../server/accounts/dashboardRights';
import { idFrom, readBody, respond } from '../../../../../server/http';

export const dynamic = 'force-dynamic';

type Context = { params: Promise<{ id: string }> };

/** Who may see and change a dashboard. */
export function GET(request: Request, { params }: Context) {
  return respond(request, async () => readDashboardRights(idFrom((await params).id)));
}

export function PUT(request: Request, { params }: Context) {
  return respond(request, async () =>
    saveDashboardRights(idFrom((await params).id), await readBody(request, dashboardAccessSchema)),
  );
}
