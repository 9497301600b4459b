import { tellObject } from '../../../server/accounts/deeds';
import { groupEditSchema } from '../../../contract/people';
import { saveGroup } from '../../../server/accounts/groups';
import { readBody, respond } from '../../../server/http';

export function POST(request: Request) {
  return respond(request, async () => {
    const group = await readBody(request, groupEditSchema);
    tellObject(request, group.name);
    return Response.json({ id: await saveGroup(null, group) }, { status: 201 });
  });
}
