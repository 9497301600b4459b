import { profileAskedSchema } from '../../../../../contract/datasets';
import { startJob } from '../../../../../server/datasets/jobs';
import { profileAny } from '../../../../../server/sources/intake';
import { findUpload } from '../../../../../server/datasets/uploads';
import { readBody, respond } from '../../../../../server/http';

/** Starts reading a file to find out what its columns hold; the job's result is the profile. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { delimiter, sheet } = await readBody(request, profileAskedSchema);
    const file = await findUpload((await params).id);
    const job = startJob('profile', file.bytes, (signal, onProgress) =>
      profileAny(file.path, { signal, onProgress, sheet, ...(delimiter ? { delimiter } : {}) }),
    );
    return Response.json(job, { status: 202 });
  });
}
