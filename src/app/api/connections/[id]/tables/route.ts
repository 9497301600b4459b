import { idFrom, respond } from '../../../../../server/http';
import { connectionTables } from '../../../../../server/sources/connections';

export const dynamic = 'force-dynamic';

/** The tables and views that a connection can read now. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => connectionTables(idFrom((await params).id)));
}
