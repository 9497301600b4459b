import { copiedTableSchema } from '../../../../../contract/connections';
import { idFrom, readBody, respond } from '../../../../../server/http';
import { startJob } from '../../../../../server/jobs/jobs';

/** Copies a table or view into an upload and finds out what its columns hold, as for a file. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const connection = idFrom((await params).id);
    const { table } = await readBody(request, copiedTableSchema);
    const job = await startJob({ do: 'copy table', connection, table }, 0);
    return Response.json(job, { status: 202 });
  });
}
