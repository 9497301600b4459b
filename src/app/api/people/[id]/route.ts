import { tellObject } from '../../../../server/accounts/deeds';
import { personEditSchema } from '../../../../contract/people';
import { changePerson } from '../../../../server/accounts/people';
import { readBody, respond } from '../../../../server/http';

/** Gives a person another role, closes or opens the account, or removes a second factor that was lost. */
export function PATCH(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const edit = await readBody(request, personEditSchema);
    tellObject(request, await changePerson((await params).id, edit));
  });
}
