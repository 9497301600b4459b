import { findDataset, loadsOf } from '../../../../../server/datasets/repository';
import { respond } from '../../../../../server/http';

export const dynamic = 'force-dynamic';

/** The history of a dataset's loads, newest first. */
export function GET(request: Request, { params }: { params: Promise<{ key: string }> }) {
  return respond(request, async () => loadsOf((await findDataset((await params).key)).id));
}
