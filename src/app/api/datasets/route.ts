import { loadAskedSchema } from '../../../contract/datasets';
import { tellObject } from '../../../server/accounts/deeds';
import { datasetSummaries } from '../../../server/datasets/repository';
import { findUpload } from '../../../server/datasets/uploads';
import { readBody, respond } from '../../../server/http';
import { startJob } from '../../../server/jobs/jobs';

export const dynamic = 'force-dynamic';

export function GET(request: Request) {
  return respond(request, datasetSummaries);
}

/** Starts loading an uploaded file into a new or an existing dataset. */
export function POST(request: Request) {
  return respond(request, async () => {
    const asked = await readBody(request, loadAskedSchema);
    tellObject(request, asked.plan.name);
    const { bytes } = await findUpload(asked.upload);
    const job = await startJob({ do: 'load', ...asked }, bytes);
    return Response.json(job, { status: 202 });
  });
}
