import { z } from 'zod';
import { startJob } from '../../../../../server/datasets/jobs';
import { profileFile } from '../../../../../server/datasets/profile';
import { DELIMITERS } from '../../../../../server/datasets/textFile';
import { findUpload } from '../../../../../server/datasets/uploads';
import { readBody, respond } from '../../../../../server/http';

const bodySchema = z.object({ delimiter: z.enum(DELIMITERS).optional() });

/** Starts reading a file to find out what its columns hold; the job's result is the profile. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { delimiter } = await readBody(request, bodySchema);
    const file = await findUpload((await params).id);
    const job = startJob('profile', file.bytes, (signal, onProgress) =>
      profileFile(file.path, { signal, onProgress, ...(delimiter ? { delimiter } : {}) }),
    );
    return Response.json(job, { status: 202 });
  });
}
