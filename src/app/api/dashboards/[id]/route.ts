import { dashboardAskedSchema } from '../../../../contract/dashboards';
import { saveSchema } from '../../../../contract/storedDashboards';
import { dashboardRight } from '../../../../server/accounts/dashboardRights';
import { readDashboard } from '../../../../server/dashboards/read';
import { deleteDashboard, saveDashboard } from '../../../../server/dashboards/repository';
import { idFrom, readBody, readQuery, respond } from '../../../../server/http';

export const dynamic = 'force-dynamic';

type Context = { params: Promise<{ id: string }> };

/** The newest revision; with `?download`, the document alone as a file. */
export function GET(request: Request, { params }: Context) {
  return respond(request, async (caller) => {
    const stored = await readDashboard(idFrom((await params).id));
    if (readQuery(request, dashboardAskedSchema).download === undefined)
      return { ...stored, right: await dashboardRight(caller, stored.id) };
    return new Response(`${JSON.stringify(stored.document, null, 2)}\n`, {
      headers: {
        'content-type': 'application/json',
        'content-disposition': `attachment; filename="dashboard-${stored.id}.json"`,
      },
    });
  });
}

/** Saves a new revision; 409 with both versions kept when a newer one was saved meanwhile. */
export function PUT(request: Request, { params }: Context) {
  return respond(request, async () => {
    const { basedOn, document } = await readBody(request, saveSchema);
    const result = await saveDashboard(idFrom((await params).id), basedOn, document);
    if (result.saved) return result;
    const error = {
      code: 'newer-revision',
      message: `Revision ${result.theirs.revision} was saved elsewhere. Nothing was overwritten; both versions are kept.`,
      details: { theirs: result.theirs, keptAs: result.keptAs },
    };
    return Response.json({ error }, { status: 409 });
  });
}

export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => deleteDashboard(idFrom((await params).id)));
}
