import { readDashboard } from '../../../../../server/dashboards/repository';
import { idFrom, respond } from '../../../../../server/http';
import { checkOf } from '../../../../../server/wiring/wiring';

export const dynamic = 'force-dynamic';

/** The wiring check of a stored dashboard, the coming year included. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { document } = await readDashboard(idFrom((await params).id));
    const findings = await checkOf(document, true);
    return findings.map(({ mend, ...finding }) => ({ ...finding, mend: mend?.label ?? null }));
  });
}
