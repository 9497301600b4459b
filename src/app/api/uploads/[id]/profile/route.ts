import { profileAskedSchema } from '../../../../../contract/datasets';
import { findUpload } from '../../../../../server/datasets/uploads';
import { readBody, respond } from '../../../../../server/http';
import { startJob } from '../../../../../server/jobs/jobs';

/** Starts reading a file to find out what its columns hold; the job's result is the profile. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const asked = await readBody(request, profileAskedSchema);
    const { id: upload } = await params;
    const { bytes } = await findUpload(upload);
    const job = await startJob({ do: 'profile upload', upload, ...asked }, bytes);
    return Response.json(job, { status: 202 });
  });
}
