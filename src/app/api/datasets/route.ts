import { loadAskedSchema } from '../../../contract/datasets';
import { tellObject } from '../../../server/accounts/deeds';
import { loadFile } from '../../../server/datasets/load';
import { startJob } from '../../../server/datasets/jobs';
import { datasetSummaries } from '../../../server/datasets/repository';
import { findUpload, removeUpload } from '../../../server/datasets/uploads';
import { readBody, respond } from '../../../server/http';
import { textTable } from '../../../server/sources/intake';
import { log } from '../../../server/log';
import { warmCubes } from '../../../server/answers/warm';
import { cubeBeside } from '../../../server/work/cubeFile';

export const dynamic = 'force-dynamic';

const forgetUpload = (upload: string) =>
  void removeUpload(upload).catch((error: unknown) => log().warn(error, 'an upload was not removed'));

export function GET(request: Request) {
  return respond(request, datasetSummaries);
}

/** Starts loading an uploaded file into a new or an existing dataset. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { upload, source, into, plan, origin } = await readBody(request, loadAskedSchema);
    tellObject(request, plan.name);
    const file = await findUpload(upload);
    const job = startJob('load', file.bytes, async (signal, onProgress) => {
      // A cancelled file is not wanted any more; one that was refused may be loaded with other settings.
      signal.addEventListener('abort', () => forgetUpload(upload), { once: true });
      const result = await loadFile(await textTable(file.path, plan.sheet, signal), plan, {
        source,
        signal,
        onProgress,
        ...(into === undefined ? {} : { into }),
        ...(origin ? { origin: { ...origin, mode: 'copy' } } : {}),
      });
      warmCubes(result.dataset, cubeBeside).catch((error: unknown) =>
        log().warn(error, 'cubes were not made ahead'),
      );
      forgetUpload(upload);
      return result;
    });
    return Response.json(job, { status: 202 });
  });
}
