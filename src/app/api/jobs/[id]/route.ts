import { cancelJob, readJob } from '../../../../server/jobs/jobs';
import { respond } from '../../../../server/http';

type Context = { params: Promise<{ id: string }> };

export function GET(request: Request, { params }: Context) {
  return respond(request, async () => readJob((await params).id));
}

/** Stops the work; what it changed so far is undone. */
export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => cancelJob((await params).id));
}
