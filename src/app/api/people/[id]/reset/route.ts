import { resetLink } from '../../../../../server/accounts/resets';
import { respond } from '../../../../../server/http';

/** A link by which a person chooses a new password, told this once. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => resetLink((await params).id));
}
