import { restoreDataset } from '../../../../../server/bin/bin';
import { respond } from '../../../../../server/http';

/** Brings a deleted dataset back. */
export function POST(request: Request, { params }: { params: Promise<{ key: string }> }) {
  return respond(request, async () => restoreDataset((await params).key));
}
