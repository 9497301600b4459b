import { z } from 'zod';
import { startJob } from '../../../../../server/datasets/jobs';
import { profileAny } from '../../../../../server/sources/intake';
import { DELIMITERS } from '../../../../../server/datasets/textFile';
import { findUpload } from '../../../../../server/datasets/uploads';
import { readBody, respond } from '../../../../../server/http';

const bodySchema = z.object({
  delimiter: z.enum(DELIMITERS).optional(),
  /** Sheet of a workbook; its first when absent. */
  sheet: z.string().max(200).optional(),
});

/** Starts reading a file to find out what its columns hold; the job's result is the profile. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { delimiter, sheet } = await readBody(request, bodySchema);
    const file = await findUpload((await params).id);
    const job = startJob('profile', file.bytes, (signal, onProgress) =>
      profileAny(file.path, { signal, onProgress, sheet, ...(delimiter ? { delimiter } : {}) }),
    );
    return Response.json(job, { status: 202 });
  });
}
