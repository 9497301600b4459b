import { warmCubes } from '../../../../../server/answers/warm';
import { cubeBeside } from '../../../../../server/work/cubeFile';
import { startJob } from '../../../../../server/datasets/jobs';
import { findDataset } from '../../../../../server/datasets/repository';
import { respond } from '../../../../../server/http';
import { log } from '../../../../../server/log';
import { copyAgain } from '../../../../../server/sources/reload';

/** Copies the rows of a dataset's table of another database again. */
export function POST(request: Request, { params }: { params: Promise<{ key: string }> }) {
  return respond(request, async () => {
    const stored = await findDataset((await params).key);
    const job = startJob('load', 0, async (signal, onProgress) => {
      const result = await copyAgain(stored, { signal, onProgress });
      warmCubes(result.dataset, cubeBeside).catch((error: unknown) =>
        log().warn(error, 'cubes were not made ahead'),
      );
      return result;
    });
    return Response.json(job, { status: 202 });
  });
}
