import { endToken } from '../../../../server/accounts/tokens';
import { idFrom, respond } from '../../../../server/http';

export function DELETE(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async ({ person }) => endToken(person!, idFrom((await params).id)));
}
