import { tellObject } from '../../../server/accounts/deeds';
import { anyDocumentSchema } from '../../../core/dashboard/document/document';
import { listDashboards } from '../../../server/dashboards/list';
import { createDashboard } from '../../../server/dashboards/repository';
import { readBody, respond } from '../../../server/http';

export const dynamic = 'force-dynamic';

export function GET(request: Request) {
  return respond(request, listDashboards);
}

/** Stores a document as a new dashboard. */
export function POST(request: Request) {
  return respond(request, async () => {
    const made = await createDashboard(await readBody(request, anyDocumentSchema));
    tellObject(request, `${made.id}, ${made.document.title}`);
    return Response.json(made, { status: 201 });
  });
}
