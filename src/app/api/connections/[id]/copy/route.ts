import { copiedTableSchema } from '../../../../../contract/connections';
import { startJob } from '../../../../../server/datasets/jobs';
import { profileFile } from '../../../../../server/datasets/profile';
import { newUpload } from '../../../../../server/datasets/uploads';
import { idFrom, readBody, respond } from '../../../../../server/http';
import { tableToText } from '../../../../../server/sources/toText';

/** Copies a table or view into an upload and finds out what its columns hold, as for a file. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const id = idFrom((await params).id);
    const { table } = await readBody(request, copiedTableSchema);
    const job = startJob('profile', 0, async (signal, onProgress) => {
      const { upload, path } = await newUpload();
      await tableToText(id, table, path, signal);
      return { upload, profile: await profileFile(path, { delimiter: ',', signal, onProgress }) };
    });
    return Response.json(job, { status: 202 });
  });
}
