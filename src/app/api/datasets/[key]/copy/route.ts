import { findDataset } from '../../../../../server/datasets/repository';
import { respond } from '../../../../../server/http';
import { startJob } from '../../../../../server/jobs/jobs';

/** Copies the rows of a dataset's table of another database again. */
export function POST(request: Request, { params }: { params: Promise<{ key: string }> }) {
  return respond(request, async () => {
    const { key } = await findDataset((await params).key);
    const job = await startJob({ do: 'copy again', dataset: key }, 0);
    return Response.json(job, { status: 202 });
  });
}
