import { rowRuleSchema } from '../../../contract/rowRules';
import { listRules, saveRule } from '../../../server/accounts/rowRules';
import { readBody, respond } from '../../../server/http';

export const dynamic = 'force-dynamic';

/** Which rows the people of groups may see. */
export function GET(request: Request) {
  return respond(request, listRules);
}

export function POST(request: Request) {
  return respond(request, async () =>
    Response.json({ id: await saveRule(null, await readBody(request, rowRuleSchema)) }, { status: 201 }),
  );
}
