import { duplicateDashboard } from '../../../../../server/dashboards/repository';
import { idFrom, respond } from '../../../../../server/http';

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () =>
    Response.json(await duplicateDashboard(idFrom((await params).id)), { status: 201 }),
  );
}
