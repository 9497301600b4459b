import type { People } from '../../../contract/people';
import { listGroups } from '../../../server/accounts/groups';
import { listInvitations } from '../../../server/accounts/invitations';
import { listPeople } from '../../../server/accounts/people';
import { respond } from '../../../server/http';
import { canMail } from '../../../server/mail';

export const dynamic = 'force-dynamic';

/** People, groups, and who is invited. */
export function GET(request: Request) {
  return respond(request, async (): Promise<People> => {
    const [people, invitations, groups] = await Promise.all([listPeople(), listInvitations(), listGroups()]);
    return { people, invitations, groups, mails: canMail() };
  });
}
